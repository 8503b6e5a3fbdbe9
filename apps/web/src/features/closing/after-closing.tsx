import { type ClosingRehearsalResponse } from '@just-ledger/contract';
import { type CurrencyCode, longDate, parseCivilDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import sheetStyles from '../../ui/sheet.module.css';
import { EntryLinks } from './entry-links.js';
import { NextOpening } from './next-opening.js';

/** Where the closing entries lead: temporary accounts at zero, the trial balance after them, what is to be looked at. */
export function AfterClosing({
  rehearsal,
  currency,
}: {
  rehearsal: ClosingRehearsalResponse;
  currency: CurrencyCode;
}) {
  const address = useAddress();
  const { rows, totalDebit, totalCredit } = rehearsal.postClosingTrialBalance;
  return (
    <section data-sheet className={sheetStyles.sheet} aria-label="Trial balance afterwards" tabIndex={0}>
      <div>
        <h2>Trial balance afterwards</h2>
        <p className="soft small">post-closing, {longDate(parseCivilDate(rehearsal.date))}</p>
      </div>
      {rehearsal.remarks.length > 0 && (
        <div className={clsx(layout.aboveClose, layout.below)}>
          <h2 className="minor">Before posting</h2>
          {rehearsal.remarks.map((remark) => (
            <p key={remark.message} className={remark.blocks ? 'brick' : 'brass'}>
              {remark.blocks ? '▲' : '△'} {remark.message} <EntryLinks numbers={remark.entries ?? []} />
            </p>
          ))}
        </div>
      )}
      <table className={clsx(ruled.table, ruled.tight)}>
        <thead>
          <tr>
            <th colSpan={2}>Account</th>
            <th className="num">Debit</th>
            <th className="num">Credit</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.account}>
              <td className="soft nowrap">{row.account}</td>
              <td>
                {row.account ? (
                  <Link className="plain" to={address.href('account', { account: row.account })}>
                    {row.name}
                  </Link>
                ) : (
                  row.name
                )}
              </td>
              <td className="num">{shown(row.debit, currency)}</td>
              <td className="num">{shown(row.credit, currency)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr className={ruled.sums}>
            <td colSpan={2} className={ruled.blank} />
            <td className="num">{shown(totalDebit, currency)}</td>
            <td className="num">{shown(totalCredit, currency)}</td>
          </tr>
        </tfoot>
      </table>
      <NextOpening rehearsal={rehearsal} currency={currency} />
    </section>
  );
}
