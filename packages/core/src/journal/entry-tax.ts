import type { AccountId } from '../accounts/account.js';
import type { Side } from '../accounts/element.js';
import type { CivilDate } from '../dates/civil-date.js';
import { add, negated, type Minor, ZERO } from '../money/minor.js';
import type { CurrencyCode } from '../money/currency.js';
import type { Percent } from '../money/percent.js';
import { baseAmount, rateTolerance } from '../money/rate.js';
import { type AmountToTax, taxAmounts, type TaxedAmount } from '../tax-codes/tax-amounts.js';
import { TAX_SIDES, type TaxCode, taxRateOn, wholeRate } from '../tax-codes/tax-code.js';
import { canonicalJson } from '../audit-trail/canonical-json.js';
import type { EntryLine, ForeignAmount } from './entry.js';

/** How a line is to be taxed. */
export interface Taxing {
  readonly code: TaxCode;
  /** Whether the tax is in the amount already. */
  readonly isGross: boolean;
  /** By how much the tax is more than its rate comes to, whichever side the line stands on; minor units. */
  readonly adjustment: Minor;
}

/** A line with how it is to be taxed, if it is. */
export interface LineToTax {
  readonly line: EntryLine;
  readonly taxing?: Taxing | undefined;
}

/** A taxed line in figures. */
export interface TaxOfLine {
  readonly net: Minor;
  /** All that is asked of it, reclaimed or not. */
  readonly tax: Minor;
  /** What is paid. */
  readonly gross: Minor;
}

/** The lines of an entry with their tax. */
export interface TaxedEntry {
  /** The lines as they were given, in their order: taxed ones with what stays on their own account. */
  readonly lines: readonly EntryLine[];
  /** What each taxed line comes to, in their order; minor units, debit positive. */
  readonly amounts: readonly (TaxOfLine | undefined)[];
  /** The tax, by code, rate, account and breakdown values, in the order in which the lines ask for it. */
  readonly tax: readonly EntryLine[];
}

/**
 * The tax of an entry's lines: each line's own amount with the part of the tax that is not reclaimed, and a line for
 * each account that the rest goes to. A code rounded on the document is rounded once over all its lines. Lines of a
 * credit note have theirs turned round. What a tax comes to nothing of has no line.
 *
 * @param date the day that decides the rates: of the supply where it is given, else the entry's
 * @throws {RangeError} for a code that takes nothing on that day
 * @example taxedEntry([{line: sale of 100.00, taxing: {code: twentyPerCent, isGross: false, adjustment: ZERO}}], date, EUR)
 *   // → lines: 100.00 credit; tax: 20.00 credit to tax owed
 */
export function taxedEntry(lines: readonly LineToTax[], date: CivilDate, baseCurrency: CurrencyCode): TaxedEntry {
  const taxed = new Map<LineToTax, { readonly base: TaxedAmount; readonly foreign?: TaxedAmount }>();
  for (const code of new Set(lines.flatMap(({ taxing }) => taxing?.code ?? []))) {
    const own = lines.filter(({ taxing }) => taxing?.code === code);
    const base = amountsOf(code, date, own.map(toTax));
    const foreign = foreignAmountsOf(code, date, own);
    own.forEach((lineToTax, index) => {
      const inForeign = foreign.get(lineToTax);
      taxed.set(lineToTax, { base: base[index] as TaxedAmount, ...(inForeign && { foreign: inForeign }) });
    });
  }
  const tax = new TaxLines();
  return {
    lines: lines.map((lineToTax) => {
      const { line, taxing } = lineToTax;
      const amounts = taxed.get(lineToTax);
      if (!taxing || !amounts) return line;
      tax.take(lineToTax, taxing, amounts.base, amounts.foreign);
      return ownLine(line, taxing, amounts, date, baseCurrency);
    }),
    amounts: lines.map((line) => {
      const amounts = taxed.get(line);
      return line.taxing && amounts && figuresOf(amounts.base, line.taxing);
    }),
    tax: tax.lines(),
  };
}

/** The tax of an entry's lines; undefined where it would be beyond what amounts can be. @see taxedEntry */
export function taxedEntryWithin(...asked: Parameters<typeof taxedEntry>): TaxedEntry | undefined {
  try {
    return taxedEntry(...asked);
  } catch (error) {
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}

function figuresOf({ net, gross, parts }: TaxedAmount, { code }: Taxing): TaxOfLine {
  const { lineStandsOn } = TAX_SIDES[code.side];
  const asked = parts
    .filter(({ part }) => part.side === lineStandsOn)
    .reduce((sum, { amount }) => add(sum, amount), ZERO);
  return { net: onOwnSide(code, net), tax: onOwnSide(code, asked), gross: onOwnSide(code, gross) };
}

/** Minor units that a taxed line would have, as seen from the side that ordinary lines of its code stand on. */
function toTax({ line, taxing }: LineToTax): AmountToTax {
  const { isGross, adjustment, code } = taxing as Taxing;
  const amount = onOwnSide(code, line.amount);
  return { amount, isGross, adjustment: amount < 0 ? negated(adjustment) : adjustment };
}

function amountsOf(code: TaxCode, date: CivilDate, amounts: readonly AmountToTax[]): TaxedAmount[] {
  const rate = taxRateOn(code, date);
  if (!rate) throw new RangeError(`${code.code} takes nothing on ${date}`);
  return taxAmounts(rate, code.side, code.rounding, amounts);
}

/** What is taxed in other currencies, each by itself. */
function foreignAmountsOf(code: TaxCode, date: CivilDate, own: readonly LineToTax[]): Map<LineToTax, TaxedAmount> {
  const found = new Map<LineToTax, TaxedAmount>();
  for (const currency of new Set(own.flatMap(({ line }) => line.foreign?.currency ?? []))) {
    const there = own.filter(({ line }) => line.foreign?.currency === currency);
    const amounts = there.map(({ line, taxing }) => ({
      amount: onOwnSide(code, line.foreign?.amount ?? ZERO),
      isGross: taxing?.isGross ?? false,
    }));
    amountsOf(code, date, amounts).forEach((amount, index) => found.set(there[index] as LineToTax, amount));
  }
  return found;
}

/** An amount as seen from the side that ordinary lines of a code stand on, and back. */
function onOwnSide({ side }: TaxCode, amount: Minor): Minor {
  return TAX_SIDES[side].lineStandsOn === 'debit' ? amount : negated(amount);
}

function debitPositive(side: Side, amount: Minor): Minor {
  return side === 'debit' ? amount : negated(amount);
}

/** What stands on the line's own account: its net, and what is not reclaimed. */
function ownAmount({ net, parts }: TaxedAmount, { code }: Taxing): Minor {
  return parts
    .filter(({ part }) => part.account === undefined)
    .reduce((sum, { part, amount }) => add(sum, debitPositive(part.side, amount)), onOwnSide(code, net));
}

function ownLine(
  line: EntryLine,
  taxing: Taxing,
  { base, foreign }: { readonly base: TaxedAmount; readonly foreign?: TaxedAmount },
  date: CivilDate,
  baseCurrency: CurrencyCode,
): EntryLine {
  const { code, adjustment } = taxing;
  const { foreign: typed, ...rest } = line;
  const amount = ownAmount(base, taxing);
  const there = typed && foreign ? withAmount(typed, ownAmount(foreign, taxing), amount, baseCurrency) : undefined;
  return {
    ...rest,
    amount,
    ...(there && { foreign: there }),
    tax: {
      code: code.id,
      rate: wholeRate(taxRateOn(code, date) ?? { parts: [] }, code.side),
      base: onOwnSide(code, base.net),
      ...(adjustment !== 0 && { adjustment: line.amount < 0 ? negated(adjustment) : adjustment }),
    },
  };
}

/** A foreign amount beside what it is in the books; the rate stays where both still agree by it. */
function withAmount(
  { currency, quote }: ForeignAmount,
  amount: Minor,
  base: Minor,
  baseCurrency: CurrencyCode,
): ForeignAmount | undefined {
  if (amount === 0) return undefined;
  const agrees =
    quote &&
    Math.abs(baseAmount(amount, currency, baseCurrency, quote) - base) <=
      rateTolerance(amount, currency, baseCurrency, quote);
  return { currency, amount, ...(agrees && { quote }) };
}

/** Gathers what goes to the accounts of taxes. */
class TaxLines {
  private readonly byKey = new Map<string, TaxLine>();

  take({ line }: LineToTax, { code }: Taxing, base: TaxedAmount, foreign: TaxedAmount | undefined): void {
    base.parts.forEach(({ part, amount }, index) => {
      const { account, rate, side } = part;
      if (account === undefined) return;
      const there = foreign &&
        line.foreign && { currency: line.foreign.currency, amount: foreign.parts[index]?.amount };
      // credit notes stand by themselves, so that each line's base has a sign of its own
      const key = canonicalJson([
        code.id,
        rate,
        side,
        account,
        base.net < 0,
        there?.currency ?? '',
        { ...line.breakdowns },
      ]);
      const found = this.byKey.get(key) ?? {
        code: code.id,
        rate,
        side,
        account,
        breakdowns: line.breakdowns,
        currency: there?.currency,
        base: ZERO,
        amount: ZERO,
        foreign: ZERO,
      };
      this.byKey.set(key, {
        ...found,
        base: add(found.base, onOwnSide(code, base.net)),
        amount: add(found.amount, debitPositive(side, amount)),
        foreign: add(found.foreign, debitPositive(side, there?.amount ?? ZERO)),
      });
    });
  }

  lines(): EntryLine[] {
    return [...this.byKey.values()]
      .filter(({ amount }) => amount !== 0)
      .map(({ account, amount, breakdowns, currency, foreign, code, rate, side, base }) => ({
        account,
        amount,
        ...(breakdowns && { breakdowns }),
        ...(currency && foreign !== 0 && { foreign: { currency, amount: foreign } }),
        tax: { code, rate, base, side },
      }));
  }
}

interface TaxLine {
  readonly code: number;
  readonly rate: Percent;
  readonly side: Side;
  readonly account: AccountId;
  readonly breakdowns: EntryLine['breakdowns'];
  readonly currency: CurrencyCode | undefined;
  /** Minor units, debit positive. */
  readonly base: Minor;
  readonly amount: Minor;
  readonly foreign: Minor;
}
