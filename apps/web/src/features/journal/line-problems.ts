import type { FormLine } from './form-line.js';

/** What is wrong with a line, by the field. */
export type LineProblems = Readonly<Partial<Record<string, string>>>;

const NONE: LineProblems = {};

/** The fields of a line that something can be wrong with. */
const FIELDS = [
  'account',
  'contact',
  'document',
  'ownNumber',
  'documentDate',
  'dueDate',
  'breakdowns',
  'debit',
  'credit',
  'foreignAmount',
  'rate',
  'note',
  'taxCode',
  'amountIs',
  'taxAdjustment',
];

/** What is wrong with a line; a line with nothing wrong always has the same answer. */
export function problemsOf(line: FormLine, wrong: (field: string) => string | undefined): LineProblems {
  const found = FIELDS.flatMap((field) => {
    const message = wrong(field);
    return message === undefined ? [] : [[field, message] as const];
  });
  return found.length === 0 ? NONE : Object.fromEntries(found);
}
