import type { EntryForm } from './entry-form.js';
import { type FormLine, isBlank } from './form-line.js';

/** Something that two versions of an entry say, each in its own words. */
export interface DifferingRow {
  readonly label: string;
  readonly mine: string;
  readonly theirs: string;
  readonly isSame: boolean;
}

/** Two versions of an entry row by row: head and lines, the same or not. Lines are compared place by place. */
export function differingRows(mine: EntryForm, theirs: EntryForm): DifferingRow[] {
  const heads = [
    ['Date', 'date'],
    ['Kind', 'kind'],
    ['Explanation', 'explanation'],
    ['Paper', 'reference'],
    ['Supplied on', 'supplyDate'],
    ['Reverses on', 'reversesOn'],
  ] as const;
  const [own, other] = [mine.lines, theirs.lines].map((lines) => lines.filter((line) => !isBlank(line)));
  const most = Math.max(own?.length ?? 0, other?.length ?? 0);
  return [
    ...heads.map(([label, field]) => rowOf(label, mine[field].trim(), theirs[field].trim())),
    ...Array.from({ length: most }, (_, index) =>
      rowOf(`Line ${index + 1}`, toldLine(own?.[index]), toldLine(other?.[index])),
    ),
  ].filter(({ mine: left, theirs: two }) => left !== '' || two !== '');
}

function rowOf(label: string, mine: string, theirs: string): DifferingRow {
  return { label, mine, theirs, isSame: mine === theirs };
}

/** A line in words. @example toldLine(line) // → '6100 · debit 20.00 · for the shop' */
function toldLine(line: FormLine | undefined): string {
  if (!line) return '';
  return [
    line.account,
    line.debit && `debit ${line.debit}`,
    line.credit && `credit ${line.credit}`,
    line.foreignAmount && `${line.currency} ${line.foreignAmount}`,
    line.rate && `at ${line.rate}`,
    line.contact,
    line.document,
    line.dueDate && `due ${line.dueDate}`,
    line.taxCode && `tax ${line.taxCode}, ${line.amountIs || 'net'}`,
    line.taxAdjustment && `tax moved by ${line.taxAdjustment}`,
    line.note,
    ...Object.values(line.breakdowns),
  ]
    .filter(Boolean)
    .join(' · ');
}
