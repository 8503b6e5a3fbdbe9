import type { FieldChange } from '../audit-trail/set-up-change.js';

/** The particulars of a contact that say where it is paid, as its trail names them. */
export const BANK_PARTICULARS: readonly string[] = ['IBAN', 'account number', 'BIC', 'account holder'];

/** What of a change is about where a contact is paid. */
export function bankChanges(fields: readonly FieldChange[]): FieldChange[] {
  return fields.filter(({ field }) => BANK_PARTICULARS.includes(field));
}

/**
 * Changes of where a contact is paid, in words.
 *
 * @example bankChangesInWords([{field: 'BIC', from: null, to: 'NDEAFIHH'}]) // → 'BIC NDEAFIHH, which was not there before'
 */
export function bankChangesInWords(fields: readonly FieldChange[]): string {
  return fields
    .map(({ field, from, to }) => {
      if (from === null) return `${field} ${to}, which was not there before`;
      return to === null ? `no ${field} any more, before ${from}` : `${field} ${to}, before ${from}`;
    })
    .join('; ');
}
