import type { TakeOnRowResponse } from '@just-ledger/contract';
import type { CurrencyCode, TrayColumn } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type ClipboardEvent, type KeyboardEvent, useEffect, useRef } from 'react';
import type { Cells, Completions } from './completions.js';
import { isCells } from './pasted-rows.js';
import { RowRemarks } from './row-remarks.js';
import styles from './tray-table.module.css';
import { type SeenCells, useTypedRow } from './use-typed-row.js';

/** A row of a tray that is typed into, and under it what is to be said of it. */
export function TrayRow({
  columns,
  row,
  position,
  isTarget,
  isReadOnly,
  isFirst,
  currency,
  completions,
  onKeep,
  onRemove,
  onPaste,
  onAddContact,
  onAddAccount,
}: {
  columns: readonly TrayColumn[];
  /** Nothing for the row that is not there yet. */
  row: TakeOnRowResponse | undefined;
  position: number;
  /** Whether a suggestion points to it. */
  isTarget: boolean;
  isReadOnly: boolean;
  /** Whether typing begins here. */
  isFirst: boolean;
  currency: CurrencyCode;
  completions: Completions;
  onKeep: (cells: Cells, seen: SeenCells) => Promise<unknown>;
  onRemove: () => void;
  onPaste: (text: string, column: string) => void;
  onAddContact: (name: string) => void;
  onAddAccount: (number: string, name: string) => void;
}) {
  const line = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (isTarget) line.current?.scrollIntoView({ block: 'center' });
  }, [isTarget]);
  const { typed, type, leave, put } = useTypedRow(columns, row, currency, completions, line, onKeep);
  const press = (event: KeyboardEvent<HTMLInputElement>): void => {
    const goesOn = event.key === 'Enter' && !event.ctrlKey && !event.metaKey;
    const removes = event.altKey && event.key === 'Backspace' && row !== undefined;
    if (!goesOn && !removes) return;
    event.preventDefault();
    nextInput(event.currentTarget)?.focus();
    if (removes) onRemove();
  };
  const paste = (event: ClipboardEvent, column: string): void => {
    const text = event.clipboardData.getData('text/plain');
    if (!isCells(text)) return;
    event.preventDefault();
    onPaste(text, column);
  };
  return (
    <>
      <tr ref={line} className={isTarget ? styles.pointed : ''} aria-current={isTarget || undefined}>
        {columns.map((column, index) => {
          const { key, kind, label } = column;
          const wrong = row?.problems.find(({ path }) => path === key)?.message;
          const isAmount = kind === 'amount' || kind === 'number';
          const name = kind === 'account' ? completions.accountName(typed[key]?.trim() ?? '') : undefined;
          return (
            <td key={key} className={isAmount ? 'num' : ''}>
              <span className={kind === 'account' ? styles.accountCell : undefined}>
                <input
                  className={clsx(styles.typed, isAmount && 'num')}
                  aria-label={`${label}, row ${position}`}
                  aria-invalid={wrong !== undefined}
                  title={wrong ?? typed[key]}
                  readOnly={isReadOnly}
                  autoFocus={isFirst && index === 0}
                  value={typed[key] ?? ''}
                  list={LISTS[kind]}
                  autoComplete="off"
                  onChange={(event) => type(key, event.target.value)}
                  onBlur={() => leave(column)}
                  onKeyDown={press}
                  onPaste={(event) => paste(event, key)}
                />
                {name && <span className={clsx(styles.clipped, 'soft')}>{name}</span>}
              </span>
            </td>
          );
        })}
        <td className="num">
          {row && !isReadOnly && (
            // Tab walks the cells only, whether a row is kept yet or not; Alt Backspace takes it away by keyboard
            <button
              className="plain soft"
              type="button"
              tabIndex={-1}
              aria-label={`Remove row ${position}`}
              onClick={onRemove}
            >
              ×
            </button>
          )}
        </td>
      </tr>
      {row && (
        <RowRemarks
          row={row}
          typed={typed}
          columns={columns}
          isReadOnly={isReadOnly}
          completions={completions}
          onPut={put}
          onAddContact={onAddContact}
          onAddAccount={onAddAccount}
        />
      )}
    </>
  );
}

/** The lists of the page that a kind of cell is completed from. */
const LISTS: Partial<Record<TrayColumn['kind'], string>> = {
  account: 'take-on-accounts',
  contact: 'take-on-contacts',
  class: 'take-on-classes',
  method: 'take-on-methods',
};

/** The next field of the table, in reading order. */
function nextInput(from: HTMLInputElement): HTMLInputElement | undefined {
  const all = [...(from.closest('table')?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  return all[all.indexOf(from) + 1];
}
