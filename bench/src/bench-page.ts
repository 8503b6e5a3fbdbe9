import { readFileSync, writeFileSync } from 'node:fs';
import type { Mixed } from './clients.js';
import type { Seen } from './in-browser.js';
import type { Measured, MeasuredBooks } from './over-http.js';

/** What every GET is to keep to: ratios to the raw sum J, and how long others may wait, in milliseconds. */
const GOALS = { first: 1 / 20, again: 1 / 100, others: 100 } as const;

/** Files are whole by what they are; they are shown, and have no goal but that others do not wait. */
const IS_FILE = /\.(csv|zip|pdf|xlsx)\b/;

const PAGE = new URL('../../docs/bench.md', import.meta.url);

const two = (ratio: number): string => ratio.toPrecision(2);
const whole = (figure: number): string => figure.toLocaleString('en', { maximumFractionDigits: 0 });
const table = (heads: readonly string[], rows: readonly (readonly string[])[]): string =>
  [heads, heads.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n');

/** The addresses of some books as a table; with how much longer the first time took than on smaller books. */
export function addressTable(
  { raw, all }: MeasuredBooks,
  smaller?: MeasuredBooks,
  isShown: (measured: Measured) => boolean = () => true,
): string {
  const before = new Map(smaller?.all.map((measured) => [measured.address, measured.first]));
  return table(
    ['address', 'first / J', 'again / J', ...(smaller ? ['growth'] : []), 'kB', 'others, ms'],
    all
      .filter(isShown)
      .map((measured) => [
        `\`${measured.address.replace('/api/organisations/1', '…')}\`${measured.status === 200 ? '' : ` ${measured.status}`}`,
        two(measured.first / raw),
        two(measured.again / raw),
        ...(smaller ? [two(measured.first / (before.get(measured.address) ?? NaN))] : []),
        `${whole(measured.bytes / 1024)}${measured.pages === undefined ? '' : `, ${measured.pages} pages in ${whole(measured.again)} ms`}`,
        whole(measured.others),
      ]),
  );
}

/** What books are that were measured. */
export function describedBooks(name: string, books: MeasuredBooks): string {
  const { lines, entries, contacts, raw, behind, bytes, derivedBytes } = books;
  return `${name}: ${whole(lines)} lines, ${whole(entries)} entries, ${whole(contacts)} contacts; J ${whole(raw)} ms; ${whole(
    bytes / lines,
  )} bytes a line in the books, ${whole(derivedBytes / lines)} derived beside them, all of it ${whole(behind / 1_000)} s after the start of a server that finds nothing derived.`;
}

/** What does not keep to the goals. */
export function beyondGoals({ raw, all }: MeasuredBooks): Measured[] {
  return all.filter(
    ({ address, first, again, others }) =>
      others > GOALS.others || (!IS_FILE.test(address) && (first / raw > GOALS.first || again / raw > GOALS.again)),
  );
}

/** Whether anybody had to wait. */
export function madeOthersWait(books: MeasuredBooks): boolean {
  return books.all.some(({ others }) => others > GOALS.others);
}

/** What twenty people did, as a table. */
export function mixedTable({ seconds, kinds, failed, memory }: Mixed): string {
  const rows = kinds.map(({ name, count, median, of95, longest }) => [
    name,
    two(count / seconds),
    ...[median, of95, longest].map((time) => whole(time)),
  ]);
  return `${table(['twenty people', 'a second', 'median, ms', '95 of 100 within, ms', 'longest, ms'], rows)}

${failed} of their questions failed. The server held at most ${whole(memory / 1024 / 1024)} MB.`;
}

/** What screens took in a browser, as a table. */
export function seenTable({ screens, filtered, blank, pasted, key }: Seen): string {
  const rows = screens.map(({ screen, painted, shown, heaviest }) => [
    `\`${screen}\``,
    ...[painted, shown, heaviest / 1024].map(whole),
  ]);
  return `${table(['screen', 'first painted after, ms', 'shown after, ms', 'heaviest answer, kB'], rows)}

From the last key of a filter to its first rows ${whole(filtered)} ms. Scrolled through the journal, ${blank[0]} of ${blank[1]} looks met with no row.
Two thousand lines are pasted into an entry in ${whole(pasted)} ms; a key typed among them is painted after ${whole(key)} ms in the median.`;
}

/** Puts what was measured over HTTP in its place on the page about the bench. */
export function writeOnPage(text: string): void {
  const [begin, end] = ['<!-- measured over HTTP -->', '<!-- end of what was measured -->'];
  const page = readFileSync(PAGE, 'utf8');
  const [before, rest] = page.split(begin);
  const after = rest?.split(end)[1];
  if (before === undefined || after === undefined) throw new Error('docs/bench.md has no place for it');
  writeFileSync(PAGE, `${before}${begin}\n\n${text}\n\n${end}${after}`);
}
