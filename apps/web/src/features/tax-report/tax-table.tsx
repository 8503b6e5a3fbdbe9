import type { TaxReportGroupResponse, TaxReportResponse, TaxReportRowResponse } from '@just-ledger/contract';
import { minor, parseAmount, TAX_GROUP_WORDS } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { walkAmong } from '../../ui/focused.js';
import { shown } from '../../ui/money.js';
import { displayed } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import { Empty } from '../../ui/sheet.js';
import styles from './tax-report.module.css';
import { dueInWords, rowKey } from './tax-words.js';

/** The report: what is taxed at each code, what of it is owed and reclaimed, and what that comes to. */
export function TaxTable({
  report: { groups, due },
  chosen,
  onChoose,
}: {
  report: TaxReportResponse;
  /** The key of the row whose entries are shown. */
  chosen: string;
  onChoose: (key: string) => void;
}) {
  const address = useAddress();
  const { currency } = useBooks();
  const used = groups.filter(({ rows }) => rows.length > 0);
  if (used.length === 0) {
    return (
      <Empty>
        <p>
          No entry of these days names a tax code. Codes are set up under{' '}
          <Link className="act" to={address.href('tax-codes')}>
            Tax codes
          </Link>
          ; a line names one, or its account proposes it.
        </p>
      </Empty>
    );
  }
  const hasCost = used.some(({ cost }) => parseAmount(cost, currency) !== 0);
  const counted = used.filter(({ group }) => group !== 'since');
  const total = (column: 'owed' | 'reclaimed' | 'cost'): string =>
    displayed(
      minor(counted.reduce((sum, taxReportGroup) => sum + parseAmount(taxReportGroup[column], currency), 0)),
      currency,
    );
  return (
    <>
      <table
        className={clsx(ruled.table, styles.table, hasCost && styles.withCost)}
        aria-label="Tax by code"
        onKeyDown={(event) => walkAmong(event, '[data-row]')}
      >
        <thead>
          <tr>
            <th>Code</th>
            <th className="num">Taxed</th>
            <th className="num">Owed</th>
            <th className="num">Reclaimed</th>
            {hasCost && <th className="num">In the cost</th>}
          </tr>
        </thead>
        {counted.map((group, index) => (
          <GroupRows key={group.group} {...{ group, hasCost, chosen, onChoose }} isFirst={index === 0} />
        ))}
        <tbody>
          <tr className={ruled.sums}>
            <td />
            <td />
            <td className="num">{total('owed')}</td>
            <td className="num">{total('reclaimed')}</td>
            {hasCost && <td className="num">{total('cost')}</td>}
          </tr>
        </tbody>
        {used
          .filter(({ group }) => group === 'since')
          .map((group) => (
            <GroupRows key={group.group} {...{ group, hasCost, chosen, onChoose }} isFirst={false} />
          ))}
      </table>
      <p className={styles.due} role="status">
        For the period <strong>{dueInWords(due, currency)}</strong>.
      </p>
    </>
  );
}

function GroupRows({
  group: { group, rows },
  hasCost,
  isFirst,
  chosen,
  onChoose,
}: {
  group: TaxReportGroupResponse;
  hasCost: boolean;
  /** Whether its first row is the one that Tab leads to. */
  isFirst: boolean;
  chosen: string;
  onChoose: (key: string) => void;
}) {
  const { currency } = useBooks();
  const figure = (amount: string): string => (parseAmount(amount, currency) === 0 ? '' : shown(amount, currency));
  return (
    <tbody>
      {TAX_GROUP_WORDS[group] && (
        <tr className={ruled.heading}>
          <td colSpan={hasCost ? 5 : 4}>{TAX_GROUP_WORDS[group]}</td>
        </tr>
      )}
      {rows.map((row, index) => {
        const key = rowKey(group, row.code, row.rate);
        return (
          <tr
            key={key}
            data-row={key}
            tabIndex={key === chosen || (isFirst && index === 0) ? 0 : -1}
            aria-current={key === chosen || undefined}
            className={clsx(ruled.goes, key === chosen && ruled.chosen)}
            onClick={() => onChoose(key)}
            onKeyDown={(event) => event.key === 'Enter' && onChoose(key)}
          >
            <td>
              <strong>{row.code}</strong> <span className="soft">{row.name}</span>
              <div className="soft small">{besides(row, currency)}</div>
            </td>
            <td className="num">{shown(row.base, currency)}</td>
            <td className="num">{figure(row.owed)}</td>
            <td className="num">{figure(row.reclaimed)}</td>
            {hasCost && <td className="num">{figure(row.cost)}</td>}
          </tr>
        );
      })}
    </tbody>
  );
}

/** The rate, and what makes the tax differ from it. */
function besides({ rate, adjusted, rounding }: TaxReportRowResponse, currency: Parameters<typeof shown>[1]): string {
  const differs = ([amount, word]: readonly [string, string]): string[] =>
    parseAmount(amount, currency) === 0 ? [] : [`${shown(amount, currency)} ${word}`];
  return [
    `${rate} %`,
    ...(
      [
        [adjusted, 'by hand'],
        [rounding, 'by rounding'],
      ] as const
    ).flatMap(differs),
  ].join(' · ');
}
