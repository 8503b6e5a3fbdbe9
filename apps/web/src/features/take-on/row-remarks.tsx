import type { TakeOnRowResponse } from '@just-ledger/contract';
import { BREAKDOWN_CELL, similarName, type TrayColumn } from '@just-ledger/core';
import { AddAccount } from './add-account.js';
import { type Cells, type Completions, isNewContact } from './completions.js';
import styles from './tray-table.module.css';

/**
 * What is to be said of a row, under it: what may be meant, what is wrong, and what its method makes of it. What may be
 * meant comes first: what is wrong comes with an answer, and would move what somebody is about to press.
 */
export function RowRemarks({
  row,
  typed,
  columns,
  isReadOnly,
  completions,
  onPut,
  onAddContact,
  onAddAccount,
}: {
  row: TakeOnRowResponse;
  typed: Cells;
  columns: readonly TrayColumn[];
  isReadOnly: boolean;
  completions: Completions;
  /** Puts something else in the place of what was typed. */
  onPut: (column: string, text: string) => void;
  onAddContact: (name: string) => void;
  onAddAccount: (number: string, name: string) => void;
}) {
  const { problems, remarks, proposed } = row;
  const written = Number((typed['accumulated'] ?? '').replaceAll(/[^\d.]/g, ''));
  const isOtherwise = proposed !== null && Number(proposed) !== written;
  if (problems.length === 0 && remarks.length === 0 && !isOtherwise) return null;
  const contact = typed['contact']?.trim() ?? '';
  const likeContact = similarName(contact, completions.contactNames);
  const account = typed['account']?.trim() ?? '';
  const newNumber = /^\d/.test(account) && completions.accountName(account) === undefined ? account : undefined;
  const calledThere = columns.some(({ key }) => key === 'name') ? (typed['name']?.trim() ?? '') : '';
  const likeAccount = newNumber === undefined ? undefined : completions.similarAccount(calledThere);
  return (
    <tr className={styles.said}>
      <td colSpan={columns.length + 1}>
        {!isReadOnly && isNewContact(contact, completions) && (
          <span className={styles.offers}>
            {likeContact && (
              <button className="act" type="button" onClick={() => onPut('contact', likeContact)}>
                It is {likeContact}
              </button>
            )}
            <button className="act" type="button" onClick={() => onAddContact(contact)}>
              Add {contact} as a contact
            </button>
          </span>
        )}
        {!isReadOnly && newNumber && (
          <>
            {likeAccount && (
              <span className={styles.offers}>
                <button className="act" type="button" onClick={() => onPut('account', likeAccount.number)}>
                  It is {likeAccount.number} {likeAccount.name}
                </button>
              </span>
            )}
            <AddAccount number={newNumber} called={calledThere} onAdd={onAddAccount} />
          </>
        )}
        {problems.map(({ path, message }) => (
          <span key={`${path} ${message}`} className="brick">
            {breakdownOf(path)}
            {message}{' '}
          </span>
        ))}
        {remarks.map(({ code, message }) => (
          <span key={code} className="brass">
            {message}{' '}
          </span>
        ))}
        {isOtherwise && remarks.length === 0 && (
          <span className="soft">Its method makes {proposed} of it at the changeover date.</span>
        )}
      </td>
    </tr>
  );
}

/** The name of a breakdown before what is wrong with it. */
function breakdownOf(path: string): string {
  return path.startsWith(BREAKDOWN_CELL) ? `${path.slice(BREAKDOWN_CELL.length)}: ` : '';
}
