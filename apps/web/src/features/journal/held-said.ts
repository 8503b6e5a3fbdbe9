import type { DraftLine, PatternResponse, SaidSentenceResponse } from '@just-ledger/contract';
import { type CivilDate, type CurrencyCode, formatAmount } from '@just-ledger/core';
import { readTyped, typedDay } from '../../ui/own-ways.js';
import type { OfferedSentence } from './offered-sentence.js';
import type { TypedEnd, TypedSentence } from './typed-sentence.js';

/** Sentences that are held as sentences said before, the latest first: what comes again in a run is offered at once. */
export function saidInRun(
  held: readonly TypedSentence[],
  near: CivilDate,
  currency: CurrencyCode,
): SaidSentenceResponse[] {
  const end = ({ account, contact, breakdowns, taxCode }: TypedEnd): SaidSentenceResponse['from'] => ({
    account,
    contact: contact || null,
    breakdowns: Object.keys(breakdowns).length > 0 ? { ...breakdowns } : null,
    taxCode: taxCode || null,
  });
  return held
    .flatMap((line): SaidSentenceResponse[] => {
      // with its tax on top it would not be the same said with it in the amount
      if (line.from.isNet || line.to.isNet) return [];
      const [day, read] = [typedDay(line.date, near), readTyped(line.amount, currency)];
      if (!day || !read.ok) return [];
      const said = { from: end(line.from), to: end(line.to), explanation: line.explanation, times: 1 };
      return [{ ...said, number: '', date: day, amount: formatAmount(read.amount, currency) }];
    })
    .reverse();
}

/** Patterns that one sentence can say, offered by their names as well. */
export function saidByPatterns(patterns: readonly PatternResponse[]): OfferedSentence[] {
  return patterns.flatMap((pattern): OfferedSentence[] => {
    const [debit, credit] = [pattern.lines.find(isOn('debit')), pattern.lines.find(isOn('credit'))];
    const isSayable = pattern.kind === 'ordinary' && pattern.lines.length === 2 && debit && credit;
    if (!isSayable || pattern.lines.some(saysMore)) return [];
    const end = ({ account, contact, breakdowns, taxCode }: DraftLine): OfferedSentence['from'] => ({
      account: account ?? '',
      contact: contact ?? null,
      breakdowns: breakdowns ?? null,
      taxCode: taxCode || null,
    });
    const explanation = pattern.explanation || pattern.name;
    const said = { from: end(credit), to: end(debit), explanation, times: 0, number: '' };
    return [{ ...said, date: '', amount: debit.debit ?? '', name: pattern.name }];
  });
}

/** Whether a line says more than a sentence can. */
function saysMore({ note, foreignAmount, taxCode, amountIs, taxAdjustment, debit, credit }: DraftLine): boolean {
  const isNet = Boolean(taxCode) && amountIs !== 'gross' && Boolean(debit ?? credit);
  return Boolean(note) || Boolean(foreignAmount) || isNet || Boolean(taxAdjustment);
}

function isOn(side: 'debit' | 'credit'): (line: DraftLine) => boolean {
  return (line) => Boolean(line[side]) || line.side === side;
}

/** Sentences each once: of the same words between the same accounts the first is kept. */
export function eachOnce(said: readonly OfferedSentence[]): OfferedSentence[] {
  const known = new Set<string>();
  return said.filter(({ from, to, explanation }) => {
    const key = JSON.stringify([explanation.trim().toLowerCase(), from, to]);
    const isNew = !known.has(key);
    known.add(key);
    return isNew;
  });
}
