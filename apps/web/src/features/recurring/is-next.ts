import type { TimeLineOccurrenceResponse } from '@just-ledger/contract';

/** Whether a date is the next of its journal: those after it wait for it. What lies in a shut month holds nothing up. */
export function isNext(
  timeLineOccurrence: TimeLineOccurrenceResponse,
  all: readonly TimeLineOccurrenceResponse[],
): boolean {
  const next = all.find(
    ({ journal, state, lacks }) =>
      journal === timeLineOccurrence.journal && state === 'due' && lacks?.what !== 'open-month',
  );
  return next?.nominal === timeLineOccurrence.nominal;
}
