import { type CurrencyCode, isCurrencyCode } from '../money/currency.js';
import { isPlainText } from '../problems/plain-text.js';
import { type Checked, problem, type Problem, refused, valid } from '../problems/problem.js';
import { readTexts } from '../text-details/text-details.js';
import { type BankDetails, type ProposedBankDetails, readBankDetails } from './bank-details.js';
import { CONTACT_DETAILS, type ContactDetails, type ProposedContactDetails } from './contact-details.js';
import { parseTerms, type Terms } from './terms.js';

/** What a contact is to the organisation. */
export const CONTACT_ROLES = ['customer', 'supplier', 'member', 'employee', 'authority'] as const;

/** One of {@link CONTACT_ROLES}. */
export type ContactRole = (typeof CONTACT_ROLES)[number];

/** The id of a contact within its organisation. */
export type ContactId = number & { readonly __brand: 'ContactId' };

/** A number as the id of a contact. Ids count from 1. */
export function contactId(id: number): ContactId {
  return id as ContactId;
}

/** A customer, supplier, member, employee or authority. */
export interface Contact extends ContactDetails {
  readonly id: ContactId;
  readonly number: string;
  readonly name: string;
  readonly roles: readonly ContactRole[];
  /** Whether new lines may name it. */
  readonly active: boolean;
  readonly terms?: Terms;
  /** The currency in which its documents usually are. */
  readonly currency?: CurrencyCode;
  readonly bank?: BankDetails;
}

/** A contact as somebody proposes it. */
export interface ProposedContact extends ProposedContactDetails {
  readonly name: string;
  readonly number?: string | undefined;
  readonly roles: readonly string[];
  readonly active?: boolean | undefined;
  /** As typed: `30`, `10 after month end`. */
  readonly terms?: string | undefined;
  readonly currency?: string | undefined;
  readonly bank?: ProposedBankDetails | undefined;
}

/** A contact in order; its number may still have to be given. */
export type CheckedContact = Omit<Contact, 'id' | 'number'> & { readonly number?: string };

/**
 * Checks a proposed contact by itself.
 *
 * @returns its fields, trimmed, or every problem at its field
 * @example checkContact({name: ' Low Weir ', roles: ['customer']}) // → name 'Low Weir'
 */
export function checkContact(proposed: ProposedContact): Checked<CheckedContact> {
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
  const terms = parseTerms(proposed.terms ?? '');
  if (!terms.ok) problems.push(...terms.problems);
  const currency = readCurrency(proposed.currency, problems);
  const details = readTexts(CONTACT_DETAILS, 'contact', proposed, problems);
  const bank = readBankDetails(proposed.bank, problems);
  if (problems.length > 0 || !terms.ok) return refused(problems);
  return valid({
    name,
    roles: [...new Set(roles)],
    active: proposed.active ?? true,
    ...(number && { number }),
    ...(terms.value && { terms: terms.value }),
    ...(currency && { currency }),
    ...details,
    ...(bank && { bank }),
  });
}

function readCurrency(text: string | undefined, problems: Problem[]): CurrencyCode | undefined {
  const code = text?.trim().toUpperCase();
  if (!code) return undefined;
  if (isCurrencyCode(code)) return code;
  return void problems.push(problem('currency-unknown', 'currency', `${code} is not an ISO 4217 currency code.`));
}
