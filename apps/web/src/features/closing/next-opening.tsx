import type { ClosingRehearsalResponse } from '@just-ledger/contract';
import { type CurrencyCode, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { proofsQuery } from '../../api/proof-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';

/** With what the days after a closing begin: the balances above, proved once it is closed, and what is reversed in them. */
export function NextOpening({
  rehearsal,
  currency,
}: {
  rehearsal: ClosingRehearsalResponse;
  currency: CurrencyCode;
}) {
  const address = useAddress();
  const { organisation } = useBooks();
  const { closed, date: end, opening } = rehearsal;
  const { data } = useQuery({ ...proofsQuery(organisation.id, end), enabled: closed });
  const proofs = (data?.proofs ?? []).filter(({ key }) => key === 'ended-years' || key === 'opening-balances');
  const begins = opening.yearName ?? longDate(parseCivilDate(opening.date));
  return (
    <section className={layout.above} aria-labelledby="next-opening">
      <h2 id="next-opening" className="minor">
        {begins} begins with these balances
      </h2>
      {closed ? (
        proofs.map((proof) => (
          <p key={proof.key} className={clsx('small', !proof.holds && 'brick')}>
            {proof.holds ? '✓' : '▲'} {proof.remark}
          </p>
        ))
      ) : (
        <p className="soft small">Once it is closed, this is proved.</p>
      )}
      {opening.reversals.length > 0 && (
        <table className={clsx(ruled.table, ruled.tight, layout.aboveClose)}>
          <caption className="visually-hidden">Reversed by itself in {begins}</caption>
          <thead>
            <tr>
              <th>Reversed on</th>
              <th>Entry</th>
              <th className="num">Amount</th>
              <th>Posted as</th>
            </tr>
          </thead>
          <tbody>
            {opening.reversals.map((reversal) => (
              <tr key={reversal.entry}>
                <td className="nowrap">{shortDate(parseCivilDate(reversal.reversesOn))}</td>
                <td>
                  <Link className="act" to={address.href('journal', { entry: reversal.entry })}>
                    {reversal.entry}
                  </Link>{' '}
                  {reversal.explanation}
                </td>
                <td className="num">{shown(reversal.amount, currency)}</td>
                <td>
                  {reversal.reversedBy ? (
                    <Link className="act" to={address.href('journal', { entry: reversal.reversedBy })}>
                      {reversal.reversedBy}
                    </Link>
                  ) : (
                    <span className="soft">still to come</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
