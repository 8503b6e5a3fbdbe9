import { paths } from '@just-ledger/contract';
import { isClosingForm, longDate, parseCivilDate } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { rehearsalQuery } from '../../api/closing-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import { Empty, ErrorMessage, Sheet } from '../../ui/sheet.js';
import { Choices } from '../../ui/choices.js';
import { AfterClosing } from './after-closing.js';
import { CloseYear } from './close-year.js';
import { ClosedYear } from './closed-year.js';
import { ClosingEntries } from './closing-entries.js';
import { isBlocked } from './is-blocked.js';
import { TAccounts } from './t-accounts.js';
import styles from './year-end.module.css';

/**
 * The closing rehearsal: entries left, temporary accounts running to zero, the trial balance they lead to. Once they are
 * posted the sheet shows them as posted; it never turns to another year by itself.
 */
export default function YearEndScreen() {
  const address = useAddress();
  const { organisation, currency, years, to, today } = useBooks();
  const shownYear = years.years.find((year) => year.from <= to && to <= year.to);
  const due = years.years.find(
    (year) => year.to < today && !year.closed && year.periods.some((period) => period.entries > 0),
  );
  // what was closed here stays in sight until somebody asks for other dates
  const [closedHere, setClosedHere] = useState<{ year: string; to: string | undefined }>();
  const stays = closedHere?.to === address.to ? years.years.find(({ year }) => year === closedHere?.year) : undefined;
  const year = stays ?? (address.to ? (shownYear ?? due) : (due ?? shownYear));
  const [form, setForm] = useSheetParam('form');
  const { data: rehearsal } = useSuspenseQuery(rehearsalQuery(organisation.id, year?.year ?? '', form));
  const close = useOrganisationMutation(async (label: string) => {
    const answer = await api.post(paths.closing(organisation.id, label), isClosingForm(form) ? { form } : {});
    setClosedHere({ year: label, to: address.to });
    return answer;
  });
  const end = parseCivilDate(rehearsal.date);
  return (
    <div className={styles.yearEnd}>
      <Sheet
        title={`Closing entries ${rehearsal.yearName}`}
        foot={
          rehearsal.closed ? undefined : (
            <CloseYear
              key={rehearsal.year}
              rehearsal={rehearsal}
              today={today}
              isClosing={close.isPending}
              onClose={() => close.mutate(rehearsal.year)}
            />
          )
        }
      >
        {rehearsal.closed ? (
          <ClosedYear rehearsal={rehearsal} />
        ) : (
          <>
            <p className="soft small">dated {longDate(end)}; nothing is posted until you say so</p>
            <div className={clsx(layout.row, layout.aboveClose, layout.belowClose, 'small')}>
              <Choices<string>
                label="How the year is closed"
                value={form}
                choices={[
                  ['', 'as the chart says'],
                  ['income-summary', 'through income summary'],
                  ['direct', 'direct'],
                ]}
                onChoose={(key) => setForm(key || undefined)}
              />
            </div>
          </>
        )}
        <ErrorMessage error={close.error} />
        {rehearsal.entries.length === 0 && !rehearsal.closed && (
          <Empty>
            <p>
              {isBlocked(rehearsal)
                ? 'The entries can be prepared once what is named at the right is settled.'
                : 'Every temporary account is at zero already.'}
            </p>
          </Empty>
        )}
        <ClosingEntries entries={rehearsal.entries} currency={currency} />
      </Sheet>
      <TAccounts rehearsal={rehearsal} currency={currency} />
      <AfterClosing rehearsal={rehearsal} currency={currency} />
    </div>
  );
}
