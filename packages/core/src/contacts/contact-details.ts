import type { ProposedTexts, TextDetails, TextsOf } from '../text-details/text-details.js';

/** What is known of a contact beyond what entries need of it. */
export const CONTACT_DETAILS = {
  email: {
    label: 'E-mail',
    trailName: 'e-mail',
    column: 'email',
    alsoCalled: 'mail emailaddress',
    length: 254,
    lines: 1,
    pattern: /^[^\s@]+@[^\s@]+$/,
    otherwise: 'This is not an e-mail address.',
  },
  phone: {
    label: 'Telephone',
    trailName: 'telephone',
    column: 'phone',
    alsoCalled: 'telephone tel mobile phonenumber',
    length: 40,
    lines: 1,
    pattern: /^[0-9+()/ .-]{3,40}$/,
    otherwise: 'A telephone number has digits, spaces and + ( ) / . - only.',
  },
  address: {
    label: 'Address',
    trailName: 'address',
    column: 'address',
    alsoCalled: 'postaladdress street',
    length: 100,
    lines: 6,
    otherwise: 'An address has up to six lines of 100 characters.',
  },
  ourNumber: {
    label: 'Our number with them',
    trailName: 'our number with them',
    column: 'our_number',
    alsoCalled: 'ourno ournumberwiththem customernumberwiththem',
    length: 40,
    lines: 1,
    otherwise: 'Our number with them is up to 40 characters on one line.',
  },
} as const satisfies TextDetails;

/** The texts of {@link CONTACT_DETAILS}, each left out if there is none. */
export type ContactDetails = TextsOf<typeof CONTACT_DETAILS>;

/** The texts of {@link CONTACT_DETAILS} as somebody proposes them. */
export type ProposedContactDetails = ProposedTexts<typeof CONTACT_DETAILS>;
