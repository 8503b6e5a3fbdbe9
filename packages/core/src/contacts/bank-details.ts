import { electronicFormatIBAN, friendlyFormatIBAN, isValidBIC, isValidIBAN } from 'ibantools';
import { isPlainText } from '../problems/plain-text.js';
import { problem, type Problem } from '../problems/problem.js';

/** Where a contact is paid. */
export interface BankDetails {
  /** An ISO 13616 account number, without spaces; or, where a country has none, any account number. */
  readonly iban?: string;
  readonly accountNumber?: string;
  /** An ISO 9362 code of the bank. */
  readonly bic?: string;
  /** Whose account it is, if not the contact's by name. */
  readonly holder?: string;
}

/** Bank details as somebody proposes them. */
export type ProposedBankDetails = { readonly [Field in keyof BankDetails]?: string | undefined };

/**
 * Reads bank details: the country's length and form of the IBAN and its check digits (ISO 13616, ISO 7064 mod 97-10),
 * the form of the BIC.
 *
 * @param problems what is wrong is added at `bank.<field>`
 * @returns undefined if nothing is given
 * @example readBankDetails({iban: 'GB82 WEST 1234 5698 7654 32'}, []) // → {iban: 'GB82WEST12345698765432'}
 */
export function readBankDetails(
  proposed: ProposedBankDetails | undefined,
  problems: Problem[],
): BankDetails | undefined {
  const text = (field: keyof BankDetails): string => proposed?.[field]?.trim() ?? '';
  const report = (field: string, message: string): void =>
    void problems.push(problem(`bank-${field.toLowerCase()}`, `bank.${field}`, message));
  const iban = electronicFormatIBAN(text('iban')) ?? '';
  if (text('iban') && !isValidIBAN(iban)) {
    report('iban', 'This is not a valid IBAN: its length, form or check digits are wrong.');
  }
  const bic = text('bic').toUpperCase().replaceAll(' ', '');
  if (bic && !isValidBIC(bic)) report('bic', 'A BIC has 8 or 11 letters and digits, such as ABCDDEFFXXX.');
  for (const field of ['accountNumber', 'holder'] as const) {
    if (!isPlainText(text(field), 70)) report(field, 'Up to 70 characters on one line.');
  }
  const details = {
    ...(iban && { iban }),
    ...(text('accountNumber') && { accountNumber: text('accountNumber') }),
    ...(bic && { bic }),
    ...(text('holder') && { holder: text('holder') }),
  };
  return Object.keys(details).length > 0 ? details : undefined;
}

/** An IBAN in groups of four, as it is printed. @example printedIban('GB82WEST12345698765432') // → 'GB82 WEST 1234 …' */
export function printedIban(iban: string): string {
  return friendlyFormatIBAN(iban) ?? iban;
}
