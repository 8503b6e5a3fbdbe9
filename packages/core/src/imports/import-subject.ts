import { CHART_COLUMNS } from '../accounts/chart-rows.js';
import { VALUE_COLUMNS } from '../breakdowns/value-rows.js';
import { CONTACT_COLUMNS } from '../contacts/contact-rows.js';
import { RATE_COLUMNS } from '../currencies/rate-rows.js';

/** What can be read from files and written to them, with the columns that it has. */
export const IMPORT_SUBJECTS = {
  chart: { label: 'Chart of accounts', columns: CHART_COLUMNS, required: ['number', 'name'] },
  contacts: { label: 'Contacts', columns: CONTACT_COLUMNS, required: ['name'] },
  'breakdown-values': { label: 'Breakdown values', columns: VALUE_COLUMNS, required: ['breakdown', 'value'] },
  rates: { label: 'Rates', columns: RATE_COLUMNS, required: ['currency', 'date'] },
} as const satisfies Record<
  string,
  { readonly label: string; readonly columns: readonly string[]; readonly required: readonly string[] }
>;

/** A key of {@link IMPORT_SUBJECTS}. */
export type ImportSubject = keyof typeof IMPORT_SUBJECTS;

/** Whether a text names a subject. */
export function isImportSubject(text: string): text is ImportSubject {
  return Object.hasOwn(IMPORT_SUBJECTS, text);
}

/** What columns are called elsewhere, in letters and digits only. */
const ALSO_CALLED: Readonly<Record<ImportSubject, Readonly<Record<string, string>>>> = {
  chart: {
    number: 'no nr code account accountno accountnumber accountcode',
    name: 'description title accountname',
    element: 'type accounttype class',
    classification: 'section shownunder statementline',
    parent: 'heading under parentaccount',
    normal_balance: 'side balanceside',
    active: 'inuse',
    tax_code: 'tax taxrate defaulttax',
  },
  contacts: {
    number: 'no nr code id contactno contactnumber customerno supplierno',
    name: 'contact company customer supplier fullname contactname',
    roles: 'role type kind',
    terms: 'paymentterms duedays days',
    email: 'mail emailaddress',
    phone: 'telephone tel mobile phonenumber',
    address: 'postaladdress street',
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
    plain.forEach((heading, at) => {
      if (found.has(at)) return;
      const column = meant(heading);
      if (column === undefined || (column !== null && given.has(column))) return;
      if (column !== null) given.add(column);
      found.set(at, column);
    });
  pass((heading) => {
    const chosen = remembered.get(heading);
    return chosen === null || columns.some((column) => column === chosen) ? chosen : undefined;
  });
  pass((heading) => columns.find((column) => plainHeading(column) === heading));
  pass((heading) => columns.find((column) => ALSO_CALLED[subject][column]?.split(' ').includes(heading)));
  return headings.map((_, at) => found.get(at) ?? null);
}
