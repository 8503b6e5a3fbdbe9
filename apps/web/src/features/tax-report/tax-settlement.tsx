import { paths, type TaxReportResponse, type TaxSettlementResponse } from '@just-ledger/contract';
import { longDate, minor, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { randomKey } from '../../api/random-key.js';
import { api, RequestRefused } from '../../api/request.js';
import { taxSettlementsQuery } from '../../api/tax-report-queries.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { AccountField } from '../../ui/account-field.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './tax-report.module.css';
import { dueInWords } from './tax-words.js';

/** The settlement of the period: done, in the way of another, or to be posted with what it will do shown first. */
export function TaxSettlement({ report }: { report: TaxReportResponse }) {
  const { organisation, today } = useBooks();
  const { data: settlements } = useSuspenseQuery(taxSettlementsQuery(organisation.id));
  const last = settlements.find(({ reversedBy }) => reversedBy === null);
  const to = parseCivilDate(report.to);
  return (
    <section className={styles.settlement} aria-label="Settlement">
      <h2>Settlement</h2>
      {report.settlement ? (
        <Settled one={report.settlement} />
      ) : report.unsettled ? (
        <p className="small">{report.unsettled}</p>
      ) : to >= today ? (
        <p className="small soft">The period ends on {longDate(to)}. It is settled after that.</p>
      ) : (
        <SettleForm key={`${report.from} ${report.to}`} report={report} proposed={last?.account ?? ''} />
      )}
      <Earlier settlements={settlements.filter(({ entry }) => entry !== report.settlement?.entry)} />
    </section>
  );
}

function Settled({ one: { entry, account, accountName, amount, postedBy } }: { one: TaxSettlementResponse }) {
  const address = useAddress();
  const { currency } = useBooks();
  return (
    <p className="small">
      Settled by{' '}
      <Link className="act" to={address.href('journal', { entry })}>
        {entry}
      </Link>
      : {dueInWords(amount, currency)}, on {account} {accountName}. Posted by {postedBy}.
    </p>
  );
}

/** What brings the accounts to zero, against the account of what is owed. */
function SettleForm({ report, proposed }: { report: TaxReportResponse; proposed: string }) {
  const { organisation, currency, today } = useBooks();
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const [chosen, setChosen] = useState<string>();
  const [key] = useState(randomKey);
  const account = chosen ?? proposed;
  const settle = useOrganisationMutation(() =>
    api.post(
      paths.taxSettlements(organisation.id),
      { from: report.from, to: report.to, account },
      { 'idempotency-key': key },
    ),
  );
  const moved = report.accounts.filter(
    (taxAccount) => taxAccount.account !== account && parseAmount(taxAccount.balance, currency) !== 0,
  );
  const sum = moved.reduce((all, { balance }) => all + parseAmount(balance, currency), 0);
  const named = accounts.find(({ number }) => number === account);
  const problems = settle.error instanceof RequestRefused ? settle.error.details.problems : [];
  const wrong = problems.find(({ path }) => path === 'account')?.message;
  if (moved.length === 0) return <p className="small soft">Nothing stands on these accounts: nothing is settled.</p>;
  const line = (number: string, name: string, amount: number) => (
    <li key={`${number} ${amount}`} className={layout.spread}>
      <span className={amount < 0 ? styles.credit : ''}>
        <span className="soft">{number}</span> {name}
      </span>
      <span className="num nowrap">
        {displayed(minor(Math.abs(amount)), currency)} {amount > 0 ? 'debit' : 'credit'}
      </span>
    </li>
  );
  return (
    <Allowed act="post" isTold>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (account !== '' && !settle.isPending) settle.mutate(undefined);
        }}
      >
        <p className="small soft">
          On {longDate(parseCivilDate(report.to))} what stands on these accounts goes to the account of what is owed.
        </p>
        <div className={styles.field}>
          <AccountField
            accounts={accounts.filter(
              (account) =>
                !account.heading &&
                account.active &&
                account.control === null &&
                account.currency === null &&
                account.element !== 'equity',
            )}
            value={account}
            label="Account of what is owed"
            placeholder="to which account?"
            wrong={wrong}
            onChange={setChosen}
          />
        </div>
        <ul className={clsx(layout.plainList, layout.aboveClose, 'small')} aria-label="What it posts">
          {moved.map(({ account: number, name, balance }) => line(number, name, -parseAmount(balance, currency)))}
          {sum !== 0 && line(account, named?.name ?? '…', sum)}
        </ul>
        <p className={layout.aboveClose}>
          <Button type="submit" variant="contained" disabled={settle.isPending || named === undefined}>
            Settle the period
          </Button>
        </p>
        <ErrorMessage error={wrong ? null : settle.error} />
      </form>
    </Allowed>
  );
}

/** Settlements of other periods, the latest first; each leads to its period. */
function Earlier({ settlements }: { settlements: readonly TaxSettlementResponse[] }) {
  const address = useAddress();
  const { currency } = useBooks();
  if (settlements.length === 0) return null;
  return (
    <ul className={clsx(layout.plainList, layout.above, 'small')} aria-label="Settled periods">
      {settlements.map(({ from, to, entry, amount, reversedBy }) => (
        <li key={entry} className={clsx(layout.spread, styles.period)}>
          <button className="act" type="button" onClick={() => address.setSpan(from, to)}>
            {shortDate(parseCivilDate(from))} – {shortDate(parseCivilDate(to))}
          </button>
          <span className="soft">{reversedBy ? `taken back by ${reversedBy}` : dueInWords(amount, currency)}</span>
        </li>
      ))}
    </ul>
  );
}
