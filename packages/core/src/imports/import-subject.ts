import { ACCOUNT_DETAILS } from '../accounts/account-details.js';
import { CHART_COLUMNS } from '../accounts/chart-rows.js';
import { VALUE_COLUMNS } from '../breakdowns/value-rows.js';
import { CONTACT_DETAILS } from '../contacts/contact-details.js';
import { CONTACT_COLUMNS } from '../contacts/contact-rows.js';
import { RATE_COLUMNS } from '../currencies/rate-rows.js';
import { ENTRY_TABLE_COLUMNS, ENTRY_TABLE_FORMS } from '../journal/entry-table.js';
import { isKeyOf, keyedBy, keysOf } from '../keyed/keyed.js';
import { neededFileColumns, trayFileColumns } from '../take-on/tray-files.js';
import { isTrayKey, type TrayKey, TRAYS } from '../take-on/tray.js';
import { textAlsoCalled } from '../text-details/text-details.js';

interface Subject {
  readonly label: string;
  readonly columns: readonly string[];
  readonly required: readonly string[];
  /** Columns of which one of these sets is needed as well. */
  readonly oneOf?: readonly (readonly string[])[];
}

/** What of the set-up can be read from files and written to them. */
export const SET_UP_FILES = {
  chart: { label: 'Chart of accounts', columns: CHART_COLUMNS, required: ['number', 'name'] },
  contacts: { label: 'Contacts', columns: CONTACT_COLUMNS, required: ['name'] },
  'breakdown-values': { label: 'Breakdown values', columns: VALUE_COLUMNS, required: ['breakdown', 'value'] },
  rates: { label: 'Rates', columns: RATE_COLUMNS, required: ['currency', 'date'] },
} as const satisfies Record<string, Subject>;

/** What of the daily work can be read from files and written to them. */
export const RECORD_FILES = {
  entries: {
    label: 'Entries',
    columns: ENTRY_TABLE_COLUMNS,
    required: ['date', 'explanation'],
    oneOf: ENTRY_TABLE_FORMS,
  },
} as const satisfies Record<string, Subject>;

/** The file of a tray of the take-on. */
export type TraySubject = `tray-${TrayKey}`;

/** The files of all trays. */
export const TRAY_SUBJECTS = keysOf(TRAYS).map((tray): TraySubject => `tray-${tray}`);

const TRAY_FILES = keyedBy(TRAY_SUBJECTS, (subject): Subject => {
  const tray = trayOfSubject(subject);
  return { label: TRAYS[tray].label, columns: trayFileColumns(tray), required: neededFileColumns(tray) };
});

/** What can be read from files and written to them, with the columns that it has: set-up, entries, trays of the take-on. */
export const IMPORT_SUBJECTS: Readonly<
  Record<keyof typeof SET_UP_FILES | keyof typeof RECORD_FILES | TraySubject, Subject>
> = {
  ...SET_UP_FILES,
  ...RECORD_FILES,
  ...TRAY_FILES,
};

/** The tray that a subject is the file of. @example trayOfSubject('tray-customers') // → 'customers' */
export function trayOfSubject(subject: TraySubject): TrayKey;
export function trayOfSubject(subject: string): TrayKey | undefined;
export function trayOfSubject(subject: string): TrayKey | undefined {
  const tray = /^tray-(.+)$/.exec(subject)?.[1] ?? '';
  return isTrayKey(tray) ? tray : undefined;
}

/** A key of {@link IMPORT_SUBJECTS}. */
export type ImportSubject = keyof typeof IMPORT_SUBJECTS;

/** Whether a text names a subject. */
export function isImportSubject(text: string): text is ImportSubject {
  return Object.hasOwn(IMPORT_SUBJECTS, text);
}

/** What columns are called elsewhere, in letters and digits only. */
const ALSO_CALLED: Readonly<
  Record<keyof typeof SET_UP_FILES | keyof typeof RECORD_FILES, Readonly<Record<string, string>>>
> = {
  entries: {
    entry: 'no nr number journal journalno entryno entrynumber voucher voucherno transaction id',
    date: 'day dated posted postingdate entrydate transactiondate',
    explanation: 'description text details memo purpose what for',
    reference: 'ref paper receipt receiptno',
    account: 'accountno accountnumber accountcode accountname',
    debit: 'dr debits debitamount',
    credit: 'cr credits creditamount',
    amount: 'value sum signedamount',
    from_account: 'from paidfrom creditaccount accountcredited',
    to_account: 'to paidto debitaccount accountdebited',
    note: 'linenote linetext linedescription',
    contact: 'customer supplier company payee payer',
    document: 'invoice invoiceno invoicenumber bill billno documentno documentnumber',
    document_date: 'invoicedate billdate',
    due_date: 'due dueon payableby',
    own_number: 'ourno ournumber ourreference',
    currency: 'cur ccy',
    foreign_amount: 'currencyamount amountincurrency',
    rate: 'exchangerate fx',
    breakdowns: 'fund costcentre project class',
    tax_code: 'tax taxkey taxtype',
    amount_is: 'netorgross netgross',
    reverses: 'reversalof reversed takesback',
    reverses_on: 'reverseson reversalon autoreverse autoreversedate reversaldate',
    supply_date: 'supplied suppliedon dateofsupply taxdate taxpoint',
  },
  chart: {
    number: 'no nr code account accountno accountnumber accountcode',
    name: 'description title accountname',
    element: 'type accounttype class',
    classification: 'section shownunder statementline',
    parent: 'heading under parentaccount',
    normal_balance: 'side balanceside',
    ...textAlsoCalled(ACCOUNT_DETAILS),
    active: 'inuse',
    tax_code: 'tax taxrate defaulttax',
  },
  contacts: {
    number: 'no nr code id contactno contactnumber customerno supplierno',
    name: 'contact company customer supplier fullname contactname',
    roles: 'role type kind',
    terms: 'paymentterms duedays days',
    ...textAlsoCalled(CONTACT_DETAILS),
    bic: 'swift swiftcode',
    account_number: 'bankaccount',
    holder: 'accountholder',
    active: 'inuse',
  },
  'breakdown-values': {
    breakdown: 'dimension list',
    value: 'name',
    parent: 'under',
    account: 'fundaccount accountnumber',
    active: 'inuse',
  },
  rates: {
    currency: 'code currencycode iso',
    date: 'day validfrom',
    rate: 'exchangerate value baseperunit',
    rate_per_base: 'inverse unitsperbase foreignperbase',
  },
};

/** What the columns of trays are called elsewhere. */
const ALSO_CALLED_IN_TRAYS: Readonly<Record<string, string>> = {
  account: 'no nr number code accountno accountnumber accountcode ledger nominal bank',
  debit: 'dr debits debitbalance',
  credit: 'cr credits creditbalance',
  balance: 'amount closingbalance total',
  foreign: 'foreignamount foreignbalance',
  breakdown: 'fund costcentre project class value',
  contact: 'customer supplier name company creditor debtor member vendor client',
  document: 'invoice invoiceno invoicenumber bill billno billnumber documentno documentnumber number',
  reference: 'ref ourref ourreference ourno',
  date: 'dated invoicedate documentdate billdate asat',
  due: 'duedate dueon payableby',
  unpaid: 'outstanding open remaining remainder balance amount amountdue unpaidamount',
  currency: 'cur ccy',
  rate: 'exchangerate fx percent depreciationrate',
  statement: 'statementbalance bankbalance',
  payee: 'payer paidto description',
  amount: 'uncleared unclearedamount',
  name: 'asset accountname description title item class',
  class: 'category group assetclass type',
  acquired: 'date purchased purchasedate acquisitiondate bought',
  cost: 'purchaseprice price unitcost costofone costaccount costeach',
  accumulated: 'accumulateddepreciation depreciation writtenoff depreciationtodate',
  residual: 'residualvalue salvage scrapvalue',
  life: 'years usefullife lifeyears',
  method: 'depreciationmethod',
  expense: 'depreciationexpense expenseaccount',
  item: 'description product article stockitem',
  quantity: 'qty count units number',
  unit: 'uom',
  note: 'description text what details',
  month: 'period',
};

/** A heading as it is compared: letters and digits only, in small letters. @example plainHeading('Account No.') // → 'accountno' */
export function plainHeading(heading: string): string {
  return heading.toLowerCase().replaceAll(/[^\p{L}\p{N}]/gu, '');
}

/**
 * Which column of the subject each heading of a file means: what was chosen for it before, else its own name, else
 * what it is often called. Each column is given once, to the first heading.
 *
 * @param remembered what was chosen before, by plain heading; null for left out
 * @returns in the order of the headings, null where nothing fits
 * @example recogniseColumns('contacts', ['Customer', 'IBAN', 'Colour']) // → ['name', 'iban', null]
 */
export function recogniseColumns(
  subject: ImportSubject,
  headings: readonly string[],
  remembered: ReadonlyMap<string, string | null> = new Map(),
): (string | null)[] {
  const { columns } = IMPORT_SUBJECTS[subject];
  const given = new Set<string>();
  const plain = headings.map(plainHeading);
  const found = new Map<number, string | null>();
  const pass = (meant: (heading: string) => string | null | undefined): void =>
    plain.forEach((heading, index) => {
      if (found.has(index)) return;
      const column = meant(heading);
      if (column === undefined || (column !== null && given.has(column))) return;
      if (column !== null) given.add(column);
      found.set(index, column);
    });
  pass((heading) => {
    const chosen = remembered.get(heading);
    return chosen === null || columns.some((column) => column === chosen) ? chosen : undefined;
  });
  pass((heading) => columns.find((column) => plainHeading(column) === heading));
  const also: Readonly<Record<string, string>> = trayOfSubject(subject)
    ? ALSO_CALLED_IN_TRAYS
    : isKeyOf(ALSO_CALLED, subject)
      ? ALSO_CALLED[subject]
      : {};
  pass((heading) => columns.find((column) => also[column]?.split(' ').includes(heading)));
  return headings.map((_, index) => found.get(index) ?? null);
}
