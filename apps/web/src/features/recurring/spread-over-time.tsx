import { paths } from '@just-ledger/contract';
import { addDays, addMonths, firstOfMonth, parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { AccountField } from '../../ui/account-field.js';
import { ChoiceField } from '../../ui/choice-fields.js';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { useEntryChoices } from '../journal/use-entry-choices.js';
import styles from './recurring-form.module.css';

const MEASURES = [
  ['months', 'months'],
  ['days', 'days'],
] as const;

/** What a posted line is for: from which day to which. It is moved there, and comes back month by month. */
export function SpreadOverTime({ onLeave }: { onLeave: () => void }) {
  const address = useAddress();
  const { organisation, currency, today } = useBooks();
  const { accounts, writable } = useEntryChoices();
  const [number] = useSheetParam('like');
  const { data: entry } = useSuspenseQuery(entryQuery(organisation.id, number));
  const elements = new Map(accounts.map((account) => [account.number, account.element]));
  const lines = entry.lines
    .map((line, index) => ({ ...line, place: index + 1, element: elements.get(line.account) }))
    .filter(({ element }) => element === 'expense' || element === 'revenue');
  const begins = firstOfMonth(parseCivilDate(entry.date));
  const [prepaid, setPlace] = useState(String(lines[0]?.place ?? ''));
  const [first, setFirst] = useState(shortDate(begins));
  const [last, setLast] = useState(shortDate(addDays(addMonths(begins, 12), -1)));
  const [by, setBy] = useState<'months' | 'days'>('months');
  const [account, setAccount] = useState('');
  const chosen = lines.find((line) => String(line.place) === prepaid);
  const isRevenue = chosen?.element === 'revenue';
  const spread = useOrganisationMutation(() =>
    api.post(paths.prepayments(organisation.id), {
      entry: number,
      line: Number(prepaid),
      first: typedDay(first, today) ?? first,
      last: typedDay(last, today) ?? last,
      by,
      account,
    }),
  );
  const { at, elsewhere } = problemPlaces(spread.error, ['line', 'first', 'last', 'account']);
  const wrong = at('account').helperText ?? at('lines.0.account').helperText;
  return (
    <Sheet
      title="For a span of time"
      aside={`entry ${entry.number}, ${entry.explanation}`}
      tools={
        <button className="act" type="button" onClick={onLeave}>
          Close
        </button>
      }
    >
      {lines.length === 0 ? (
        <p>None of its lines is revenue or expense: there is nothing to spread.</p>
      ) : (
        <form
          aria-label="Spread it over time"
          onSubmit={(event) => {
            event.preventDefault();
            spread.mutate(undefined, {
              onSuccess: ({ journal }) => address.go('recurring', { schedule: String(journal.id) }),
            });
          }}
        >
          <div className={styles.fields}>
            <ChoiceField
              label="Line"
              className={styles.name}
              value={prepaid}
              onChange={setPlace}
              {...at('line')}
              choices={lines.map((line) => [
                String(line.place),
                `${line.account} ${line.accountName}, ${shown(line.debit ?? line.credit, currency)}`,
              ])}
            />
            <DateField autoFocus near={today} label="It is for" value={first} onChange={setFirst} {...at('first')} />
            <DateField near={today} label="To" value={last} onChange={setLast} {...at('last')} />
            <ChoiceField label="Shared by" value={by} onChange={setBy} choices={MEASURES} />
            <label className={styles.account}>
              <span className="small soft">{isRevenue ? 'Until then owed on' : 'Until then paid ahead on'}</span>
              <AccountField
                accounts={writable.filter(({ element }) => element === (isRevenue ? 'liability' : 'asset'))}
                value={account}
                label="Until then on"
                wrong={wrong}
                keepsTyped
                onChange={setAccount}
              />
              {wrong && <span className="small brick">{wrong}</span>}
            </label>
          </div>
          <p className="soft">
            One entry on the day of the bill moves it there; a schedule brings each month’s part back, exact to the
            cent.
          </p>
          <ErrorMessage error={elsewhere} />
          <div className={layout.row}>
            <Button type="submit" variant="contained" disabled={spread.isPending || account === ''}>
              Post it and keep the schedule
            </Button>
            <Button variant="outlined" onClick={onLeave}>
              Cancel
            </Button>
          </div>
        </form>
      )}
    </Sheet>
  );
}
