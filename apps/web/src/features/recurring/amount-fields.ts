import type { AmountTermsRequest } from '@just-ledger/contract';
import {
  AGES,
  type AmountSource,
  type CivilDate,
  type CurrencyCode,
  DAY_COUNTS,
  DEPRECIATION_METHODS,
  isCivilDate,
  keysOf,
  shortDate,
  TARGETS,
} from '@just-ledger/core';
import { plainAmount, plainDecimal, typedDay, wireInCell } from '../../ui/own-ways.js';

/** What is typed about amounts, by the path of its value in the request. */
export type AmountValues = Readonly<Record<string, string>>;

/** A field of the amounts: the path of its value, what it is called, and what it takes. */
export interface AmountField {
  readonly path: string;
  readonly label: string;
  readonly takes: 'amount' | 'decimal' | 'date' | 'account' | 'text' | readonly (readonly [string, string])[];
  /** When it is asked for. */
  readonly if?: (values: AmountValues) => boolean;
}

const isOwnAsset = (values: AmountValues): boolean => values['depreciates'] === 'asset';
const isOverTime = (values: AmountValues): boolean => values['spread.by'] !== 'occurrences';
const METHODS = keysOf(DEPRECIATION_METHODS).filter((method) => method !== 'none');

/** The fields of each source of amounts. */
export const AMOUNT_FIELDS: Readonly<Record<AmountSource, readonly AmountField[]>> = {
  fixed: [],
  asked: [],
  'share-of-balance': [
    { path: 'share.percent', label: 'Per cent', takes: 'decimal' },
    {
      path: 'share.of',
      label: 'Of',
      takes: [
        ['balance', 'its balance at the date'],
        ['movement', 'what moved since the date before'],
        ['interest', 'what stood on it each day, a year'],
      ],
    },
    { path: 'share.account', label: 'Account', takes: 'account' },
    {
      path: 'share.dayCount',
      label: 'Days counted',
      takes: DAY_COUNTS.map((dayCount) => [dayCount, dayCount]),
      if: (values) => values['share.of'] === 'interest',
    },
  ],
  spread: [
    { path: 'spread.total', label: 'Amount to spread', takes: 'amount' },
    {
      path: 'spread.by',
      label: 'By',
      takes: [
        ['occurrences', 'dates, each the same'],
        ['months', 'months of the span'],
        ['days', 'days of the span'],
      ],
    },
    { path: 'spread.first', label: 'For the days from', takes: 'date', if: isOverTime },
    { path: 'spread.last', label: 'To', takes: 'date', if: isOverTime },
  ],
  depreciation: [
    {
      path: 'depreciates',
      label: 'Of',
      takes: [
        ['class', 'a class of the asset register'],
        ['asset', 'one asset, said here'],
      ],
    },
    { path: 'depreciation.assetClass', label: 'Class', takes: 'text', if: (values) => !isOwnAsset(values) },
    { path: 'depreciation.asset.name', label: 'Asset', takes: 'text', if: isOwnAsset },
    { path: 'depreciation.asset.cost', label: 'Cost', takes: 'amount', if: isOwnAsset },
    { path: 'depreciation.asset.residual', label: 'Residual value', takes: 'amount', if: isOwnAsset },
    { path: 'depreciation.asset.acquired', label: 'Acquired', takes: 'date', if: isOwnAsset },
    {
      path: 'depreciation.asset.method',
      label: 'Method',
      takes: METHODS.map((method) => [method, DEPRECIATION_METHODS[method]]),
      if: isOwnAsset,
    },
    { path: 'depreciation.asset.life', label: 'Life in years', takes: 'decimal', if: isOwnAsset },
    {
      path: 'depreciation.asset.rate',
      label: 'Per cent a year',
      takes: 'decimal',
      if: (values) => isOwnAsset(values) && values['depreciation.asset.method'] === 'declining',
    },
    { path: 'depreciation.expense', label: 'Expense account', takes: 'account', if: isOwnAsset },
    { path: 'depreciation.accumulated', label: 'Accumulated depreciation', takes: 'account', if: isOwnAsset },
  ],
  loan: [
    { path: 'loan.principal', label: 'Owed', takes: 'amount' },
    { path: 'loan.drawn', label: 'Interest runs from', takes: 'date' },
    { path: 'loan.rate', label: 'Per cent a year', takes: 'decimal' },
    { path: 'loan.dayCount', label: 'Days counted', takes: DAY_COUNTS.map((dayCount) => [dayCount, dayCount]) },
    {
      path: 'loan.repayment',
      label: 'The same each time',
      takes: [
        ['level', 'the whole instalment'],
        ['level-principal', 'the principal in it'],
      ],
    },
    { path: 'loan.account', label: 'Loan account', takes: 'account' },
    { path: 'loan.interestAccount', label: 'Interest account', takes: 'account' },
    { path: 'loan.paymentAccount', label: 'Paid from', takes: 'account' },
  ],
  target: [
    { path: 'target.account', label: 'Account', takes: 'account' },
    { path: 'target.against', label: 'Against', takes: 'account' },
    { path: 'target.by', label: 'Is to stand at', takes: keysOf(TARGETS).map((key) => [key, TARGETS[key]]) },
    { path: 'target.percent', label: 'Per cent', takes: 'decimal', if: (values) => values['target.by'] === 'result' },
    ...keysOf(AGES).map((age) => ({
      path: `target.percents.${age}`,
      label: `${AGES[age]}, per cent`,
      takes: 'decimal' as const,
      if: (values: AmountValues) => values['target.by'] === 'ages',
    })),
  ],
};

/** What the fields begin with. */
const USUAL: AmountValues = {
  'share.percent': '100',
  'share.of': 'balance',
  'spread.by': 'occurrences',
  depreciates: 'class',
  'depreciation.asset.method': 'straight-line',
  'loan.dayCount': '30/360',
  'loan.repayment': 'level',
  'share.dayCount': '30/360',
  'target.by': 'count',
};

/** The fields of amounts that are kept, in the person’s own marks. */
export function amountValues(terms: AmountTermsRequest | undefined, currency: CurrencyCode): AmountValues {
  const { share, spread, depreciation, loan, target } = terms ?? {};
  const kept = Object.fromEntries(textsIn({ share, spread, depreciation, loan, target }, ''));
  const values: Record<string, string> = { ...USUAL };
  for (const field of Object.values(AMOUNT_FIELDS).flat()) {
    const value = kept[field.path];
    if (value === undefined) continue;
    values[field.path] =
      field.takes === 'amount'
        ? wireInCell(value, currency)
        : field.takes === 'date' && isCivilDate(value)
          ? shortDate(value)
          : value;
  }
  if (terms?.depreciation?.asset) values['depreciates'] = 'asset';
  return values;
}

/** The fields of a source that are asked for. */
export function askedFields(source: AmountSource, values: AmountValues): readonly AmountField[] {
  return AMOUNT_FIELDS[source].filter((field) => !field.if || field.if(values));
}

/** The amounts as they are asked for. */
export function amountTerms(
  source: AmountSource,
  values: AmountValues,
  currency: CurrencyCode,
  today: CivilDate,
): AmountTermsRequest {
  const tree: Tree = {};
  for (const { path, takes } of askedFields(source, values)) {
    const typed = (values[path] ?? '').trim();
    if (path === 'depreciates' || (typed === '' && !REQUIRED.includes(path))) continue;
    const value =
      takes === 'amount'
        ? plainAmount(typed, currency)
        : takes === 'decimal'
          ? plainDecimal(typed)
          : takes === 'date'
            ? (typedDay(typed, today) ?? typed)
            : typed;
    put(tree, path.split('.'), value);
  }
  return { amounts: source, ...(tree as object) };
}

/** What is sent even where it is empty: the answer says at its field that it is missing. */
const REQUIRED = [
  'share.account',
  'share.percent',
  'spread.total',
  'depreciation.assetClass',
  'depreciation.asset.name',
  'depreciation.asset.cost',
  'depreciation.asset.acquired',
  'loan.principal',
  'loan.rate',
  'loan.drawn',
  'loan.account',
  'loan.interestAccount',
  'loan.paymentAccount',
  'target.account',
  'target.against',
  'target.percent',
];

interface Tree {
  [key: string]: string | Tree | undefined;
}

function put(tree: Tree, [first = '', ...rest]: readonly string[], value: string): void {
  if (rest.length === 0) {
    tree[first] = value;
    return;
  }
  const under = tree[first];
  const next: Tree = typeof under === 'object' ? under : {};
  tree[first] = next;
  put(next, rest, value);
}

/** The texts in what is kept, each by its path. */
function textsIn(kept: object, path: string): (readonly [string, string])[] {
  return Object.entries(kept).flatMap(([key, value]: [string, unknown]) => {
    if (typeof value === 'string') return [[`${path}${key}`, value] as const];
    return typeof value === 'object' && value !== null ? textsIn(value, `${path}${key}.`) : [];
  });
}
