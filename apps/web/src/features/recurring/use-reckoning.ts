import type { FactsOfDateRequest, TimeLineOccurrenceResponse } from '@just-ledger/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { reckoningQuery } from '../../api/recurring-queries.js';
import { RequestRefused } from '../../api/request.js';
import { useSettled } from '../../ui/use-settled.js';

/** What is known of one date only. */
export type Facts = Omit<FactsOfDateRequest, 'date'>;

/** What a date would post with what is typed of it, once that is not typed on for a moment. */
export function useReckoning({ journal, nominal, lines, reckoning }: TimeLineOccurrenceResponse) {
  const { organisation } = useBooks();
  const [facts, setFacts] = useState<Facts>();
  const settled = useSettled(facts ? JSON.stringify(facts) : '');
  const answer = useQuery(reckoningQuery(organisation.id, journal, nominal, settled));
  const isAsked = facts !== undefined && settled !== '';
  const refused = isAsked && answer.error instanceof RequestRefused ? answer.error : undefined;
  const reckoned = isAsked && !refused ? answer.data : undefined;
  const isSettled = facts === undefined || settled === JSON.stringify(facts);
  return {
    facts,
    setFacts,
    lines: reckoned?.lines ?? lines,
    reckoning: reckoned?.reckoning ?? (facts === undefined ? reckoning : null),
    /** Whether what is shown rests on what is typed: only that is posted. */
    isShown: isSettled && !answer.isFetching && (facts === undefined || reckoned !== undefined),
    /** What is wrong with what was typed, in sentences, and by path. */
    problems: refused?.details.problems.map(({ message }) => message) ?? [],
    wrong: (path: string) => refused?.at(path),
    error: isAsked && !refused ? answer.error : null,
  };
}
