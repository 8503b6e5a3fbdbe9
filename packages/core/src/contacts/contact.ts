import { isPlainText } from '../problems/plain-text.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';

/** What a contact is to the organisation. */
export const CONTACT_ROLES = ['customer', 'supplier', 'member', 'employee', 'authority'] as const;

/** One of {@link CONTACT_ROLES}. */
export type ContactRole = (typeof CONTACT_ROLES)[number];

/** The id of a contact within its organisation. */
export type ContactId = number & { readonly __brand: 'ContactId' };

/** A customer, supplier, member, employee or authority. */
export interface Contact {
  readonly id: ContactId;
  readonly number: string;
  readonly name: string;
  readonly roles: readonly ContactRole[];
}

/** A contact as somebody proposes it. */
export interface ProposedContact {
  readonly name: string;
  readonly number?: string | undefined;
  readonly roles: readonly string[];
}

/**
 * Checks a proposed contact by itself.
 *
 * @returns its fields, trimmed, or every problem at its field
 * @example checkContact({name: ' Low Weir ', roles: ['customer']}) // → name 'Low Weir'
 */
export function checkContact(
  proposed: ProposedContact,
): Checked<Omit<Contact, 'id' | 'number'> & { number?: string }> {
  const problems: Problem[] = [];
  const name = proposed.name.trim();
  const number = proposed.number?.trim();
  if (name === '') problems.push(problem('contact-name-missing', 'name', 'A contact needs a name.'));
  else if (!isPlainText(name, 120)) {
    problems.push(problem('contact-name', 'name', 'A contact’s name is up to 120 characters on one line.'));
  }
  if (number !== undefined && number !== '' && !/^[0-9A-Za-z][0-9A-Za-z./-]{0,19}$/.test(number)) {
    problems.push(
      problem('contact-number', 'number', 'A contact number is up to 20 digits or letters, without spaces.'),
    );
  }
  const roles = proposed.roles.filter((role): role is ContactRole => CONTACT_ROLES.includes(role as ContactRole));
  if (roles.length < proposed.roles.length || roles.length === 0) {
    problems.push(problem('contact-roles', 'roles', `At least one of ${CONTACT_ROLES.join(', ')}.`));
  }
  return problems.length > 0
    ? refused(problems)
    : valid({ name, roles: [...new Set(roles)], ...(number && { number }) });
}
