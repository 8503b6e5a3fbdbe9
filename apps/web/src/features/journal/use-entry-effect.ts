import type { AccountResponse } from '@just-ledger/contract';
import {
  type BalancesAt,
  checkDate,
  type CivilDate,
  type CurrencyCode,
  type DetailProof,
  type EffectAccount,
  type EffectLine,
  entryEffect,
  fiscalYearOf,
  laterDates,
  minor,
  parseAmount,
  proofEffects,
  yearName,
  type Minor,
} from '@just-ledger/core';
import { useQueries, useQuery } from '@tanstack/react-query';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { accountDetailQuery } from '../../api/open-item-queries.js';
import { hasThings } from './account-things.js';
import { booksForDates } from './books-for-dates.js';
import { amountsOf, type EntryForm } from './entry-form.js';

/**
 * What an entry would do at its date, and by now where that differs.
 *
 * @param date the entry's; undefined while none has been typed that can be read
 */
export function useEntryEffect(
  form: EntryForm,
  accounts: readonly AccountResponse[],
  currency: CurrencyCode,
  date: CivilDate | undefined,
) {
  const books = useBooks();
  const { calendar, today, organisation } = books;
  const onDay = date ?? today;
  const why = date && checkDate(date, form.kind, booksForDates(books));
  const later = laterDates(calendar, onDay, today);
  const isInRange = why === undefined || why.ok || why.problems[0]?.code !== 'beyond-horizon';
  const then = useBalances(organisation.id, isInRange ? onDay : today, currency);
  const lasting = useBalances(organisation.id, later?.lasting ?? today, currency);
  const temporary = useBalances(organisation.id, later?.temporary ?? today, currency);

  const amounts = amountsOf(form, currency);
  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const touched = new Map<string, Minor>();
  form.lines.forEach((line, index) => {
    const amount = amounts[index] ?? 0;
    if (byNumber.has(line.account) && amount !== 0)
      touched.set(line.account, minor((touched.get(line.account) ?? 0) + amount));
  });
  const proofOf = useDetailProofs([...touched.keys()].flatMap((number) => byNumber.get(number) ?? []));
  const named = (number: string): number =>
    form.lines.reduce(
      (sum, line, index) =>
        sum + (line.account === number && line.document.trim() !== '' ? (amounts[index] ?? 0) : 0),
      0,
    );
  const effects = proofEffects(
    [...touched].flatMap(([number, amount]) => {
      const account = byNumber.get(number);
      if (!account) return [];
      const detail = detailOf(proofOf.get(number), named(number));
      return [{ element: account.element, amount, control: account.control ?? undefined, detail }];
    }),
  );
  const effect =
    then && lasting && temporary
      ? entryEffect(accounts.map(effectAccount), touched, then, later && { lasting, temporary })
      : undefined;
  const year = fiscalYearOf(calendar, onDay);
  const isEnded = year.last < today && onDay >= calendar.firstDay;
  const isClosed = books.years.years.some((one) => one.year === year.label && one.closed);
  return {
    onDay,
    later,
    /** Why nothing can be posted at the date. */
    refusal: why && !why.ok ? why.problems[0]?.message : undefined,
    hasAmounts: touched.size > 0,
    /** Undefined while balances are being read. */
    effect,
    proofs: effects,
    yearName: onDay < calendar.firstDay ? undefined : yearName(year),
    /** Whether the year has ended and its closing is still to come. */
    isUnclosed: isEnded && !isClosed,
  };
}

function effectAccount({ number, name, element, role, contra }: AccountResponse): EffectAccount {
  return {
    number,
    name,
    element,
    contra,
    ...(role !== null && { role }),
  };
}

/** What accounts stand at on a date; undefined while that is being read. */
function useBalances(organisation: number, date: CivilDate, currency: CurrencyCode): BalancesAt | undefined {
  const { data } = useQuery(accountsQuery(organisation, date));
  return data && new Map(data.map(({ number, balance }) => [number, parseAmount(balance, currency)]));
}

function detailOf(proof: DetailProof | undefined, named: number): EffectLine['detail'] {
  return proof && { proof, named: minor(named) };
}

/** The proof of each account whose detail was taken on and goes on by name. */
function useDetailProofs(accounts: readonly AccountResponse[]): ReadonlyMap<string, DetailProof> {
  const { organisation, today } = useBooks();
  const possible = accounts.filter(hasThings);
  const answers = useQueries({
    queries: possible.map(({ number }) => accountDetailQuery(organisation.id, number, '', today)),
  });
  return new Map(
    possible.flatMap((account, index): [string, DetailProof][] => {
      const of = answers[index]?.data?.of;
      if (of === 'stock') return [[account.number, 'stock-inventory']];
      return of === 'assets' ? [[account.number, account.contra ? 'assets-written-off' : 'assets-cost']] : [];
    }),
  );
}
