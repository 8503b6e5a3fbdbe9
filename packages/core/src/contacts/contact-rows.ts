import { type Checked, problem, type Problem, refused, valid } from '../problems/problem.js';
import { textCells, textColumns, textFieldColumns, textsFromCells } from '../text-details/text-details.js';
import { CONTACT_DETAILS } from './contact-details.js';
import type { Contact, ProposedContact } from './contact.js';
import { termsText } from './terms.js';

/** The columns of a file of contacts, in the order in which it is written. */
export const CONTACT_COLUMNS = [
  'number',
  'name',
  'roles',
  'terms',
  'currency',
  ...textColumns(CONTACT_DETAILS),
  'iban',
  'bic',
  'account_number',
  'holder',
  'active',
] as const;

/** One column of a file of contacts. */
export type ContactColumn = (typeof CONTACT_COLUMNS)[number];

/** Columns named differently in a file and in a request. */
const FIELD_COLUMNS: Readonly<Record<string, string>> = {
  ...textFieldColumns(CONTACT_DETAILS),
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
  const cells: Readonly<Record<string, string | undefined>> = row.cells;
  const cell = (column: string): string | undefined => cells[column]?.trim() || undefined;
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
      .map((part) => part.trim())
      .filter((part) => part !== '');
  const { bank } = before ?? {};
  return valid({
    number: cell('number') ?? before?.number,
    name: cell('name') ?? before?.name ?? '',
    roles: parted(cell('roles')?.toLowerCase()) ?? before?.roles ?? ['customer'],
    active: flag ?? before?.active,
    terms: cell('terms') ?? (before?.terms && termsText(before.terms)),
    currency: cell('currency') ?? before?.currency,
    ...textsFromCells(CONTACT_DETAILS, cell, before),
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
  return contacts.map(({ number, name, roles, terms, currency, bank, active, ...details }) => [
    number,
    name,
    roles.join('; '),
    terms ? termsText(terms) : '',
    currency ?? '',
    ...textCells(CONTACT_DETAILS, details),
    bank?.iban ?? '',
    bank?.bic ?? '',
    bank?.accountNumber ?? '',
    bank?.holder ?? '',
    String(active),
  ]);
}
