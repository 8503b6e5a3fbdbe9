import type { AgedItemResponse, ReckoningResponse } from '@just-ledger/contract';
import { AGES, keysOf } from '@just-ledger/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { openItemsQuery } from '../../api/open-item-queries.js';
import { Cell } from '../../ui/cell.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { plainDecimal, writtenDecimal } from '../../ui/own-ways.js';
import ruled from '../../ui/ruled.module.css';
import grid from '../../ui/typed-grid.module.css';
import styles from './count-form.module.css';
import { toNextCell } from './to-next-cell.js';
import type { Facts } from './use-reckoning.js';

/** What is overdue, document by document: of each another percentage than its age’s can be said. */
export function DoubtedDocuments({
  date,
  reckoning,
  wrong,
  onFacts,
}: {
  /** The day as at which it is open. */
  date: string;
  /** By age; its first rows are the ages in their order. */
  reckoning: ReckoningResponse;
  wrong: (path: string) => string | undefined;
  onFacts: (facts: Facts | undefined) => void;
}) {
  const { organisation, currency } = useBooks();
  const { data, hasNextPage, fetchNextPage } = useInfiniteQuery(openItemsQuery(organisation.id, 'receivables', date));
  const [typed, setTyped] = useState<ReadonlyMap<string, string>>(new Map());
  const items = (data?.pages ?? [])
    .flatMap(({ contacts }) => contacts)
    .flatMap(({ number, name, items: own }) => own.map((item) => ({ ...item, contact: number, name })))
    .filter((item) => item.document !== null && item.age !== 'not-due' && !item.open.startsWith('-'));
  if (items.length === 0) return null;
  const keyOf = ({ contact, document }: (typeof items)[number]): string => `${contact}\n${document ?? ''}`;
  const said = [...typed].filter(([, percent]) => percent.trim() !== '');
  const say = (key: string, percent: string): void => {
    const next = new Map(typed).set(key, percent);
    setTyped(next);
    const doubted = [...next]
      .filter(([, value]) => value.trim() !== '')
      .map(([path, value]) => {
        const [contact = '', document = ''] = path.split('\n');
        return { contact, document, percent: plainDecimal(value) };
      });
    onFacts(doubted.length > 0 ? { doubted } : undefined);
  };
  const ageRow = ({ age }: AgedItemResponse) => reckoning.rows[keysOf(AGES).indexOf(age)];
  return (
    <details className={layout.below}>
      <summary className="act">
        Document by document
        {said.length > 0 && `: ${said.length} said otherwise`}
      </summary>
      <table
        className={clsx(ruled.table, ruled.tight, grid.table, styles.count)}
        onKeyDown={toNextCell}
        aria-label="Overdue documents"
      >
        <thead>
          <tr>
            <th>Document</th>
            <th className="num">Days over</th>
            <th className="num">Open</th>
            <th className="num">Per cent</th>
          </tr>
        </thead>
        <tbody>
          {items.map((item) => {
            const key = keyOf(item);
            const index = said.findIndex(([path]) => path === key);
            return (
              <tr key={key}>
                <td>
                  <span>
                    {item.name} <span className="soft">{item.document}</span>
                  </span>
                </td>
                <td className="num soft">
                  <span>{item.daysOverdue}</span>
                </td>
                <td className="num">
                  <span>{shown(item.open, currency)}</span>
                </td>
                <td className={grid.money}>
                  <Cell
                    label={`Per cent of ${item.document ?? ''}, ${item.name}`}
                    isAmount
                    value={typed.get(key) ?? ''}
                    placeholder={writtenDecimal(ageRow(item)?.percent ?? '')}
                    wrong={
                      index < 0
                        ? undefined
                        : (wrong(`doubted.${index}.percent`) ?? wrong(`doubted.${index}.document`))
                    }
                    onChange={(percent) => say(key, percent)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {hasNextPage && (
        <button className="act" type="button" onClick={() => void fetchNextPage()}>
          More documents
        </button>
      )}
    </details>
  );
}
