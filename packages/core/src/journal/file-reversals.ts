import type { Books } from '../books/books.js';
import { stageOf } from '../ledger/entry-kind.js';
import { displayAmount, safeParseAmount } from '../money/amount.js';
import { negated } from '../money/minor.js';
import { type Problem, problem } from '../problems/problem.js';
import type { CheckedEntry, EntryLine, PostedEntry } from './entry.js';
import { reversalOf } from './reversal.js';

/** An entry of a file as it is to be posted. */
export interface FileEntry {
  /** What it is called in the file. */
  readonly key: string;
  readonly entry: CheckedEntry;
  /** The entry that it takes back: one of the file, by what that is called there, or one of the books. */
  readonly reverses?: { readonly key: string } | { readonly posted: PostedEntry } | undefined;
}

/** Finds an entry of the books by its number, and the number of the one that reverses it already. */
export type FindPosted = (
  number: string,
) => { readonly entry: PostedEntry; readonly reversedBy?: string | undefined } | undefined;

/** A row of a file, as far as a reversal looks at it. */
interface LineRow {
  readonly line: number;
  readonly cells: { readonly account?: string; readonly debit?: string; readonly credit?: string };
}

/** The rows of an entry that takes another one back. */
export interface ReversingRows {
  readonly key: string;
  readonly rows: readonly LineRow[];
  readonly date: string;
  readonly explanation: string;
  /** What its column `reverses` says. */
  readonly reverses: string;
}

/**
 * Reads the entries of a file that take others back. Which one is said by what it is called in the file, or by its number
 * in the books; the lines have to be those of the other on their other side, since it is the reversal that is posted.
 *
 * @param others the other entries of the file, by what they are called there; undefined where one has problems of its own
 * @returns the reversals, and every problem at `rows.<line>.<column>`
 */
export function fileReversals(
  reversing: readonly ReversingRows[],
  others: ReadonlyMap<string, CheckedEntry | undefined>,
  books: Books,
  find: FindPosted,
): { readonly entries: FileEntry[]; readonly problems: Problem[] } {
  const problems: Problem[] = [];
  const reversedBy = new Map<string, string>();
  const entries = reversing.flatMap(({ key, rows, date, explanation, reverses }): FileEntry[] => {
    const line = rows[0]?.line;
    const wrong = (code: string, column: string, message: string): FileEntry[] => {
      problems.push(problem(code, `rows.${line}.${column}`, message));
      return [];
    };
    if (reverses === '') {
      return wrong(
        'reverses-missing',
        'reverses',
        'Say which entry it reverses: as the file calls it, or its number.',
      );
    }
    const known = others.has(reverses) ? undefined : find(reverses);
    const own = others.get(reverses);
    if (others.has(reverses) && !own) return [];
    const original = own ? asPosted(own) : known?.entry;
    if (!original) return wrong('no-such-entry', 'reverses', `There is no entry ${reverses} to reverse.`);
    const before = reversedBy.get(reverses) ?? known?.reversedBy;
    reversedBy.set(reverses, key);
    const read = reversalOf(original, date, books, { reversedBy: before, explanation, called: reverses });
    if (!read.ok) {
      const pathOf = (path: string): string => `rows.${line}.${path === 'date' ? 'date' : 'reverses'}`;
      problems.push(...read.problems.map((found) => ({ ...found, path: pathOf(found.path) })));
      return [];
    }
    const differing = differingLine(rows, read.value.entry.lines, books);
    if (differing) {
      problems.push(problem('not-its-reversal', `rows.${differing.line}.account`, `${differing.why} ${reverses}.`));
      return [];
    }
    return [{ key, entry: read.value.entry, reverses: own ? { key: reverses } : { posted: original } }];
  });
  return { entries, problems };
}

/** An entry of a file as if it were posted, for what a reversal asks of it. */
export function asPosted(entry: CheckedEntry, sequence = 0): PostedEntry {
  return {
    ...entry,
    place: sequence,
    year: '',
    number: 0,
    stage: stageOf(entry.kind),
    source: 'import',
    postedAt: '',
  };
}

/** The first row that is not the line of the reversal, or what it lacks. */
function differingLine(
  rows: readonly LineRow[],
  lines: readonly EntryLine[],
  { chart, baseCurrency }: Books,
): { readonly line: number; readonly why: string } | undefined {
  const last = rows.at(-1)?.line ?? 0;
  if (rows.length !== lines.length) {
    const count = `${lines.length} ${lines.length === 1 ? 'line' : 'lines'}`;
    return { line: last, why: `It has ${rows.length}, not the ${count} of` };
  }
  for (const [index, { line, cells }] of rows.entries()) {
    const wanted = lines[index];
    if (!wanted) continue;
    const number = chart.byId.get(wanted.account)?.number ?? '';
    const [debit, credit] = [cells.debit, cells.credit].map((cell) =>
      safeParseAmount(cell?.trim() || '0', baseCurrency),
    );
    const amount = debit?.ok && credit?.ok ? debit.amount - credit.amount : undefined;
    if (cells.account?.trim() === number && amount === wanted.amount) continue;
    const side = wanted.amount > 0 ? 'debit' : 'credit';
    const size = displayAmount(wanted.amount > 0 ? wanted.amount : negated(wanted.amount), baseCurrency);
    return { line, why: `Here ${number} ${side} ${size} takes back` };
  }
  return undefined;
}
