import type { Particulars } from '../audit-trail/set-up-change.js';
import type { ComparedFields } from '../audit-trail/stand-by-history.js';
import { textParticulars } from '../text-details/text-details.js';
import { printedIban } from './bank-details.js';
import { CONTACT_DETAILS } from './contact-details.js';
import type { Contact } from './contact.js';
import { termsText } from './terms.js';

/** What of a contact is compared with its history: how it is called, and where it is paid. */
export const COMPARED_OF_CONTACT: ComparedFields = {
  number: 'any',
  name: 'any',
  currency: 'any',
  IBAN: 'any',
  'account number': 'any',
  BIC: 'any',
  'account holder': 'any',
};

/** A contact's particulars in words, as its trail tells them. */
export function contactParticulars(contact: Contact): Particulars {
  return {
    number: contact.number,
    name: contact.name,
    roles: contact.roles,
    terms: contact.terms && termsText(contact.terms),
    currency: contact.currency,
    ...textParticulars(CONTACT_DETAILS, contact),
    IBAN: contact.bank?.iban && printedIban(contact.bank.iban),
    'account number': contact.bank?.accountNumber,
    BIC: contact.bank?.bic,
    'account holder': contact.bank?.holder,
    'in use': contact.active,
  };
}
