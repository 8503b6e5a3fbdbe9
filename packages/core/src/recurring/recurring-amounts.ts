import type { Account } from '../accounts/account.js';
import { DEPRECIATION_METHODS, type DepreciableAsset, isDepreciationMethod } from '../assets/depreciation.js';
import { keysOf } from '../keyed/keyed.js';
import type { Age } from '../open-items/aged-balances.js';
import { isCivilDate, type CivilDate } from '../dates/civil-date.js';
import { safeParseAmount } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';
import { isPercent, type Percent } from '../money/percent.js';
import { isPlainText } from '../problems/plain-text.js';
import { problem, type Checked, type Problem, refused, valid } from '../problems/problem.js';
import { type DayCount, DAY_COUNTS, type Loan, REPAYMENTS } from './loan.js';
import { SPREAD_MEASURES, type Spread } from './spread.js';
import { agePercents, type Target, TARGETS } from './target.js';

/** Where the amounts of a recurring journal come from. */
export const AMOUNT_SOURCES = {
  fixed: 'the same each time',
  asked: 'asked for each time',
  'share-of-balance': 'a percentage of an account',
  spread: 'an amount spread over the dates',
  depreciation: 'depreciation',
  loan: 'a loan’s instalment',
  target: 'what an account lacks',
} as const;

/** A key of {@link AMOUNT_SOURCES}. */
export type AmountSource = keyof typeof AMOUNT_SOURCES;

/**
 * What a percentage is taken of: what stands on an account at the date, or what moved since the date before. Interest
 * takes a percentage a year of what stood on it each day since then.
 */
export const SHARED_FIGURES = ['balance', 'movement', 'interest'] as const;

/** Of an account's figure, counted positive on its normal side, a percentage. */
export interface ShareOfAccount {
  readonly account: string;
  readonly of: (typeof SHARED_FIGURES)[number];
  readonly percent: Percent;
  /** For interest, how days make a year. */
  readonly dayCount: DayCount;
}

/** One asset that a schedule writes off by itself; it need not stand in the register. */
export interface OwnAsset {
  readonly name: string;
  readonly asset: DepreciableAsset;
  readonly expense: string;
  readonly accumulated: string;
}

/** A loan with the accounts that its instalments touch. */
export interface LoanOnAccounts {
  readonly loan: Loan;
  /** What is owed stands on it. */
  readonly account: string;
  readonly interestAccount: string;
  readonly paymentAccount: string;
}

/** The amounts of a recurring journal, read and found sound. */
export type RecurringAmounts =
  | { readonly source: 'fixed' | 'asked' }
  | { readonly source: 'share-of-balance'; readonly share: ShareOfAccount }
  | { readonly source: 'spread'; readonly spread: Spread }
  | { readonly source: 'depreciation'; readonly assetClass: string }
  | { readonly source: 'depreciation'; readonly own: OwnAsset }
  | { readonly source: 'loan'; readonly loan: LoanOnAccounts }
  | { readonly source: 'target'; readonly target: Target };

/** The amounts of a recurring journal from outside: accounts by number, amounts and percentages as text. */
export interface AmountTerms {
  readonly amounts?: string | undefined;
  readonly share?:
    { account: string; of?: string | undefined; percent: string; dayCount?: string | undefined } | undefined;
  readonly spread?:
    { total: string; by?: string | undefined; first?: string | undefined; last?: string | undefined } | undefined;
  readonly depreciation?:
    | {
        assetClass?: string | undefined;
        asset?:
          | {
              name: string;
              cost: string;
              residual?: string | undefined;
              acquired: string;
              method: string;
              life?: string | undefined;
              rate?: string | undefined;
            }
          | undefined;
        expense?: string | undefined;
        accumulated?: string | undefined;
      }
    | undefined;
  readonly loan?:
    | {
        principal: string;
        rate: string;
        dayCount?: string | undefined;
        repayment?: string | undefined;
        drawn: string;
        account: string;
        interestAccount: string;
        paymentAccount: string;
      }
    | undefined;
  readonly target?:
    | {
        account: string;
        against: string;
        by: string;
        percent?: string | undefined;
        percents?: Partial<Record<Age, string>> | undefined;
      }
    | undefined;
}

/** What amounts are read by. */
export interface AmountsReading {
  readonly currency: CurrencyCode;
  readonly accountOf: (number: string) => Account | undefined;
  /** Whether the schedule ends: a spread and a loan do. */
  readonly hasEnd: boolean;
}

/**
 * Reads the amounts of a recurring journal.
 *
 * @returns problems at the fields of the terms
 * @example readRecurringAmounts({amounts: 'spread', spread: {total: '700.00'}}, reading)
 */
export function readRecurringAmounts(terms: AmountTerms, reading: AmountsReading): Checked<RecurringAmounts> {
  const source = terms.amounts ?? 'fixed';
  if (!isAmountSource(source)) {
    const message = `The amounts are one of ${Object.keys(AMOUNT_SOURCES).join(', ')}.`;
    return refused([problem('amounts-unknown', 'amounts', message)]);
  }
  const fields = new Fields(reading);
  const amounts = amountsFrom(source, terms, fields);
  return amounts && fields.problems.length === 0 ? valid(amounts) : refused(fields.problems);
}

/** Whether a text names a source of amounts. */
export function isAmountSource(text: string): text is AmountSource {
  return Object.hasOwn(AMOUNT_SOURCES, text);
}

function amountsFrom(source: AmountSource, terms: AmountTerms, fields: Fields): RecurringAmounts | undefined {
  switch (source) {
    case 'fixed':
    case 'asked':
      return { source };
    case 'share-of-balance':
      return shareFrom(terms.share, fields);
    case 'spread':
      return spreadFrom(terms.spread, fields);
    case 'depreciation':
      return depreciationFrom(terms.depreciation, fields);
    case 'loan':
      return loanFrom(terms.loan, fields);
    case 'target':
      return targetFrom(terms.target, fields);
    default:
      return source satisfies never;
  }
}

function shareFrom(share: AmountTerms['share'], fields: Fields): RecurringAmounts | undefined {
  if (!share) return fields.report('amounts-missing', 'share', 'Say which account, and how many per cent of it.');
  const account = fields.account('share.account', share.account);
  const figure = fields.oneOf('share.of', share.of ?? 'balance', SHARED_FIGURES);
  const percent = fields.percent('share.percent', share.percent);
  const dayCount = fields.oneOf('share.dayCount', share.dayCount ?? '30/360', DAY_COUNTS);
  if (!account || !figure || !percent || !dayCount) return undefined;
  return { source: 'share-of-balance', share: { account, of: figure, percent, dayCount } };
}

function spreadFrom(spread: AmountTerms['spread'], fields: Fields): RecurringAmounts | undefined {
  if (!spread) return fields.report('amounts-missing', 'spread', 'Say the amount to spread.');
  const total = fields.amount('spread.total', spread.total);
  const by = fields.oneOf('spread.by', spread.by ?? 'occurrences', SPREAD_MEASURES);
  fields.needsEnd();
  if (total === 0) fields.report('amount-zero', 'spread.total', 'Say the amount to spread.');
  if (by === 'occurrences' || !by)
    return total === undefined || !by ? undefined : { source: 'spread', spread: { total, by } };
  const [first, last] = [fields.date('spread.first', spread.first), fields.date('spread.last', spread.last)];
  if (first && last && last < first) fields.report('until-before-from', 'spread.last', 'It ends before it begins.');
  return total !== undefined && first && last ? { source: 'spread', spread: { total, by, first, last } } : undefined;
}

function depreciationFrom(given: AmountTerms['depreciation'], fields: Fields): RecurringAmounts | undefined {
  const { assetClass, asset, expense, accumulated } = given ?? {};
  if (!asset) {
    return assetClass?.trim()
      ? { source: 'depreciation', assetClass: assetClass.trim() }
      : fields.report(
          'amounts-missing',
          'depreciation.assetClass',
          'Name a class of the asset register, or an asset.',
        );
  }
  const path = 'depreciation.asset';
  const [cost, residual] = [
    fields.positive(`${path}.cost`, asset.cost),
    fields.amount(`${path}.residual`, asset.residual || '0'),
  ];
  const acquired = fields.date(`${path}.acquired`, asset.acquired);
  if (!asset.name.trim() || !isPlainText(asset.name, 80))
    fields.report('text', `${path}.name`, 'A name is 1 to 80 characters on one line.');
  if (!isDepreciationMethod(asset.method) || asset.method === 'none') {
    const methods = Object.keys(DEPRECIATION_METHODS).filter((rule) => rule !== 'none');
    fields.report('method-unknown', `${path}.method`, `The method is one of ${methods.join(', ')}.`);
  }
  if (residual !== undefined && cost !== undefined && (residual < 0 || residual > cost)) {
    fields.report('residual-too-large', `${path}.residual`, 'It lies between nothing and the cost.');
  }
  const life = fields.years(`${path}.life`, asset.life);
  const rate = asset.rate?.trim() || undefined;
  if (rate !== undefined && !isPercent(rate)) {
    fields.report('not-a-percentage', `${path}.rate`, 'A percentage is a plain number, such as 12.5.');
  }
  if (life === undefined && !(asset.method === 'declining' && rate !== undefined)) {
    fields.report('life-missing', `${path}.life`, 'Over how many years?');
  }
  if (asset.method === 'sum-of-years-digits' && life !== undefined && !/^\d+$/.test(life)) {
    fields.report('life-not-whole', `${path}.life`, 'The sum of the years’ digits takes whole years.');
  }
  const accounts = [
    fields.account('depreciation.expense', expense ?? ''),
    fields.account('depreciation.accumulated', accumulated ?? ''),
  ] as const;
  if (cost === undefined || residual === undefined || !acquired || !accounts[0] || !accounts[1]) return undefined;
  if (!isDepreciationMethod(asset.method)) return undefined;
  return {
    source: 'depreciation',
    own: {
      name: asset.name.trim(),
      asset: { cost, residual, acquired, method: asset.method, life, rate },
      expense: accounts[0],
      accumulated: accounts[1],
    },
  };
}

function loanFrom(given: AmountTerms['loan'], fields: Fields): RecurringAmounts | undefined {
  if (!given) return fields.report('amounts-missing', 'loan', 'Say what is owed, and at which rate.');
  const principal = fields.positive('loan.principal', given.principal);
  if (!isPercent(given.rate))
    fields.report('not-a-percentage', 'loan.rate', 'A percentage is a plain number, such as 4.5.');
  const dayCount = fields.oneOf('loan.dayCount', given.dayCount ?? '30/360', DAY_COUNTS);
  const repayment = fields.oneOf('loan.repayment', given.repayment ?? 'level', REPAYMENTS);
  const drawn = fields.date('loan.drawn', given.drawn);
  fields.needsEnd();
  const account = fields.account('loan.account', given.account);
  const interestAccount = fields.account('loan.interestAccount', given.interestAccount);
  const paymentAccount = fields.account('loan.paymentAccount', given.paymentAccount);
  if (principal === undefined || !dayCount || !repayment || !drawn) return undefined;
  if (!account || !interestAccount || !paymentAccount) return undefined;
  const loan = { principal, rate: given.rate, dayCount, repayment, drawn };
  return { source: 'loan', loan: { loan, account, interestAccount, paymentAccount } };
}

function targetFrom(given: AmountTerms['target'], fields: Fields): RecurringAmounts | undefined {
  if (!given) return fields.report('amounts-missing', 'target', 'Say which account is brought where.');
  const by = fields.oneOf('target.by', given.by, keysOf(TARGETS));
  const account = fields.account('target.account', given.account);
  const against = fields.account('target.against', given.against);
  if (account && account === against) {
    return fields.report('same-account', 'target.against', 'It is brought there against another account.');
  }
  const percent = by === 'result' ? fields.percent('target.percent', given.percent ?? '') : undefined;
  const percents =
    by === 'ages'
      ? agePercents((age) => fields.percent(`target.percents.${age}`, given.percents?.[age] ?? '0', 100))
      : undefined;
  if (!by || !account || !against) return undefined;
  if (by === 'count') return { source: 'target', target: { account, against, by } };
  if (by === 'ages') return percents && { source: 'target', target: { account, against, by, percents } };
  return percent && { source: 'target', target: { account, against, by, percent } };
}

/** Reads fields and gathers what is wrong with them. */
class Fields {
  readonly problems: Problem[] = [];

  constructor(private readonly reading: AmountsReading) {}

  report(code: string, path: string, message: string): undefined {
    this.problems.push(problem(code, path, message));
    return undefined;
  }

  amount(path: string, text: string): Minor | undefined {
    const read = safeParseAmount(text.trim(), this.reading.currency);
    return read.ok ? minor(read.amount) : this.report('not-an-amount', path, `“${text}” is no amount.`);
  }

  positive(path: string, text: string): Minor | undefined {
    const amount = this.amount(path, text);
    return amount !== undefined && amount <= 0
      ? this.report('amount-negative', path, 'It is more than nothing.')
      : amount;
  }

  date(path: string, text: string | undefined): CivilDate | undefined {
    if (text !== undefined && isCivilDate(text)) return text;
    return this.report('not-a-date', path, text ? `“${text}” is not a date.` : 'Say the date.');
  }

  percent(path: string, text: string, most = 1_000): Percent | undefined {
    if (isPercent(text) && Number(text) <= most) return text;
    const bound = most === 1_000 ? '' : ` It is ${most} at most.`;
    return this.report('not-a-percentage', path, `A percentage is a plain number, such as 12.5.${bound}`);
  }

  years(path: string, text: string | undefined): string | undefined {
    const life = text?.trim();
    if (!life) return undefined;
    return /^\d{1,3}(\.\d{1,4})?$/.test(life) && Number(life) > 0
      ? life
      : this.report('not-a-number', path, 'A life is a number of years, such as 5 or 2.5.');
  }

  account(path: string, number: string): string | undefined {
    if (this.reading.accountOf(number)) return number;
    return this.report('account-unknown', path, number ? `There is no account ${number}.` : 'Choose an account.');
  }

  oneOf<T extends string>(path: string, text: string, choices: readonly T[]): T | undefined {
    const found = choices.find((choice) => choice === text);
    return found ?? this.report('unknown-choice', path, `It is one of ${choices.join(', ')}.`);
  }

  needsEnd(): void {
    if (this.reading.hasEnd) return;
    this.report('schedule-without-end', 'schedule.count', 'Say how many times, or until when: it comes to an end.');
  }
}
