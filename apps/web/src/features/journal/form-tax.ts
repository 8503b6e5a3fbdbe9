import {
  accountId,
  type BalancingAmount,
  balancingAmount,
  type CivilDate,
  type CurrencyCode,
  minor,
  type Minor,
  safeParseAmount,
  type TaxCode,
  taxedEntryWithin,
  type Taxing,
  type TaxOfLine,
  taxRateOn,
  ZERO,
  zip,
} from '@just-ledger/core';
import { useMemo } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { typedDay } from '../../ui/own-ways.js';
import { type Taxes, useTaxes } from '../tax-codes/use-taxes.js';
import { amountsOf, type EntryForm } from './entry-form.js';
import type { FormLine } from './form-line.js';

/** A line of tax that comes by itself. */
export interface TaxRow {
  readonly account: string;
  readonly accountName: string;
  /** Minor units, debit positive. */
  readonly amount: Minor;
  readonly code: string;
  readonly rate: string;
  /** What it is of, minor units, without a sign. */
  readonly base: Minor;
  /** Names of breakdown values by the name of their breakdown. */
  readonly breakdowns: Readonly<Record<string, string>>;
}

/** A form with its tax reckoned. */
export interface FormTax {
  /** What stands on the account of each row; minor units, debit positive. */
  readonly own: readonly Minor[];
  /** What each taxed row comes to. */
  readonly amounts: readonly (TaxOfLine | undefined)[];
  readonly tax: readonly TaxRow[];
}

/** The tax of what is typed. @param date on which rates hold where the form says no day of supply */
export function taxOfForm(form: EntryForm, currency: CurrencyCode, date: CivilDate, taxes: Taxes): FormTax {
  const typed = amountsOf(form, currency);
  if (!form.lines.some(({ taxCode }) => taxCode !== '')) return { own: typed, amounts: [], tax: [] };
  const on = typedDay(form.supplyDate, date) ?? date;
  const names = new ValueNames();
  const lines = zip(form.lines, typed).map(([line, amount]) => {
    const account = taxes.accounts.find(({ number }) => number === line.account)?.id ?? 0;
    return {
      line: { account: accountId(account), amount, breakdowns: names.idsOf(line.breakdowns) },
      taxing: amount === 0 ? undefined : taxingOf(line, currency, on, taxes.codes),
    };
  });
  const taxed = taxedEntryWithin(lines, on, currency);
  // what is larger than amounts can be is told when it is sent
  if (!taxed) return { own: typed, amounts: [], tax: [] };
  return {
    own: taxed.lines.map(({ amount }) => amount),
    amounts: taxed.amounts,
    tax: taxed.tax.map(({ account: id, amount, breakdowns, tax }) => {
      const account = taxes.accounts.find((account) => account.id === id);
      return {
        account: account?.number ?? '',
        accountName: account?.name ?? '',
        amount,
        code: taxes.codes.find((code) => code.id === tax?.code)?.code ?? '',
        rate: tax?.rate ?? '',
        base: minor(Math.abs(tax?.base ?? 0)),
        breakdowns: names.namesOf(breakdowns),
      };
    }),
  };
}

/** A code by how it is typed. */
export function codeTyped(typed: string, codes: readonly TaxCode[]): TaxCode | undefined {
  const name = typed.trim().toLowerCase();
  return name === '' ? undefined : codes.find(({ code }) => code.toLowerCase() === name);
}

/** How a row is to be taxed; undefined where its code is none yet, or takes nothing on the day. */
function taxingOf(
  { taxCode, amountIs, taxAdjustment }: FormLine,
  currency: CurrencyCode,
  date: CivilDate,
  codes: readonly TaxCode[],
): Taxing | undefined {
  const code = codeTyped(taxCode, codes);
  if (!code || !taxRateOn(code, date)) return undefined;
  const adjustment = safeParseAmount(taxAdjustment || '0', currency);
  return { code, isGross: amountIs === 'gross', adjustment: adjustment.ok ? adjustment.amount : ZERO };
}

/** What is posted to accounts: each row with what stands on its account, then the tax. */
export interface PostedAmount {
  readonly account: string;
  readonly amount: Minor;
  readonly document: string;
}

/** What a form posts. */
export function postedAmounts(form: EntryForm, { own, tax }: FormTax): PostedAmount[] {
  return [
    ...zip(form.lines, own).map(([{ account, document }, amount]) => ({ account, document, amount })),
    ...tax.map(({ account, amount }) => ({ account, document: '', amount })),
  ];
}

/** What the other rows of a form miss, with their tax. */
export function missingWithout(
  form: EntryForm,
  position: number,
  currency: CurrencyCode,
  date: CivilDate,
  taxes: Taxes,
): BalancingAmount | undefined {
  const others = { ...form, lines: form.lines.filter((_, index) => index !== position) };
  return balancingAmount(postedAmounts(others, taxOfForm(others, currency, date, taxes)).map(({ amount }) => amount));
}

/** A form with its tax, and what that is reckoned with. */
export interface ReckonedTax extends FormTax {
  readonly taxes: Taxes;
  /** The day that decides rates: of the supply, else the entry's. */
  readonly date: CivilDate;
}

/** The tax of what is typed with what it is reckoned with. */
export function reckonedTax(form: EntryForm, currency: CurrencyCode, date: CivilDate, taxes: Taxes): ReckonedTax {
  return { ...taxOfForm(form, currency, date, taxes), taxes, date: typedDay(form.supplyDate, date) ?? date };
}

/** The tax of what is typed, reckoned again as it changes. @param date of the entry, once it can be read */
export function useFormTax(form: EntryForm, date: CivilDate | undefined): ReckonedTax {
  const { currency, today } = useBooks();
  const taxes = useTaxes();
  return useMemo(() => reckonedTax(form, currency, date ?? today, taxes), [form, currency, date, today, taxes]);
}

/** Values of breakdowns by numbers of their own, as core tells them apart. */
class ValueNames {
  private readonly known: string[] = [];

  idsOf(names: Readonly<Record<string, string>>): Readonly<Record<string, number>> | undefined {
    const named = Object.entries(names).filter(([, value]) => value !== '');
    if (named.length === 0) return undefined;
    return Object.fromEntries(named.map(([name, value]) => [name, this.idOf(value)]));
  }

  namesOf(ids: Readonly<Record<string, number>> | undefined): Readonly<Record<string, string>> {
    return Object.fromEntries(Object.entries(ids ?? {}).map(([name, id]) => [name, this.known[id] ?? '']));
  }

  private idOf(value: string): number {
    const index = this.known.indexOf(value);
    return index >= 0 ? index : this.known.push(value) - 1;
  }
}
