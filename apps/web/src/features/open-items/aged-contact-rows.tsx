import type { AgedContactResponse, AgedItemResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { AGE_KEYS } from './age-keys.js';
import styles from './aged-contact-rows.module.css';

/** What is open with a contact by age; below it, if they are asked for, its documents. */
export function AgedContactRows({
  contact,
  items,
  onToggle,
}: {
  contact: AgedContactResponse;
  items: readonly AgedItemResponse[] | undefined;
  onToggle: (() => void) | undefined;
}) {
  const { currency } = useBooks();
  const address = useAddress();
  return (
    <>
      <tr className={items ? ruled.heading : ''}>
        <td>
          <span className={clsx(layout.row, layout.unwrapped)}>
            {onToggle && (
              <button
                type="button"
                className="plain soft"
                aria-expanded={items !== undefined}
                aria-label={`Documents of ${contact.name}`}
                onClick={onToggle}
              >
                {items ? '−' : '+'}
              </button>
            )}
            <Link className="act" to={address.href('contact', { contact: contact.number })}>
              {contact.name}
            </Link>
          </span>
        </td>
        {AGE_KEYS.map((age) => (
          <td key={age} className="num">
            {Number(contact.ages[age]) === 0 ? '' : shown(contact.ages[age], currency)}
          </td>
        ))}
        <td className="num strong">{shown(contact.total, currency)}</td>
      </tr>
      {items?.map((item, index) => (
        <AgedItemRow key={index} item={item} />
      ))}
    </>
  );
}

function AgedItemRow({ item }: { item: AgedItemResponse }) {
  const { currency } = useBooks();
  const address = useAddress();
  return (
    <tr>
      <td className={styles.document}>
        <Link className="act" to={address.href('journal', { entry: item.entries[0] })}>
          {nameOf(item)}
        </Link>{' '}
        <span className="soft small">{describedItem(item)}</span>
        {item.notAllocated !== null && item.document !== null && (
          <div className="brass small">
            {shown(item.notAllocated, currency)} paid without naming a document, taken off the oldest
          </div>
        )}
      </td>
      {AGE_KEYS.map((ageKey) => (
        <td key={ageKey} className="num">
          {ageKey === item.age ? shown(item.open, currency) : ''}
        </td>
      ))}
      <td />
    </tr>
  );
}

/** What an open item is called. */
export function nameOf(item: AgedItemResponse): string {
  return item.document ?? (isPayment(item) ? 'payment' : 'no number');
}

/** Our own number for it, its dates, and what it is in its own currency. */
export function describedItem(item: AgedItemResponse): string {
  const { ownNumber, date, dueDate, daysOverdue, currency, foreignOpen } = item;
  const day = (text: string): string => shortDate(parseCivilDate(text));
  return [
    ownNumber && `ours ${ownNumber}, `,
    `of ${day(date)}`,
    isPayment(item) ? ', not allocated to a document' : `, due ${day(dueDate)}`,
    daysOverdue > 0 && `, ${daysOverdue} ${daysOverdue === 1 ? 'day' : 'days'} over`,
    currency && ` · ${currency} ${foreignOpen}`,
  ]
    .filter(Boolean)
    .join('');
}

/** Whether an item is what is left of a payment that names no document. */
function isPayment({ document, open, notAllocated }: AgedItemResponse): boolean {
  return document === null && notAllocated !== null && open.startsWith('-');
}
