import { accountTitle, type AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import type { Element } from '../accounts/element.js';
import { groupsOf, repeatedIn } from '../keyed/keyed.js';
import { longDate } from '../dates/month-names.js';
import { findingId, type Finding } from './finding.js';
import type { WrittenEntry } from './unusual-entries.js';

/** A number on a paper: its words before the digits, the digits, and who gave it. */
interface Numbered {
  readonly text: string;
  readonly prefix: string;
  readonly digits: number;
  readonly written: WrittenEntry;
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
  const put = (kind: string, text: string, paper: WrittenEntry): void => {
    const read = /^(.*?)(\d{1,9})$/.exec(text.trim());
    if (!read) return;
    const paperNumber = { text: text.trim(), prefix: read[1] ?? '', digits: Number(read[2]), written: paper };
    const key = `${kind} ${paperNumber.prefix}`;
    const held = series.get(key);
    if (held) held.push(paperNumber);
    else series.set(key, [paperNumber]);
  };
  for (const paper of written) {
    const { reference } = paper.entry;
    if (reference) put('reference', reference, paper);
    for (const text of ownDocuments(paper, chart)) put('document', text, paper);
  }
  return [...series].flatMap(([key, numbered]) => {
    const counted = [...new Set(numbered.map(({ digits }) => digits))].sort((a, b) => a - b);
    const steps = counted.slice(1).map((digits, index) => digits - (counted[index] ?? 0));
    if (counted.length < SERIES || steps.filter((step) => step === 1).length < steps.length * IN_STEP) return [];
    return [...twiceIn(key, numbered), ...missingIn(key, numbered, counted)];
  });
}

/** The numbers of documents that an entry opens on receivables: on their debit side. */
function ownDocuments({ entry }: WrittenEntry, chart: Chart): string[] {
  const documents: string[] = [];
  for (const { account, amount, document } of entry.lines) {
    if (document === undefined || amount <= 0 || documents.includes(document)) continue;
    if (accountIn(chart, account).control === 'receivables') documents.push(document);
  }
  return documents;
}

function twiceIn(key: string, numbered: readonly Numbered[]): Finding[] {
  const byDigits = groupsOf(numbered, ({ digits }) => digits);
  const doubled = [...byDigits.values()].filter(
    (same) => new Set(same.map(({ written }) => written.entry.place)).size > 1,
  );
  // a number that often stands on several entries is one of a paper with several, not of an entry
  if (doubled.length > Math.max(2, byDigits.size * 0.05)) return [];
  return doubled.flatMap((same) =>
    twice(
      key,
      same[0]?.text ?? '',
      same.map(({ written }) => written),
    ),
  );
}

function missingIn(key: string, numbered: readonly Numbered[], counted: readonly number[]): Finding[] {
  const writtenOf = new Map(numbered.map(({ digits, written }) => [digits, written]));
  const prefix = numbered[0]?.prefix ?? '';
  return counted.slice(1).flatMap((digits, index): Finding[] => {
    const before = counted[index] ?? digits;
    const skipped = digits - before - 1;
    const [last, next] = [writtenOf.get(before), writtenOf.get(digits)];
    if (skipped === 0 || skipped > MOST_SKIPPED || !last || !next || !next.isWithin) return [];
    const text = (number: number): string => `${prefix}${String(number)}`;
    return [
      {
        id: findingId('number-missing', key, before + 1),
        type: 'number-missing',
        title: `${text(before + 1)}${skipped > 1 ? ` to ${text(digits - 1)}` : ''} ${skipped > 1 ? 'are' : 'is'} missing`,
        evidence: [
          `${text(before)} is in ${last.entry.number} of ${longDate(last.entry.date)}, ${text(digits)} in ${next.entry.number} of ${longDate(next.entry.date)}`,
        ],
        entries: [next.entry.place, last.entry.place],
      },
    ];
  });
}

/** The same number twice from the same supplier, or to the same customer, on the side that opens a document. */
function ofContacts(written: readonly WrittenEntry[], chart: Chart): Finding[] {
  return repeatedIn(openedDocuments(written, chart), ({ key }) => key).flatMap((named) => {
    const [first] = named;
    return first
      ? twice(
          first.key,
          first.text,
          named.map(({ written }) => written),
        )
      : [];
  });
}

/** The documents that entries open, by account and contact. */
function* openedDocuments(
  written: readonly WrittenEntry[],
  chart: Chart,
): Generator<{ readonly key: string; readonly text: string; readonly written: WrittenEntry }> {
  for (const paper of written) {
    for (const { account, amount, contact, document } of paper.entry.lines) {
      if (contact === undefined || document === undefined) continue;
      const { control } = accountIn(chart, account);
      const opens = control === 'receivables' ? amount > 0 : control === 'payables' && amount < 0;
      if (opens)
        yield { key: `${account} ${contact} ${document.trim().toLowerCase()}`, text: document, written: paper };
    }
  }
}

function twice(key: string, text: string, written: readonly WrittenEntry[]): Finding[] {
  const entries = [...new Map(written.map(({ entry }) => [entry.place, entry])).values()];
  if (entries.length < 2 || !written.some(({ isWithin }) => isWithin)) return [];
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
