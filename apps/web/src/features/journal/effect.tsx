import type { AccountResponse } from '@just-ledger/contract';
import {
  type BalancesAt,
  checkDate,
  type CivilDate,
  type ControlLedger,
  type CurrencyCode,
  type DetailProof,
  type EffectAccount,
  type EffectLine,
  type Element,
  entryEffect,
  type EntryKind,
  fiscalYearOf,
  isTemporary,
  laterDates,
  minor,
  parseAmount,
  proofEffects,
  shortDate,
  yearName,
} from '@just-ledger/core';
import { useQueries, useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { accountDetailQuery } from '../../api/open-item-queries.js';
import layout from '../../ui/layout.module.css';
import { displayed } from '../../ui/own-ways.js';
import sheetStyles from '../../ui/sheet.module.css';
import { booksForDates } from './books-for-dates.js';
import { hasThings } from './document-cells.js';
import { EffectOnAccount } from './effect-on-account.js';
import { EffectTotal } from './effect-total.js';
import { amountsOf, type EntryForm } from './entry-form.js';
import { MovedProofs } from './moved-proofs.js';

/**
 * What the entry would do at its date, and by now where that differs: each touched account before and after, the result
 * of the year it falls in, the closing it changes, total assets, the proofs it moves. For a date on which nothing can be
 * posted, why not.
 */
export function Effect({
  form,
  accounts,
  currency,
  date,
}: {
  form: EntryForm;
  accounts: readonly AccountResponse[];
  currency: CurrencyCode;
  /** The entry's date; undefined while none has been typed that can be read. */
  date: CivilDate | undefined;
}) {
  const books = useBooks();
  const { calendar, today, organisation } = books;
  const onDay = date ?? today;
  const why = date && checkDate(date, form.kind as EntryKind, booksForDates(books));
  const later = laterDates(calendar, onDay, today);
  const isInRange = why === undefined || why.ok || why.problems[0]?.code !== 'beyond-horizon';
  const then = useBalances(organisation.id, isInRange ? onDay : today, currency);
  const lasting = useBalances(organisation.id, later?.lasting ?? today, currency);
  const temporary = useBalances(organisation.id, later?.temporary ?? today, currency);

  const amounts = amountsOf(form, currency);
  const byNumber = new Map(accounts.map((account) => [account.number, account]));
  const touched = new Map<string, number>();
  form.lines.forEach((line, index) => {
    const amount = amounts[index] ?? 0;
    if (byNumber.has(line.account) && amount !== 0)
      touched.set(line.account, (touched.get(line.account) ?? 0) + amount);
  });
  const proofOf = useDetailProofs([...touched.keys()].flatMap((number) => byNumber.get(number) ?? []));
  const named = (number: string): number =>
    form.lines.reduce(
      (sum, line, index) =>
        sum + (line.account === number && line.document.trim() !== '' ? (amounts[index] ?? 0) : 0),
      0,
    );
  const effects = proofEffects(
    [...touched].map(([number, amount]) => ({
      element: byNumber.get(number)?.element as Element,
      amount: minor(amount),
      control: (byNumber.get(number)?.control ?? undefined) as ControlLedger | undefined,
      detail: detailOf(proofOf.get(number), named(number)),
    })),
  );
  const show = (amount: number): string => displayed(minor(amount), currency);
  const effect =
    then && lasting && temporary
      ? entryEffect(accounts.map(effectAccount), touched as Map<string, never>, then, later && { lasting, temporary })
      : undefined;
  const year = fiscalYearOf(calendar, onDay);
  const isEnded = year.last < today && onDay >= calendar.firstDay;
  const isClosed = books.years.years.some((one) => one.year === year.label && one.closed);
  return (
    <section data-sheet className={sheetStyles.sheet} aria-label="Effect if posted">
      <div>
        <h2>Effect if posted</h2>
        <p className="soft small">
          balances at {shortDate(onDay)}
          {later && ', and by now where that differs'}
        </p>
      </div>
      {why && !why.ok && (
        <p className={clsx(layout.aboveClose, 'brick small')} role="status">
          {why.problems[0]?.message}
        </p>
      )}
      {touched.size === 0 && (
        <p className={clsx(layout.above, 'soft')}>
          Each account you write to appears here with its balance before and after.
        </p>
      )}
      {touched.size > 0 && !effect && <p className="soft small">Reading balances …</p>}
      {touched.size > 0 && effect && (
        <>
          <div className={layout.aboveClose}>
            {effect.accounts.map((one) => (
              <EffectOnAccount key={one.account.number} effect={one} date={onDay} later={later} show={show} />
            ))}
          </div>
          <EffectTotal
            label={onDay < calendar.firstDay ? 'Result before these books' : `Result of ${yearName(year)}`}
            effect={effect.result}
            later={later?.temporary}
            show={show}
          />
          {isEnded && !isClosed && effect.result.change !== 0 && (
            <p className="small brass">
              The closing of {yearName(year)}, not posted yet, will give{' '}
              {show((effect.result.later ?? effect.result.then).after)} to equity.
            </p>
          )}
          {onDay < calendar.firstDay && effect.accounts.some(({ account }) => isTemporary(account)) && (
            <p className="small brass">
              Of a year that has ended: an entry of its own takes this to equity, as chosen under Opening balances.
            </p>
          )}
          <EffectTotal label="Total assets" effect={effect.assets} later={later?.lasting} show={show} />
          <MovedProofs effects={effects} show={show} />
        </>
      )}
    </section>
  );
}

function effectAccount({ number, name, element, role, contra }: AccountResponse): EffectAccount {
  return {
    number,
    name,
    element: element as Element,
    contra,
    ...(role !== null && { role: role as NonNullable<EffectAccount['role']> }),
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
