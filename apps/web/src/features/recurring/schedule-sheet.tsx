import { paths, type RecurringJournalResponse } from '@just-ledger/contract';
import { AMOUNT_SOURCES, parseCivilDate, scheduleSentence, shortDate, isSchedule } from '@just-ledger/core';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { formOf } from '../journal/entry-request.js';
import { PauseForm } from './pause-form.js';
import { RecurringForm } from './recurring-form.js';
import { ScheduleDates } from './schedule-dates.js';
import { capitalised, scheduleFields } from './schedule-fields.js';
import { ScheduleVersions } from './schedule-versions.js';

/** One schedule: what it does, its dates with what they come to, what held before, and what can be done with it. */
export function ScheduleSheet({ journal, onLeave }: { journal: RecurringJournalResponse; onLeave: () => void }) {
  const { organisation, currency, today } = useBooks();
  const [doing, setDoing] = useState<'change' | 'pause' | 'end'>();
  const done = (): void => setDoing(undefined);
  const lookedAt = { version: journal.version };
  const end = useOrganisationMutation(() => api.delete(paths.recurringJournal(organisation.id, journal.id), journal));
  const resume = useOrganisationMutation(() =>
    api.post(paths.resumeRecurring(organisation.id, journal.id), lookedAt),
  );
  const approve = useOrganisationMutation(() =>
    api.post(paths.approveRecurring(organisation.id, journal.id), lookedAt),
  );
  const isPaused = journal.pauses.some(({ until }) => until === null || until >= today);
  const waits = journal.byItself === 'posts' && journal.approvedBy === null;
  return (
    <Sheet
      title={journal.name}
      tools={
        <button className="act" type="button" onClick={onLeave}>
          Back to the line of time
        </button>
      }
    >
      {doing === 'change' ? (
        <RecurringForm
          journal={journal}
          name={journal.name}
          schedule={scheduleFields(journal)}
          amounts={journal.amounts}
          entry={formOf(
            {
              date: today,
              kind: journal.entry.kind ?? 'ordinary',
              explanation: journal.entry.explanation,
              reference: journal.entry.reference ?? '',
              lines: journal.entry.lines,
            },
            currency,
          )}
          onDone={done}
        />
      ) : (
        <>
          {isSchedule(journal.schedule) && <p>{capitalised(scheduleSentence(journal.schedule))}.</p>}
          <p className="soft">
            The amount is {AMOUNT_SOURCES[journal.amounts]}. {doesWords(journal)}
          </p>
          {journal.pauses.map(({ from, until }) => (
            <p key={from} className="small soft">
              Paused from {shortDate(parseCivilDate(from))}
              {until ? ` to ${shortDate(parseCivilDate(until))}` : ', until it is taken up again'}.
            </p>
          ))}
          {journal.endedOn && <p className="small soft">Ended on {shortDate(parseCivilDate(journal.endedOn))}.</p>}
          <div className={layout.row}>
            <Allowed act="recur">
              <button className="act" type="button" onClick={() => setDoing('change')}>
                Change
              </button>
            </Allowed>
            <Allowed act="runRecurring">
              {waits && (
                <button className="act" type="button" onClick={() => approve.mutate(undefined)}>
                  Approve that it is posted by itself
                </button>
              )}
              {!journal.endedOn && (
                <>
                  {isPaused ? (
                    <button className="act" type="button" onClick={() => resume.mutate(undefined)}>
                      Take it up again
                    </button>
                  ) : (
                    <button className="act" type="button" onClick={() => setDoing('pause')}>
                      Pause …
                    </button>
                  )}
                  <button className="act" type="button" onClick={() => setDoing('end')}>
                    End …
                  </button>
                </>
              )}
            </Allowed>
          </div>
          {doing === 'pause' && <PauseForm journal={journal} onDone={done} />}
          {doing === 'end' && (
            <p className={layout.row}>
              What is due by today stays due; nothing comes after.
              <button className="act" type="button" onClick={() => end.mutate(undefined, { onSuccess: done })}>
                End it today
              </button>
              <button className="act" type="button" onClick={done}>
                Leave it
              </button>
            </p>
          )}
          <ErrorMessage error={end.error ?? resume.error ?? approve.error} />
          <ScheduleDates journal={journal} />
          <ScheduleVersions versions={journal.versions} />
        </>
      )}
    </Sheet>
  );
}

function doesWords({ byItself, approvedBy, reverses }: RecurringJournalResponse): string {
  const does = {
    waits: 'It waits to be posted.',
    drafts: 'It is laid as a draft by itself.',
    posts: approvedBy
      ? `It is posted by itself, as ${approvedBy} approved.`
      : 'It is to be posted by itself, once somebody has approved it.',
  }[byItself];
  const back = {
    'next-month': ' Each entry is reversed on the first of the next month.',
    'next-day': ' Each entry is reversed on the next day.',
  };
  return does + (reverses ? back[reverses] : '');
}
