import type { AgedBalancesResponse, AgedContactResponse } from '@just-ledger/contract';
import { AGES } from '@just-ledger/core';
import { Fragment } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { AGE_KEYS } from './age-keys.js';
import { AgedContactRows } from './aged-contact-rows.js';
import type { Documents } from './use-documents.js';

/** Contacts by age with the sums of all, and the control account that they must equal. */
export function AgedTable({
  sums,
  contacts,
  documents,
  onToggle,
}: {
  sums: AgedBalancesResponse;
  contacts: readonly AgedContactResponse[];
  documents: Documents;
  /** Opens or closes a contact's documents; nothing where each document is shown anyway. */
  onToggle: ((contact: string) => void) | undefined;
}) {
  const { currency } = useBooks();
  const agrees = sums.total === sums.control;
  return (
    <table className={ruled.table}>
      <thead>
        <tr>
          <th>{sums.ledger === 'receivables' ? 'Customer' : 'Supplier'}</th>
          {AGE_KEYS.map((age) => (
            <th key={age} className="num">
              {AGES[age]}
            </th>
          ))}
          <th className="num">Total</th>
        </tr>
      </thead>
      <tbody>
        {contacts.map((contact) => (
          <Fragment key={contact.number}>
            <AgedContactRows
              contact={contact}
              items={documents.of(contact.number)}
              onToggle={onToggle && (() => onToggle(contact.number))}
            />
            {documents.moreAfter === contact.number && (
              <tr>
                <td colSpan={AGE_KEYS.length + 2}>
                  <button className="act" type="button" disabled={documents.isReading} onClick={documents.readMore}>
                    {documents.isReading ? 'Reading …' : 'Further documents'}
                  </button>
                </td>
              </tr>
            )}
          </Fragment>
        ))}
        <tr className={ruled.sums}>
          <td>Total</td>
          {AGE_KEYS.map((age) => (
            <td key={age} className="num">
              {shown(sums.ages[age], currency)}
            </td>
          ))}
          <td className="num">{shown(sums.total, currency)}</td>
        </tr>
        <tr>
          <td className="soft" colSpan={AGE_KEYS.length + 1}>
            {agrees ? 'The control account stands at the same' : 'The control account stands at'}
          </td>
          <td className={agrees ? 'num soft' : 'num brick strong'}>{shown(sums.control, currency)}</td>
        </tr>
      </tbody>
    </table>
  );
}
