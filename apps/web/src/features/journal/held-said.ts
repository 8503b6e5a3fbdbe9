import type { SaidSentenceResponse } from '@just-ledger/contract';
import { type CivilDate, type CurrencyCode, formatAmount } from '@just-ledger/core';
import { readTyped, typedDay } from '../../ui/own-ways.js';
import type { TypedEnd, TypedSentence } from './typed-sentence.js';

/** Sentences that are held as sentences said before, the latest first: what comes again in a run is offered at once. */
export function saidInRun(
  held: readonly TypedSentence[],
  near: CivilDate,
  currency: CurrencyCode,
): SaidSentenceResponse[] {
  const end = ({ account, contact, breakdowns }: TypedEnd): SaidSentenceResponse['from'] => ({
    account,
    contact: contact || null,
    breakdowns: Object.keys(breakdowns).length > 0 ? { ...breakdowns } : null,
  });
  return held
    .flatMap((line): SaidSentenceResponse[] => {
      const [day, read] = [typedDay(line.date, near), readTyped(line.amount, currency)];
      if (!day || !read.ok) return [];
      const said = { from: end(line.from), to: end(line.to), explanation: line.explanation, times: 1 };
      return [{ ...said, number: '', date: day, amount: formatAmount(read.amount, currency) }];
    })
    .reverse();
}

/** Sentences each once: of the same words between the same accounts the first is kept. */
export function eachOnce(said: readonly SaidSentenceResponse[]): SaidSentenceResponse[] {
  const known = new Set<string>();
  return said.filter(({ from, to, explanation }) => {
    const key = JSON.stringify([explanation.trim().toLowerCase(), from, to]);
    const isNew = !known.has(key);
    known.add(key);
    return isNew;
  });
}
