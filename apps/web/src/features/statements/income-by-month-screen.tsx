import { addressOf, type MonthlyRowResponse, withQuery } from '@just-ledger/contract';
import { fiscalMonthOf, parseCivilDate, shortMonthName } from '@just-ledger/core';
import { queryOptions, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import ruled from '../../ui/ruled.module.css';
import { Empty, Sheet } from '../../ui/sheet.js';
import styles from './income-by-month.module.css';
import { writtenFigure } from './written-figure.js';

const ADDRESS = '/api/organisations/{organisation}/reports/income-by-month';

const incomeByMonthQuery = (id: number, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'income-by-month', to],
    queryFn: () => api.get(withQuery(addressOf(ADDRESS, id), { to, form: 'multi-step' })),
  });

/** The income statement of the year with its months beside each other; each figure opens what made it. */
export default function IncomeByMonthScreen() {
  const { organisation, calendar, to } = useBooks();
  const { data } = useSuspenseQuery(incomeByMonthQuery(organisation.id, to));
  return (
    <Sheet title={data.title} aside={data.dateLine}>
      {data.rows.length === 0 ? (
        <Empty>
          <p>{data.note ?? 'Nothing was earned or spent in this year yet.'}</p>
        </Empty>
      ) : (
        <div className={styles.scrolls} role="region" aria-label="Months" tabIndex={0}>
          <table className={clsx(ruled.table, ruled.tight, styles.months)}>
            <thead>
              <tr>
                <th>Account</th>
                {data.months.map(({ from }) => (
                  <th key={from} className="num">
                    {shortMonthName(calendar, fiscalMonthOf(calendar, parseCivilDate(from)))}
                  </th>
                ))}
                <th className="num">Total</th>
              </tr>
            </thead>
            <tbody>
              {data.rows.map((row) => (
                <MonthlyRow key={`${row.key} ${row.account}`} row={row} months={data.months} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </Sheet>
  );
}

const ROW_CLASSES = {
  account: '',
  heading: ruled.heading,
  subtotal: styles.sum,
  total: styles.end,
  carry: styles.end,
};

function MonthlyRow({
  row,
  months,
}: {
  row: MonthlyRowResponse;
  months: readonly { readonly from: string; readonly to: string }[];
}) {
  const address = useAddress();
  const { currency } = useBooks();
  const write = (amount: string | null | undefined): string =>
    amount && Number(amount) !== 0 ? writtenFigure(amount, row.key, currency, true) : '';
  return (
    <tr className={ROW_CLASSES[row.row]}>
      <td>{row.label}</td>
      {months.map(({ from, to }, index) => {
        const figure = write(row.months[index]);
        return (
          <td key={from} className="num">
            {row.account && figure ? (
              <Link to={address.href('account', { account: row.account, from, to })}>{figure}</Link>
            ) : (
              figure
            )}
          </td>
        );
      })}
      <td className="num strong">{write(row.total)}</td>
    </tr>
  );
}
