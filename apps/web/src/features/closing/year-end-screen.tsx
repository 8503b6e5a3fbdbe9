import { paths, withQuery } from '@just-ledger/contract';
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
import { PrintedFile } from '../../ui/printed-file.js';
import { Choices } from '../../ui/choices.js';
import { AfterClosing } from './after-closing.js';
import { CloseYear } from './close-year.js';
import { ClosedYear } from './closed-year.js';
import { ClosingEntries } from './closing-entries.js';
import { FormerClosing } from './former-closing.js';
import { isBlocked } from './is-blocked.js';
import { PartChoice } from './part-choice.js';
import { ProfitSharing } from './profit-sharing.js';
import { TAccounts } from './t-accounts.js';
import styles from './year-end.module.css';
import { YearToDo } from './year-to-do.js';

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
  const [asked, setUntil] = useSheetParam('until');
  const ends = (year?.periods ?? []).map(({ to: end }) => end).filter((end) => end !== year?.to);
  const until = ends.includes(asked) ? asked : undefined;
  const { data: rehearsal } = useSuspenseQuery(rehearsalQuery(organisation.id, year?.year ?? '', form, until));
  const close = useOrganisationMutation(async (label: string) => {
    const answer = await api.post(withQuery(paths.closing(organisation.id, label), { until }), {
      version: rehearsal.version,
      ...(isClosingForm(form) && { form }),
    });
    setClosedHere({ year: label, to: address.to });
    return answer;
  });
  const end = parseCivilDate(rehearsal.date);
  return (
    <div className={styles.yearEnd}>
      <Sheet
        title={`Closing entries ${rehearsal.yearName}`}
        aside={rehearsal.wholeYear ? undefined : `up to ${longDate(end)}`}
        tools={
          year && (
            <PrintedFile
              href={withQuery(paths.closingPdf(organisation.id, year.year), {
                ...(isClosingForm(form) && { form }),
                until,
              })}
            />
          )
        }
        foot={
          rehearsal.closed ? undefined : (
            <CloseYear
              key={`${rehearsal.year} ${rehearsal.date}`}
              rehearsal={rehearsal}
              today={today}
              isClosing={close.isPending}
              onClose={() => close.mutate(rehearsal.year)}
            />
          )
        }
      >
        {due && due !== year && (
          <p className="brass small">
            {due.name} has ended and is not closed.{' '}
            <button className="act" type="button" onClick={() => address.setSpan(due.from, due.to)}>
              Go to {due.name}
            </button>
          </p>
        )}
        {year && ends.length > 0 && (
          <PartChoice
            ends={ends}
            year={{ name: year.name, to: year.to }}
            closings={year.closings}
            value={until ?? ''}
            onChoose={(key) => setUntil(key || undefined)}
          />
        )}
        {organisation.kind === 'partnership' && !rehearsal.closed && year && <ProfitSharing yearFrom={year.from} />}
        {rehearsal.closed ? (
          <ClosedYear rehearsal={rehearsal} />
        ) : (
          <>
            <p className="soft small">dated {longDate(end)}; nothing is posted until you say so</p>
            {year && <YearToDo year={year} to={rehearsal.date} />}
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
        {rehearsal.former && <FormerClosing former={rehearsal.former} currency={currency} />}
        <ClosingEntries entries={rehearsal.entries} currency={currency} />
      </Sheet>
      <TAccounts rehearsal={rehearsal} currency={currency} />
      <AfterClosing rehearsal={rehearsal} currency={currency} />
    </div>
  );
}
