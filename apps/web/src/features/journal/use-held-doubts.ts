import type { EntryResponse } from '@just-ledger/contract';
import { type CivilDate, type CurrencyCode, formatAmount, hasSameAmounts, minor, sumOf } from '@just-ledger/core';
import { useQueries } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { entriesOfAmountQuery } from '../../api/journal-queries.js';
import { readTyped, typedDay } from '../../ui/own-ways.js';
import { type Taxes, useTaxes } from '../tax-codes/use-taxes.js';
import { postedAmounts, taxOfForm } from './form-tax.js';
import { stands } from './stands.js';
import { formOfSentence, type TypedSentence } from './typed-sentence.js';
import { amountsOfPosted } from './use-entry-doubts.js';

/** What a held line may have been already: an entry that stands, or another held line by its place from 1. */
export interface HeldDoubt {
  readonly entry?: EntryResponse | undefined;
  readonly line?: number | undefined;
}

/** Looks for held lines that were posted before, or are held twice: the same day, amount and accounts. */
export function useHeldDoubts(held: readonly TypedSentence[], near: CivilDate): HeldDoubt[] {
  const { organisation, currency } = useBooks();
  const taxes = useTaxes();
  const read = held.map((line) => comparableOf(line, near, currency, taxes));
  const answers = useQueries({
    queries: read.map((entry) => ({
      ...entriesOfAmountQuery(organisation.id, entry?.date ?? '', entry?.amount ?? ''),
      enabled: entry !== undefined,
    })),
  });
  return read.map((simple, index): HeldDoubt => {
    if (!simple) return {};
    const entry = answers[index]?.data?.entries.find(
      (posted) => stands(posted) && hasSameAmounts(simple.lines, amountsOfPosted(posted.lines, currency)),
    );
    const duplicate = read.findIndex((other) => other?.same === simple.same);
    return { entry, line: duplicate < index ? duplicate + 1 : undefined };
  });
}

function comparableOf(sentence: TypedSentence, near: CivilDate, currency: CurrencyCode, taxes: Taxes) {
  const { date, amount, from, to } = sentence;
  const [day, typed] = [typedDay(date, near), readTyped(amount, currency)];
  if (!day || !typed.ok || typed.amount === 0) return undefined;
  const form = formOfSentence(sentence, { taxes, currency, near });
  const lines = postedAmounts(form, taxOfForm(form, currency, day, taxes));
  const debits = sumOf(lines.map((line) => minor(Math.max(line.amount, 0))));
  return {
    date: day,
    amount: formatAmount(debits, currency),
    same: [day, formatAmount(typed.amount, currency), from.account, to.account].join(' '),
    lines,
  };
}
