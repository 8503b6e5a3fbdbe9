import { useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { recurringQuery } from '../../api/recurring-queries.js';
import { Pane, Panes } from '../../ui/sheet.js';
import { useEntryChoices } from '../journal/use-entry-choices.js';
import { LineOfTime } from './line-of-time.js';
import { NewSchedule } from './new-schedule.js';
import { ScheduleList } from './schedule-list.js';
import { SpreadOverTime } from './spread-over-time.js';
import { ScheduleSheet } from './schedule-sheet.js';

/** What comes again: the line of time, and the schedules that make it; or the one that is looked at. */
export default function RecurringScreen() {
  const { organisation, to } = useBooks();
  const { data: journals } = useSuspenseQuery(recurringQuery(organisation.id, to));
  // at hand before a form opens, so that what is typed at once lands in it
  useEntryChoices();
  const [inAddress, setInAddress] = useSheetParam('schedule');
  // shown at once: the address follows a moment later, and a key pressed meanwhile belongs to what was opened
  const [opened, setOpened] = useState<{ readonly over: string; readonly schedule: string }>();
  useEffect(() => setOpened(undefined), [inAddress]);
  const chosen = opened?.over === inAddress ? opened.schedule : inAddress;
  const choose = (schedule: string | undefined): void => {
    setOpened({ over: inAddress, schedule: schedule ?? '' });
    setInAddress(schedule);
  };
  const journal = journals.find(({ id }) => String(id) === chosen);
  const leave = (): void => choose(undefined);
  return (
    <Panes>
      <Pane>
        {chosen === 'new' ? (
          <NewSchedule onDone={leave} />
        ) : chosen === 'ahead' ? (
          <SpreadOverTime onLeave={leave} />
        ) : journal ? (
          <ScheduleSheet key={journal.id} journal={journal} onLeave={leave} />
        ) : (
          <LineOfTime journals={journals} onNew={() => choose('new')} />
        )}
      </Pane>
      <Pane narrow>
        <ScheduleList
          journals={journals}
          chosen={journal?.id}
          onChoose={(id) => choose(String(id))}
          onNew={() => choose('new')}
        />
      </Pane>
    </Panes>
  );
}
