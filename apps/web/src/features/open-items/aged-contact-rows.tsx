import type { AgedItemResponse } from '@just-ledger/contract';
import { type AgedContactResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import { AGE_KEYS } from './age-keys.js';
import styles from './aged-contact-rows.module.css';

export function AgedContactRows({ contact, isDetailed }: { contact: AgedContactResponse; isDetailed: boolean }) {
  const { currency } = useBooks();
  const address = useAddress();
  const figure = (amount: string): string => (Number(amount) === 0 ? '' : shown(amount, currency));
  return (
    <>
      <tr className={isDetailed ? ruled.heading : ''}>
        <td>
          <Link className="act" to={address.href('contact', { contact: contact.number })}>
            {contact.name}
          </Link>
        </td>
        {AGE_KEYS.map((age) => (
          <td key={age} className="num">
            {figure(contact.ages[age])}
          </td>
        ))}
        <td className="num strong">{shown(contact.total, currency)}</td>
      </tr>
      {isDetailed &&
        contact.items.map(
          (
            {
              document,
              ownNumber,
              date,
              dueDate,
              daysOverdue,
              age,
              open,
              currency: own,
              foreignOpen,
              entries,
              notAllocated,
            },
            index,
          ) => (
            <tr key={index}>
              <td className={styles.document}>
                <Link className="act" to={address.href('journal', { entry: entries[0] })}>
                  {document ?? (isPayment({ document, open, notAllocated }) ? 'payment' : 'no number')}
                </Link>{' '}
                <span className="soft small">
                  {ownNumber && `ours ${ownNumber}, `}of {shortDate(parseCivilDate(date))}
                  {isPayment({ document, open, notAllocated })
                    ? ', not allocated to a document'
                    : `, due ${shortDate(parseCivilDate(dueDate))}`}
                  {daysOverdue > 0 && `, ${daysOverdue} ${daysOverdue === 1 ? 'day' : 'days'} over`}
                  {own && ` · ${own} ${foreignOpen}`}
                </span>
                {notAllocated !== null && document !== null && (
                  <div className="brass small">
                    {shown(notAllocated, currency)} paid without naming a document, taken off the oldest
                  </div>
                )}
              </td>
              {AGE_KEYS.map((one) => (
                <td key={one} className="num">
                  {one === age ? shown(open, currency) : ''}
                </td>
              ))}
              <td />
            </tr>
          ),
        )}
    </>
  );
}

/** Whether an item is what is left of a payment that names no document. */
function isPayment({
  document,
  open,
  notAllocated,
}: Pick<AgedItemResponse, 'document' | 'open' | 'notAllocated'>): boolean {
  return document === null && notAllocated !== null && open.startsWith('-');
}
