/** What of the set-up leaves a trail, as people read it. */
export const SET_UP_SUBJECTS = {
  organisation: 'Organisation',
  account: 'Account',
  breakdown: 'Breakdown',
  'breakdown-value': 'Breakdown value',
  contact: 'Contact',
  'tax-code': 'Tax code',
  currency: 'Currency',
  month: 'Month',
  person: 'Person',
  invitation: 'Invitation',
  arrangement: 'Arrangement of the statements',
  note: 'Note to the statements',
  'kept-report': 'Kept report',
  'board-papers': 'Board papers',
  'issued-papers': 'Issued papers',
} as const;

/** A key of {@link SET_UP_SUBJECTS}. */
export type SetUpSubject = keyof typeof SET_UP_SUBJECTS;

/** What happened to a subject. */
export type SetUpAction = 'added' | 'changed' | 'removed';

/** One particular that changed, in words; null where there was nothing. */
export interface FieldChange {
  readonly field: string;
  readonly from: string | null;
  readonly to: string | null;
}

/** The particulars of something, by the name of the field. */
export type Particulars = Readonly<Record<string, string | number | boolean | readonly string[] | null | undefined>>;

/**
 * What differs between two states of the same thing, in the order of the fields. Empty, absent and null are the same.
 *
 * @param before left out for something new
 * @param after left out for something removed
 * @example fieldChanges({name: 'Rent'}, {name: 'Rent of the barn'}) // → [{field: 'name', from: 'Rent', to: 'Rent of the barn'}]
 */
export function fieldChanges(before: Particulars | undefined, after: Particulars | undefined): FieldChange[] {
  const fields = new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})]);
  return [...fields].flatMap((field) => {
    const [from, to] = [inWords(before?.[field]), inWords(after?.[field])];
    return from === to ? [] : [{ field, from, to }];
  });
}

function inWords(value: Particulars[string]): string | null {
  if (value === null || value === undefined || value === '') return null;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'object') return value.length === 0 ? null : value.join(', ');
  return String(value);
}
