import { paths, withQuery } from '@just-ledger/contract';
import { AGES, longDate, parseCivilDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useDeferredValue } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { agedBalancesQuery } from '../../api/open-item-queries.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { Toggle } from '../../ui/toggle.js';
import { AGE_KEYS } from './age-keys.js';
import { AgedContactRows } from './aged-contact-rows.js';

import { shown } from '../../ui/money.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';

/** What is owed to the organisation, or by it, by contact and age; the total is that of the control account. */
export default function AgedScreen({ slot }: ScreenProps) {
  const { organisation, currency, to } = useBooks();
  const [given, setLedger] = useSheetParam('ledger', slot);
  const [detail, setDetail] = useSheetParam('detail', slot);
  const ledger = given === 'payables' ? 'payables' : 'receivables';
  // the sums stay while the documents are fetched
  const isDetailed = useDeferredValue(detail !== '');
  const { data } = useSuspenseQuery(agedBalancesQuery(organisation.id, ledger, to, isDetailed ? 'true' : 'false'));
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
      <div className={clsx(layout.row, layout.belowClose, layout.wide, 'small')}>
        {(['receivables', 'payables'] as const).map((one) => (
          <Toggle key={one} isOn={one === ledger} onClick={() => setLedger(one === 'receivables' ? undefined : one)}>
            {one === 'receivables' ? 'Customers' : 'Suppliers'}
          </Toggle>
        ))}
        <Toggle isOn={detail !== ''} onClick={() => setDetail(detail ? undefined : '1')}>
          Each document
        </Toggle>
      </div>
      {data.contacts.length === 0 ? (
        <Empty>
          <p>
            Nothing is open at this date. Documents come in by taking on balances, or by entries on a control account.
          </p>
        </Empty>
      ) : (
        <table className={ruled.table}>
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
              <AgedContactRows key={contact.number} contact={contact} isDetailed={isDetailed} />
            ))}
            <tr className={ruled.sums}>
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
