import { accountTitle, type AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import type { Element } from '../accounts/element.js';
import { groupsOf } from '../keyed/keyed.js';
import { longDate } from '../dates/month-names.js';
import { findingId, type Finding } from './finding.js';
import type { WrittenEntry } from './unusual-entries.js';

/** A number on a paper: its words before the digits, the digits, and who gave it. */
interface Numbered {
  readonly text: string;
  readonly prefix: string;
  readonly digits: number;
  readonly entry: WrittenEntry;
}

/** A series is one of at least so many numbers, … */
const SERIES = 8;
/** … of which at least this part follow the one before, … */
const IN_STEP = 0.8;
/** … and in which no more than so many are skipped at once. */
const MOST_SKIPPED = 5;

/**
 * Gaps and doubles in the numbers of papers: those of one's own documents to customers, and references that count
 * upwards, are series; what a supplier numbers is only looked at for the same number twice.
 */
export function paperNumbers(written: readonly WrittenEntry[], chart: Chart): Finding[] {
  return [...ofSeries(written, chart), ...ofContacts(written, chart)];
}

function ofSeries(written: readonly WrittenEntry[], chart: Chart): Finding[] {
  const series = new Map<string, Numbered[]>();
  const put = (kind: string, text: string, entry: WrittenEntry): void => {
    const read = /^(.*?)(\d{1,9})$/.exec(text.trim());
    if (!read) return;
    const paperNumber = { text: text.trim(), prefix: read[1] ?? '', digits: Number(read[2]), entry };
    const key = `${kind} ${paperNumber.prefix}`;
    const held = series.get(key);
    if (held) held.push(paperNumber);
    else series.set(key, [paperNumber]);
  };
  for (const entry of written) {
    if (entry.reference) put('reference', entry.reference, entry);
    for (const text of ownDocuments(entry, chart)) put('document', text, entry);
  }
  return [...series].flatMap(([key, numbered]) => {
    const counted = [...new Set(numbered.map(({ digits }) => digits))].sort((a, b) => a - b);
    const steps = counted.slice(1).map((digits, index) => digits - (counted[index] ?? 0));
    if (counted.length < SERIES || steps.filter((step) => step === 1).length < steps.length * IN_STEP) return [];
    return [...twiceIn(key, numbered), ...missingIn(key, numbered, counted)];
  });
}

/** The numbers of documents that an entry opens on receivables: on their debit side. */
function ownDocuments({ lines }: WrittenEntry, chart: Chart): Set<string> {
  return new Set(
    lines.flatMap(({ account, amount, document }) =>
      document !== undefined && amount > 0 && accountIn(chart, account).control === 'receivables' ? [document] : [],
    ),
  );
}

function twiceIn(key: string, numbered: readonly Numbered[]): Finding[] {
  const byDigits = groupsOf(numbered, ({ digits }) => digits);
  const doubled = [...byDigits.values()].filter((same) => new Set(same.map(({ entry }) => entry.place)).size > 1);
  // a number that often stands on several entries is one of a paper with several, not of an entry
  if (doubled.length > Math.max(2, byDigits.size * 0.05)) return [];
  return doubled.flatMap((same) =>
    twice(
      key,
      same[0]?.text ?? '',
      same.map(({ entry }) => entry),
    ),
  );
}

function missingIn(key: string, numbered: readonly Numbered[], counted: readonly number[]): Finding[] {
  const entryOf = new Map(numbered.map(({ digits, entry }) => [digits, entry]));
  const prefix = numbered[0]?.prefix ?? '';
  return counted.slice(1).flatMap((digits, index): Finding[] => {
    const before = counted[index] ?? digits;
    const skipped = digits - before - 1;
    const [last, next] = [entryOf.get(before), entryOf.get(digits)];
    if (skipped === 0 || skipped > MOST_SKIPPED || !last || !next || !next.isWithin) return [];
    const written = (number: number): string => `${prefix}${String(number)}`;
    return [
      {
        id: findingId('number-missing', key, before + 1),
        type: 'number-missing',
        title: `${written(before + 1)}${skipped > 1 ? ` to ${written(digits - 1)}` : ''} ${skipped > 1 ? 'are' : 'is'} missing`,
        evidence: [
          `${written(before)} is in ${last.number} of ${longDate(last.date)}, ${written(digits)} in ${next.number} of ${longDate(next.date)}`,
        ],
        entries: [next.place, last.place],
      },
    ];
  });
}

/** The same number twice from the same supplier, or to the same customer, on the side that opens a document. */
function ofContacts(written: readonly WrittenEntry[], chart: Chart): Finding[] {
  const named = new Map<string, { text: string; entries: WrittenEntry[] }>();
  for (const entry of written) {
    const keys = new Set<string>();
    for (const { account, amount, contact, document } of entry.lines) {
      const { control } = accountIn(chart, account);
      const opens = control === 'receivables' ? amount > 0 : control === 'payables' && amount < 0;
      if (!opens || contact === undefined || document === undefined) continue;
      const key = `${account} ${contact} ${document.trim().toLowerCase()}`;
      if (keys.has(key)) continue;
      keys.add(key);
      const held = named.get(key) ?? { text: document, entries: [] };
      held.entries.push(entry);
      named.set(key, held);
    }
  }
  return [...named].flatMap(([key, { text, entries }]) => twice(key, text, entries));
}

function twice(key: string, text: string, writtenEntries: readonly WrittenEntry[]): Finding[] {
  const entries = [...new Map(writtenEntries.map((entry) => [entry.place, entry])).values()];
  const last = entries.at(-1);
  if (entries.length < 2 || !last || !entries.some(({ isWithin }) => isWithin)) return [];
  return [
    {
      id: findingId('number-twice', key, text),
      type: 'number-twice',
      title: `${text} was entered ${entries.length === 2 ? 'twice' : `${entries.length} times`}`,
      evidence: [entries.map(({ number, date }) => `${number} of ${longDate(date)}`).join(' and ')],
      entries: entries.map(({ place }) => place).reverse(),
    },
  ];
}

/** So many accounts must share the first digit for a series to be told, … */
const NEIGHBOURS = 4;
/** … and this part of them the element. */
const MOST_OF_THEM = 0.8;

/**
 * Accounts whose number lies in the series of another element: in this chart, where nearly all numbers with the same
 * first digit are of one element.
 *
 * @param used accounts that have moved or hold something
 */
export function outOfSeries(chart: Chart, used: ReadonlySet<AccountId>): Finding[] {
  const series = groupsOf(
    chart.accounts.filter(({ number }) => /^\d+$/.test(number)),
    ({ number }) => number[0] ?? '',
  );
  return [...series].flatMap(([digit, accounts]) => {
    const counts = new Map<Element, number>();
    for (const { element } of accounts) counts.set(element, (counts.get(element) ?? 0) + 1);
    const [usual, count] = [...counts].sort((a, b) => b[1] - a[1])[0] ?? [undefined, 0];
    if (usual === undefined || accounts.length < NEIGHBOURS || count < accounts.length * MOST_OF_THEM) return [];
    return accounts
      .filter((account) => account.element !== usual && used.has(account.id))
      .map((account): Finding => ({
        id: findingId('out-of-series', account.id),
        type: 'out-of-series',
        title: `${accountTitle(account)} is numbered as another element`,
        evidence: [
          `${account.element === 'asset' || account.element === 'equity' || account.element === 'expense' ? 'an' : 'a'} ${account.element}; ${count} of ${accounts.length} numbers with ${digit} are ${usual}`,
        ],
        account: account.id,
        entries: [],
      }));
  });
}
