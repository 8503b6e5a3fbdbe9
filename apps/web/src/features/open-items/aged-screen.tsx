import { type AgedContactResponse, type AgedItemResponse, paths, withQuery } from '@just-ledger/contract';
import { type Age, AGES, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { agedBalancesQuery } from '../../api/open-item-queries.js';

import { shown } from '../../ui/money.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';

const AGE_KEYS = Object.keys(AGES) as Age[];

/** What is owed to the organisation, or by it, by contact and age; the total is that of the control account. */
export default function AgedScreen({ slot }: ScreenProps) {
  const { organisation, currency, to } = useBooks();
  const [given, setLedger] = useSheetParam('ledger', slot);
  const [detail, setDetail] = useSheetParam('detail', slot);
  const ledger = given === 'payables' ? 'payables' : 'receivables';
  const { data } = useSuspenseQuery(agedBalancesQuery(organisation.id, ledger, to));
  const agrees = data.total === data.control;
  return (
    <Sheet
      title="Aged balances"
      aside={`${ledger === 'receivables' ? 'owed by customers' : 'owed to suppliers'}, as at ${longDate(parseCivilDate(data.asAt))}`}
      tools={
        <a
          className="act"
          href={withQuery(paths.agedBalancesCsv(organisation.id), { ledger, asAt: to })}
          download={`aged-${ledger}.csv`}
        >
          Save as CSV
        </a>
      }
    >
      <div className="row small" style={{ marginBottom: 10, gap: 16 }}>
        {(['receivables', 'payables'] as const).map((one) => (
          <button
            key={one}
            type="button"
            className={one === ledger ? 'plain strong' : 'plain soft'}
            aria-pressed={one === ledger}
            onClick={() => setLedger(one === 'receivables' ? undefined : one)}
          >
            {one === 'receivables' ? 'Customers' : 'Suppliers'}
          </button>
        ))}
        <button
          type="button"
          className={detail ? 'plain strong' : 'plain soft'}
          aria-pressed={detail !== ''}
          onClick={() => setDetail(detail ? undefined : '1')}
        >
          Each document
        </button>
      </div>
      {data.contacts.length === 0 ? (
        <Empty>
          <p>
            Nothing is open at this date. Documents come in by taking on balances, or by entries on a control account.
          </p>
        </Empty>
      ) : (
        <table className="ruled">
          <thead>
            <tr>
              <th>{ledger === 'receivables' ? 'Customer' : 'Supplier'}</th>
              {AGE_KEYS.map((age) => (
                <th key={age} className="num">
                  {AGES[age]}
                </th>
              ))}
              <th className="num">Total</th>
            </tr>
          </thead>
          <tbody>
            {data.contacts.map((contact) => (
              <ContactRows key={contact.number} contact={contact} isDetailed={detail !== ''} />
            ))}
            <tr className="sums">
              <td>Total</td>
              {AGE_KEYS.map((age) => (
                <td key={age} className="num">
                  {shown(data.ages[age], currency)}
                </td>
              ))}
              <td className="num">{shown(data.total, currency)}</td>
            </tr>
            <tr>
              <td className="soft" colSpan={AGE_KEYS.length + 1}>
                {agrees ? 'The control account stands at the same' : 'The control account stands at'}
              </td>
              <td className={agrees ? 'num soft' : 'num brick strong'}>{shown(data.control, currency)}</td>
            </tr>
          </tbody>
        </table>
      )}
    </Sheet>
  );
}

function ContactRows({ contact, isDetailed }: { contact: AgedContactResponse; isDetailed: boolean }) {
  const { currency } = useBooks();
  const address = useAddress();
  const figure = (amount: string): string => (Number(amount) === 0 ? '' : shown(amount, currency));
  return (
    <>
      <tr className={isDetailed ? 'heading' : ''}>
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
              <td style={{ paddingLeft: 24 }}>
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
