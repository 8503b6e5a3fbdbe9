import type { TakeOnRowResponse } from '@just-ledger/contract';
import { BREAKDOWN_CELL, type CurrencyCode, similarName, type TrayColumn } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type ClipboardEvent, type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { AddAccount } from './add-account.js';
import { inOwnMarks, inPlainMarks, ownAmount } from './own-cells.js';
import { isCells } from './pasted-rows.js';
import styles from './tray-table.module.css';

/** The cells of a row by column. */
export type Cells = Readonly<Record<string, string>>;

/** What a row's cells may be completed from. */
export interface Completions {
  /** The name of an account by its number; nothing if there is none. */
  readonly accountName: (number: string) => string | undefined;
  /** The number of the account whose name is most like one, and that name. */
  readonly similarAccount: (name: string) => { readonly number: string; readonly name: string } | undefined;
  /** The number of the one account that a text finds. */
  readonly findAccount: (text: string) => string | undefined;
  /** The usual values of the breakdowns that an account needs, by the keys of their cells. */
  readonly usualValues: (number: string) => Cells;
  readonly contacts: ReadonlySet<string>;
  /** The names of contacts, as they are written. */
  readonly contactNames: readonly string[];
}

/** A row of a tray that is typed into; it is kept whenever a cell is left. */
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
  onKeep: (cells: Cells) => void;
  onRemove: () => void;
  onPaste: (text: string, column: string) => void;
  onAddContact: (name: string) => void;
  onAddAccount: (number: string, name: string) => void;
}) {
  const [typed, setTyped] = useState<Cells>(inOwnMarks(columns, row?.cells ?? {}));
  const kept = useRef<Cells>(row?.cells ?? {});
  const line = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (isTarget) line.current?.scrollIntoView({ block: 'center' });
  }, [isTarget]);
  // what somebody else has written meanwhile is shown, unless it is being typed into
  const given = JSON.stringify(row?.cells ?? {});
  useEffect(() => {
    if (!row || given === JSON.stringify(kept.current) || line.current?.contains(document.activeElement)) return;
    kept.current = JSON.parse(given) as Cells;
    setTyped(inOwnMarks(columns, kept.current));
  }, [row, given, columns]);
  const keep = (own: Cells): void => {
    const cells = inPlainMarks(columns, own);
    // a row that is not there yet may have been refused: whoever keeps it knows whether it is on its way
    const isUnsent = !row && Object.values(cells).some((cell) => cell.trim() !== '');
    if (!isUnsent && JSON.stringify(cells) === JSON.stringify(kept.current)) return;
    kept.current = cells;
    onKeep(cells);
  };
  const leave = (column: TrayColumn): void => {
    const text = typed[column.key]?.trim() ?? '';
    const found = completed(column, text);
    const done = found !== undefined && found !== text ? { ...typed, [column.key]: found } : typed;
    const cells = column.kind === 'account' ? withUsual(columns, done, completions) : done;
    if (cells !== typed) setTyped(cells);
    keep(cells);
  };
  /** What a cell becomes when it is left: an account by its number, an amount worked out. */
  const completed = ({ kind }: TrayColumn, text: string): string | undefined => {
    if (kind === 'account' && text !== '') return completions.findAccount(text);
    return kind === 'amount' ? ownAmount(text, currency) : undefined;
  };
  const press = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Enter' && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      nextInput(event.currentTarget)?.focus();
    }
    if (event.altKey && event.key === 'Backspace' && row) {
      event.preventDefault();
      nextInput(event.currentTarget)?.focus();
      onRemove();
    }
  };
  const paste = (event: ClipboardEvent, column: string): void => {
    const text = event.clipboardData.getData('text/plain');
    if (!isCells(text)) return;
    event.preventDefault();
    onPaste(text, column);
  };
  const problems = row?.problems ?? [];
  const remarks = row?.remarks ?? [];
  const contact = typed['contact']?.trim() ?? '';
  const written = Number((typed['accumulated'] ?? '').replaceAll(/[^\d.]/g, ''));
  const isOtherwise = row?.proposed !== undefined && row.proposed !== null && Number(row.proposed) !== written;
  const like = similarName(contact, completions.contactNames);
  const account = typed['account']?.trim() ?? '';
  const newNumber = /^\d/.test(account) && completions.accountName(account) === undefined ? account : undefined;
  const calledThere = columns.some(({ key }) => key === 'name') ? (typed['name']?.trim() ?? '') : '';
  const likeAccount = newNumber === undefined ? undefined : completions.similarAccount(calledThere);
  /** Puts something else in the place of what was typed. */
  const put = (column: string, text: string): void => {
    const cells = { ...typed, [column]: text };
    setTyped(cells);
    keep(cells);
  };
  const isStranger = contact !== '' && !completions.contacts.has(contact.toLowerCase());
  return (
    <>
      <tr ref={line} className={isTarget ? styles.pointed : ''} aria-current={isTarget || undefined}>
        {columns.map((column, place) => {
          const { key, kind, label } = column;
          const wrong = problems.find(({ path }) => path === key)?.message;
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
                  autoFocus={isFirst && place === 0}
                  value={typed[key] ?? ''}
                  list={LISTS[kind]}
                  autoComplete="off"
                  onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
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
              aria-label={`Take row ${position} away`}
              onClick={onRemove}
            >
              ×
            </button>
          )}
        </td>
      </tr>
      {(problems.length > 0 || remarks.length > 0 || isOtherwise) && (
        <tr className={styles.said}>
          <td colSpan={columns.length + 1}>
            {problems.map(({ path, message }) => (
              <span key={`${path} ${message}`} className="brick">
                {labelled(path)}
                {message}{' '}
              </span>
            ))}
            {isStranger && !isReadOnly && (
              <span className={styles.offers}>
                {like && (
                  <button className="act" type="button" onClick={() => put('contact', like)}>
                    It is {like}
                  </button>
                )}
                <button className="act" type="button" onClick={() => onAddContact(contact)}>
                  Add {contact} as a contact
                </button>
              </span>
            )}
            {newNumber && !isReadOnly && (
              <>
                {likeAccount && (
                  <span className={styles.offers}>
                    <button className="act" type="button" onClick={() => put('account', likeAccount.number)}>
                      It is {likeAccount.number} {likeAccount.name}
                    </button>
                  </span>
                )}
                <AddAccount number={newNumber} called={calledThere} onAdd={onAddAccount} />
              </>
            )}
            {remarks.map(({ code, message }) => (
              <span key={code} className="brass">
                {message}{' '}
              </span>
            ))}
            {isOtherwise && remarks.length === 0 && (
              <span className="soft">Its method makes {row?.proposed} of it at the changeover date.</span>
            )}
          </td>
        </tr>
      )}
    </>
  );
}

/** Cells with the usual values of the breakdowns that their account needs, where nothing else stands there. */
function withUsual(columns: readonly TrayColumn[], cells: Cells, { usualValues }: Completions): Cells {
  const wanted = Object.entries(usualValues(cells['account']?.trim() ?? '')).filter(
    ([key]) => (cells[key] ?? '') === '' && columns.some((column) => column.key === key),
  );
  return wanted.length === 0 ? cells : { ...cells, ...Object.fromEntries(wanted) };
}

/** The lists of the page that a kind of cell is completed from. */
const LISTS: Partial<Record<TrayColumn['kind'], string>> = {
  account: 'take-on-accounts',
  contact: 'take-on-contacts',
  class: 'take-on-classes',
  method: 'take-on-methods',
};

/** The name of a breakdown before what is wrong with it. */
function labelled(path: string): string {
  return path.startsWith(BREAKDOWN_CELL) ? `${path.slice(BREAKDOWN_CELL.length)}: ` : '';
}

/** The next field of the table, in reading order. */
function nextInput(from: HTMLInputElement): HTMLInputElement | undefined {
  const all = [...(from.closest('table')?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  return all[all.indexOf(from) + 1];
}
