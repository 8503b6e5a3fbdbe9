/** What a cell of a tray holds. */
export type CellKind =
  'account' | 'contact' | 'class' | 'text' | 'date' | 'month' | 'amount' | 'number' | 'currency' | 'method';

/** A column of a tray. */
export interface TrayColumn {
  readonly key: string;
  readonly label: string;
  readonly kind: CellKind;
  /** Whether a row without it cannot be taken on. */
  readonly isNeeded?: true;
  /** Whether it is shown only where it is used. */
  readonly isRare?: true;
}

/** One kind of detail, as the bench shows it. */
export interface Tray {
  readonly label: string;
  /** What belongs into it, in a line. */
  readonly hint: string;
  readonly columns: readonly TrayColumn[];
  /** Whether its rows may name values of breakdowns. */
  readonly isCut?: true;
}

const DEBIT_CREDIT = [
  { key: 'debit', label: 'Debit', kind: 'amount' },
  { key: 'credit', label: 'Credit', kind: 'amount' },
] as const satisfies readonly TrayColumn[];
const ACCOUNT = { key: 'account', label: 'Account', kind: 'account', isNeeded: true } as const;

const OPEN_ITEM = [
  { key: 'contact', label: 'Contact', kind: 'contact', isNeeded: true },
  { key: 'document', label: 'Their number', kind: 'text' },
  { key: 'reference', label: 'Ours', kind: 'text', isRare: true },
  { key: 'date', label: 'Dated', kind: 'date' },
  { key: 'due', label: 'Due', kind: 'date' },
  { key: 'currency', label: 'Currency', kind: 'currency', isRare: true },
  { key: 'rate', label: 'Rate', kind: 'number', isRare: true },
  { key: 'account', label: 'Account', kind: 'account', isRare: true },
  { key: 'unpaid', label: 'Unpaid', kind: 'amount', isNeeded: true },
] as const satisfies readonly TrayColumn[];

/** The trays of a take-on, in the order of the bench. */
export const TRAYS = {
  'trial-balance': {
    label: 'Old trial balance',
    hint: 'each account of the old books with its balance at the changeover date',
    columns: [
      ACCOUNT,
      { key: 'name', label: 'Account name', kind: 'text', isRare: true },
      { key: 'foreign', label: 'Foreign', kind: 'amount', isRare: true },
      ...DEBIT_CREDIT,
    ],
    isCut: true,
  },
  customers: {
    label: 'Customers',
    hint: 'what is still unpaid of each invoice, with its own number and date; no revenue, no tax',
    columns: OPEN_ITEM,
  },
  suppliers: {
    label: 'Suppliers',
    hint: 'what is still unpaid of each bill, with its own number and date; no expense, no tax',
    columns: OPEN_ITEM,
  },
  banks: {
    label: 'Banks',
    hint: 'the balance on each statement, and what the bank had not yet cleared',
    columns: [
      ACCOUNT,
      { key: 'statement', label: 'On the statement', kind: 'amount' },
      { key: 'date', label: 'Uncleared of', kind: 'date' },
      { key: 'reference', label: 'Reference', kind: 'text' },
      { key: 'payee', label: 'Payee or payer', kind: 'text' },
      { key: 'amount', label: 'Uncleared', kind: 'amount' },
    ],
  },
  'asset-classes': {
    label: 'Asset classes',
    hint: 'what kinds of assets share accounts and method',
    columns: [
      { key: 'name', label: 'Class', kind: 'text', isNeeded: true },
      { key: 'cost', label: 'Cost account', kind: 'account', isNeeded: true },
      { key: 'accumulated', label: 'Accumulated depreciation', kind: 'account' },
      { key: 'expense', label: 'Depreciation expense', kind: 'account' },
      { key: 'method', label: 'Method', kind: 'method' },
      { key: 'life', label: 'Years', kind: 'number' },
      { key: 'rate', label: 'Per cent a year', kind: 'number' },
    ],
  },
  assets: {
    label: 'Fixed assets',
    hint: 'each asset with its cost and its accumulated depreciation',
    columns: [
      { key: 'name', label: 'Asset', kind: 'text', isNeeded: true },
      { key: 'class', label: 'Class', kind: 'class', isNeeded: true },
      { key: 'acquired', label: 'Acquired', kind: 'date', isNeeded: true },
      { key: 'method', label: 'Method', kind: 'method', isRare: true },
      { key: 'life', label: 'Years', kind: 'number', isRare: true },
      { key: 'rate', label: '%', kind: 'number', isRare: true },
      { key: 'residual', label: 'Residual', kind: 'amount' },
      { key: 'cost', label: 'Cost', kind: 'amount', isNeeded: true },
      { key: 'accumulated', label: 'Accumulated depreciation', kind: 'amount' },
    ],
  },
  stock: {
    label: 'Stock',
    hint: 'each item counted, with what one of it cost',
    columns: [
      { key: 'item', label: 'Item', kind: 'text', isNeeded: true },
      { key: 'quantity', label: 'Quantity', kind: 'number', isNeeded: true },
      { key: 'unit', label: 'Unit', kind: 'text' },
      { key: 'account', label: 'Account', kind: 'account', isRare: true },
      { key: 'cost', label: 'Cost of one', kind: 'amount', isNeeded: true },
    ],
  },
  other: {
    label: 'Loans, tax, other',
    hint: 'whatever a balance is made of: loans, tax owed, payroll, deposits',
    columns: [ACCOUNT, { key: 'note', label: 'What it is', kind: 'text' }, ...DEBIT_CREDIT],
    isCut: true,
  },
  equity: {
    label: 'Funds and equity',
    hint: 'each part of equity, by fund where there are funds',
    columns: [ACCOUNT, { key: 'note', label: 'What it is', kind: 'text' }, ...DEBIT_CREDIT],
    isCut: true,
  },
  'running-year': {
    label: 'Running year',
    hint: 'revenue and expense since the year’s first day, in total or month by month',
    columns: [ACCOUNT, { key: 'month', label: 'Month', kind: 'month' }, ...DEBIT_CREDIT],
    isCut: true,
  },
  history: {
    label: 'Earlier years',
    hint: 'balances at the ends of earlier months or years, or what they moved by; for comparison only',
    columns: [
      ACCOUNT,
      { key: 'date', label: 'At the end of', kind: 'date', isNeeded: true },
      { key: 'moved', label: 'Moved by', kind: 'amount', isRare: true },
      ...DEBIT_CREDIT,
    ],
  },
} as const satisfies Record<string, Tray>;

/** A key of {@link TRAYS}. */
export type TrayKey = keyof typeof TRAYS;

/** Whether a text names a tray. */
export function isTrayKey(text: string): text is TrayKey {
  return Object.hasOwn(TRAYS, text);
}

/** The trays that hold the detail of accounts of the old trial balance. */
export const DETAIL_TRAYS = [
  'customers',
  'suppliers',
  'banks',
  'assets',
  'stock',
  'other',
  'equity',
  'running-year',
] as const satisfies readonly TrayKey[];

/** One of {@link DETAIL_TRAYS}. */
export type DetailTray = (typeof DETAIL_TRAYS)[number];

/** The prefix of cells that name a value of a breakdown. @example `breakdown.Fund` */
export const BREAKDOWN_CELL = 'breakdown.';
