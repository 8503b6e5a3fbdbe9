import type { TaxAccountResponse, TaxReportResponse } from '@just-ledger/contract';
import { parseAmount } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shownWithSide } from '../../ui/money.js';
import { ProofMark } from '../../ui/proof-mark.js';
import { Sheet } from '../../ui/sheet.js';
import { TaxSettlement } from './tax-settlement.js';
import styles from './tax-report.module.css';

/** The accounts that hold the tax: what stood there, what came, and that the report is what came; then its settlement. */
export function TaxAccounts({ report }: { report: TaxReportResponse }) {
  return (
    <Sheet
      title="Accounts of tax"
      aside={
        <span className={layout.row}>
          <ProofMark holds={report.holds} />
          {report.holds ? 'explained, and as the report says' : 'not as the report says'}
        </span>
      }
    >
      {report.accounts.length === 0 && <p className="soft">No tax code names an account.</p>}
      {report.accounts.map((account) => (
        <AccountSums key={account.account} one={account} />
      ))}
      <TaxSettlement report={report} />
    </Sheet>
  );
}

/** One account, from what stood there before to what stands there at the end. */
function AccountSums({ one }: { one: TaxAccountResponse }) {
  const address = useAddress();
  const { currency } = useBooks();
  const row = (label: string, amount: string, isSum = false) =>
    (isSum || parseAmount(amount, currency) !== 0) && (
      <div className={clsx(layout.spread, isSum && styles.sum)}>
        <dt className={isSum ? '' : 'soft'}>{label}</dt>
        <dd className="num nowrap">{shownWithSide(amount, currency)}</dd>
      </div>
    );
  return (
    <section className={styles.account} aria-label={`${one.account} ${one.name}`}>
      <h2 className={layout.row}>
        <ProofMark holds={one.holds} />
        <Link className="plain" to={address.href('account', { account: one.account })}>
          <span className="soft">{one.account}</span> {one.name}
        </Link>
      </h2>
      <dl className="small">
        {row('stood there before', one.opening)}
        {row('tax of the period', one.tax)}
        {row('settled', one.settled)}
        {row('without a tax code', one.other)}
        {row('stands there at the end', one.balance, true)}
      </dl>
      {one.otherEntries.length > 0 && (
        <p className="small soft">
          Without a tax code:{' '}
          {one.otherEntries.map((number, index) => (
            <span key={number}>
              {index > 0 && ', '}
              <Link className="act" to={address.href('journal', { entry: number })}>
                {number}
              </Link>
            </span>
          ))}
        </p>
      )}
      {!one.holds && <p className="small brick">Its lines do not make what stands there.</p>}
    </section>
  );
}
