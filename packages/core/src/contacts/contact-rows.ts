import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import type { Contact, ProposedContact } from './contact.js';
import { termsText } from './terms.js';

/** The columns of a file of contacts, in the order in which it is written. */
export const CONTACT_COLUMNS = [
  'number',
  'name',
  'roles',
  'terms',
  'currency',
  'email',
  'phone',
  'address',
  'iban',
  'bic',
  'account_number',
  'holder',
  'active',
] as const;

/** One column of a file of contacts. */
export type ContactColumn = (typeof CONTACT_COLUMNS)[number];

/** Columns named differently in a file and in a request. */
const FIELD_COLUMNS: Readonly<Record<string, ContactColumn>> = {
  'bank.iban': 'iban',
  'bank.bic': 'bic',
  'bank.accountNumber': 'account_number',
  'bank.holder': 'holder',
};

/** Puts a contact's problem at its row and column. @example → path 'rows.3.iban' */
export function contactProblemAtRow(line: number, found: Problem): Problem {
  return { ...found, path: `rows.${line}.${FIELD_COLUMNS[found.path] ?? found.path}` };
}

/**
 * Reads a row of a file of contacts. Cells that are empty or not there keep what an existing contact has; a new one
 * without roles is a customer. Roles are parted by semicolons.
 *
 * @param before the contact that the row is about, if there is one
 */
export function contactFromRow(
  row: { readonly line: number; readonly cells: Readonly<Partial<Record<ContactColumn, string>>> },
  before?: Contact,
): Checked<ProposedContact> {
  const cell = (column: ContactColumn): string | undefined => row.cells[column]?.trim() || undefined;
  const active = cell('active')?.toLowerCase();
  const flag =
    active === undefined ? undefined : { true: true, yes: true, 1: true, false: false, no: false, 0: false }[active];
  if (active !== undefined && flag === undefined) {
    const message = `active is yes or no, not “${active}”.`;
    return refused([problem('not-a-flag', `rows.${row.line}.active`, message)]);
  }
  const parted = (text: string | undefined): string[] | undefined =>
    text
      ?.split(';')
      .map((one) => one.trim())
      .filter((one) => one !== '');
  const { bank } = before ?? {};
  return valid({
    number: cell('number') ?? before?.number,
    name: cell('name') ?? before?.name ?? '',
    roles: parted(cell('roles')?.toLowerCase()) ?? before?.roles ?? ['customer'],
    active: flag ?? before?.active,
    terms: cell('terms') ?? (before?.terms && termsText(before.terms)),
    currency: cell('currency') ?? before?.currency,
    email: cell('email') ?? before?.email,
    phone: cell('phone') ?? before?.phone,
    address: cell('address') ?? before?.address,
    bank: {
      iban: cell('iban') ?? bank?.iban,
      bic: cell('bic') ?? bank?.bic,
      accountNumber: cell('account_number') ?? bank?.accountNumber,
      holder: cell('holder') ?? bank?.holder,
    },
  });
}

/** Contacts as the rows of their file, in the order of {@link CONTACT_COLUMNS}. */
export function contactRows(contacts: readonly Contact[]): string[][] {
  return contacts.map(({ number, name, roles, terms, currency, email, phone, address, bank, active }) => [
    number,
    name,
    roles.join('; '),
    terms ? termsText(terms) : '',
    currency ?? '',
    email ?? '',
    phone ?? '',
    address ?? '',
    bank?.iban ?? '',
    bank?.bic ?? '',
    bank?.accountNumber ?? '',
    bank?.holder ?? '',
    String(active),
  ]);
}
