import { type AccountResponse, paths, PrepaymentRequest } from '@just-ledger/contract';
import { addDays, addMonths, firstOfMonth, parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useWatch } from 'react-hook-form';
import { clsx } from 'clsx';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery } from '../../api/journal-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { AccountInput, ChoiceInput, DateInput } from '../../ui/form-fields.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import { typedDay } from '../../ui/own-ways.js';
import { RequestForm } from '../../ui/request-form.js';
import { Sheet } from '../../ui/sheet.js';
import { useEntryChoices } from '../journal/use-entry-choices.js';
import styles from './recurring-form.module.css';

const MEASURES = ['months', 'days'] as const;
const USUALLY: { readonly by: (typeof MEASURES)[number] } = { by: 'months' };

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
  const spread = useOrganisationMutation((request: PrepaymentRequest) =>
    api.post(paths.prepayments(organisation.id), request),
  );
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
        <RequestForm
          of={PrepaymentRequest}
          label="Spread it over time"
          values={{
            line: String(lines[0]?.place ?? ''),
            first: shortDate(begins),
            last: shortDate(addDays(addMonths(begins, 12), -1)),
            ...USUALLY,
            account: '',
          }}
          toRequest={({ line, first, last, by, account }): PrepaymentRequest =>
            Object.assign(new PrepaymentRequest(), {
              entry: number,
              line: Number(line),
              first: typedDay(first, today) ?? first,
              last: typedDay(last, today) ?? last,
              by,
              account,
            })
          }
          send={async (request) => {
            const { journal } = await spread.mutateAsync(request);
            address.go('recurring', { schedule: String(journal.id) });
          }}
          foot={({ isPending }) => (
            <div className={clsx(layout.row, layout.aboveClose)}>
              <Button type="submit" variant="contained" disabled={isPending}>
                Post it and keep the schedule
              </Button>
              <Button variant="outlined" onClick={onLeave}>
                Cancel
              </Button>
            </div>
          )}
        >
          <div className={styles.fields}>
            <ChoiceInput
              name="line"
              label="Line"
              className={styles.name}
              choices={lines}
              keyOf={({ place }) => String(place)}
              labelOf={({ account, accountName, debit, credit }) =>
                `${account} ${accountName}, ${shown(debit ?? credit, currency)}`
              }
            />
            <DateInput autoFocus near={today} name="first" label="It is for" />
            <DateInput near={today} name="last" label="To" />
            <ChoiceInput name="by" label="Shared by" choices={MEASURES} keyOf={(by) => by} labelOf={(by) => by} />
            <UntilThen lines={lines} writable={writable} />
          </div>
          <p className="soft">
            One entry on the day of the bill moves it there; a schedule brings each month’s part back, exact to the
            cent.
          </p>
        </RequestForm>
      )}
    </Sheet>
  );
}

/** The account on which it stands until its time has come: an asset for an expense, a liability for revenue. */
function UntilThen({
  lines,
  writable,
}: {
  lines: readonly { readonly place: number; readonly element: string | undefined }[];
  writable: readonly AccountResponse[];
}) {
  const line = useWatch<{ line: string }, 'line'>({ name: 'line' });
  const isRevenue = lines.find(({ place }) => String(place) === line)?.element === 'revenue';
  return (
    <AccountInput
      name="account"
      label={isRevenue ? 'Until then owed on' : 'Until then paid ahead on'}
      className={styles.account}
      accounts={writable.filter(({ element }) => element === (isRevenue ? 'liability' : 'asset'))}
    />
  );
}
