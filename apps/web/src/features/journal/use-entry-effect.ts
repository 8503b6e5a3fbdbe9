import type { AccountResponse } from '@just-ledger/contract';
import {
  cashFlowClassOf,
  add,
  type BalancesAt,
  checkDate,
  type CivilDate,
  type CurrencyCode,
  type DetailProof,
  type EffectAccount,
  type EffectLine,
  entryEffect,
  type EntryKind,
  fiscalYearOf,
  laterDates,
  parseAmount,
  proofEffects,
  type Minor,
  yearName,
  ZERO,
} from '@just-ledger/core';
import { useQueries, useQuery } from '@tanstack/react-query';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { accountDetailQuery } from '../../api/open-item-queries.js';
import { hasThings } from './account-things.js';
import { booksForDates } from './books-for-dates.js';
import type { EntryForm } from './entry-form.js';
import { type FormTax, postedAmounts } from './form-tax.js';

/** What would be posted, as far as it matters for its effect. */
export interface Posted {
  /** The date it is drawn at; undefined while none has been typed that can be read. */
  readonly date: CivilDate | undefined;
  readonly kind: EntryKind;
  /** What is added to each account by its number; minor units, debit positive. */
  readonly changes: ReadonlyMap<string, Minor>;
  /** Of these, what names a part of the account's detail. */
  readonly named: ReadonlyMap<string, Minor>;
}

/** What an entry adds to each account, and how much of it names a part of the account's detail. */
export function postedBy(form: EntryForm, date: CivilDate | undefined, tax: FormTax): Posted {
  const [changes, named] = [new Map<string, Minor>(), new Map<string, Minor>()];
  postedAmounts(form, tax).forEach(({ account, document, amount }) => {
    if (amount === 0) return;
    changes.set(account, add(changes.get(account) ?? ZERO, amount));
    if (document.trim() !== '') named.set(account, add(named.get(account) ?? ZERO, amount));
  });
  return { date, kind: form.kind, changes, named };
}

/** What a posting would do at its date, and by now where that differs. */
export function useEntryEffect(
  { date, kind, changes, named }: Posted,
  accounts: readonly AccountResponse[],
  currency: CurrencyCode,
) {
  const books = useBooks();
  const { calendar, today, organisation } = books;
  const onDay = date ?? today;
  const why = date && checkDate(date, kind, booksForDates(books));
  const later = laterDates(calendar, onDay, today);
  const isInRange = why === undefined || why.ok || why.problems[0]?.code !== 'beyond-horizon';
  const then = useBalances(organisation.id, isInRange ? onDay : today, currency);
  const lasting = useBalances(organisation.id, later?.lasting ?? today, currency);
  const temporary = useBalances(organisation.id, later?.temporary ?? today, currency);

  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const touched = new Map([...changes].filter(([number, amount]) => amount !== 0 && byNumber.has(number)));
  const proofOf = useDetailProofs([...touched.keys()].flatMap((number) => byNumber.get(number) ?? []));
  const effects = proofEffects(
    [...touched].flatMap(([number, amount]) => {
      const account = byNumber.get(number);
      if (!account) return [];
      const detail = detailOf(proofOf.get(number), named.get(number) ?? ZERO);
      const { element, classification, name, role, cashFlow } = account;
      const classed = { element, classification, name, ...(role && { role }), ...(cashFlow && { cashFlow }) };
      const isCash = cashFlowClassOf(classed) === 'cash';
      return [{ element, amount, isCash, control: account.control ?? undefined, detail }];
    }),
  );
  const effect =
    then && lasting && temporary
      ? entryEffect(accounts.map(effectAccount), touched, then, later && { lasting, temporary })
      : undefined;
  const year = fiscalYearOf(calendar, onDay);
  const isEnded = year.last < today && onDay >= calendar.firstDay;
  const isClosed = books.years.years.some((fiscalYear) => fiscalYear.year === year.label && fiscalYear.closed);
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

function detailOf(proof: DetailProof | undefined, named: Minor): EffectLine['detail'] {
  return proof && { proof, named };
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
      const detail = answers[index]?.data?.of;
      if (detail === 'stock') return [[account.number, 'stock-inventory']];
      return detail === 'assets' ? [[account.number, account.contra ? 'assets-written-off' : 'assets-cost']] : [];
    }),
  );
}
