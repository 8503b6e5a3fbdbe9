import type { CivilDate } from '../dates/civil-date.js';
import { add, type Minor, ZERO } from '../money/minor.js';
import { searchWords } from '../search/search-words.js';

/** One end of a sentence: the account that an amount left or reached, and what its line names besides. */
export interface SentenceEnd {
  readonly account: string;
  readonly contact?: string | undefined;
  /** Names of breakdown values by the name of their breakdown. */
  readonly breakdowns?: Readonly<Record<string, string>> | undefined;
  /** The code of the tax that is in the amount. */
  readonly taxCode?: string | undefined;
}

/** A simple entry said in one sentence: an amount went from one account to another for something. */
export interface Sentence {
  readonly from: SentenceEnd;
  readonly to: SentenceEnd;
  readonly explanation: string;
}

/** A line as far as a sentence can say it. */
export interface SayableLine extends SentenceEnd {
  /** Minor units, debit positive. */
  readonly amount: Minor;
  /** Whether it says more than a sentence can: a foreign amount, a document, a note of its own, a tax that was moved. */
  readonly saysMore: boolean;
  /** Whether it is tax that comes by itself with a line that names its code. */
  readonly isTax?: boolean | undefined;
}

/** A sentence that entries were posted with: how often, and the latest of them. */
export interface SaidSentence<Entry> extends Sentence {
  readonly times: number;
  readonly latest: Entry;
}

/**
 * The sentence that says an entry: from its credit to its debit, tax in the amount.
 *
 * @returns undefined where it has more lines than two beside its tax, or one of them says more than a sentence can
 * @example sentenceOf('Stamps', [{account: '5410', amount: minor(4860)}, {account: '1000', amount: minor(-4860)}])
 *   // → {from: {account: '1000'}, to: {account: '5410'}, explanation: 'Stamps'}
 */
export function sentenceOf(explanation: string, lines: readonly SayableLine[]): Sentence | undefined {
  const said = lines.filter((line) => !line.isTax);
  if (said.length !== 2 || said.some((line) => line.saysMore)) return undefined;
  const from = said.find((line) => line.amount < 0);
  const to = said.find((line) => line.amount > 0);
  return from && to && { from: endOf(from), to: endOf(to), explanation };
}

/**
 * What entries were said with, each sentence once: those said most often first, of equals the one said last.
 *
 * @param entries with their sentences, the latest first
 */
export function sentencesSaid<Entry>(
  entries: Iterable<{ readonly sentence: Sentence; readonly entry: Entry }>,
): SaidSentence<Entry>[] {
  const said = new Map<string, SaidSentence<Entry>>();
  for (const { sentence, entry } of entries) {
    const key = keyOf(sentence);
    const known = said.get(key);
    said.set(key, known ? { ...known, times: known.times + 1 } : { ...sentence, times: 1, latest: entry });
  }
  return [...said.values()].sort((a, b) => b.times - a.times);
}

/** A sentence by what it was for, and by the name under which it is kept as a pattern. */
export interface NamedSentence extends Pick<Sentence, 'explanation'> {
  readonly name?: string | undefined;
}

/**
 * Sentences that are meant by what is typed, best first: those whose name or explanation begins with its words, in their
 * order; then those that have them anywhere, each as the beginning of a word. Case and accents make no difference.
 *
 * @example sentencesMeant(said, 'sta env') // → [{explanation: 'Stamps and envelopes', …}]
 */
export function sentencesMeant<Said extends NamedSentence>(said: readonly Said[], typed: string): Said[] {
  const sought = searchWords(typed);
  if (sought.length === 0) return [];
  const beginning = sought.join(' ');
  const found = said.flatMap((sentence) => {
    const words = searchWords(`${sentence.name ?? ''} ${sentence.explanation}`);
    const isMeant = sought.every((part) => words.some((word) => word.startsWith(part)));
    return isMeant ? [{ sentence, isFirst: words.join(' ').startsWith(beginning) }] : [];
  });
  return found.sort((a, b) => Number(b.isFirst) - Number(a.isFirst)).map(({ sentence }) => sentence);
}

/** What a line adds to an account, and when. */
export interface DatedAmount {
  readonly account: string;
  readonly date: CivilDate;
  /** Minor units, debit positive. */
  readonly amount: Minor;
}

/**
 * What entries of several dates add to each account as it is drawn at one date: balance-sheet accounts take all of them,
 * temporary ones those since the first day of its year.
 *
 * @param yearBegins the first day of the year in which the date lies
 * @param isTemporary whether an account begins each year at nothing
 * @returns by account, minor units, debit positive
 */
export function jointChanges(
  amounts: readonly DatedAmount[],
  yearBegins: CivilDate,
  isTemporary: (account: string) => boolean,
): Map<string, Minor> {
  const changes = new Map<string, Minor>();
  for (const { account, date, amount } of amounts) {
    if (date < yearBegins && isTemporary(account)) continue;
    changes.set(account, add(changes.get(account) ?? ZERO, amount));
  }
  return changes;
}

function endOf({ account, contact, breakdowns, taxCode }: SentenceEnd): SentenceEnd {
  return { account, ...(contact && { contact }), ...(breakdowns && { breakdowns }), ...(taxCode && { taxCode }) };
}

function keyOf({ from, to, explanation }: Sentence): string {
  const end = ({ account, contact, breakdowns, taxCode }: SentenceEnd): unknown[] => [
    account,
    contact,
    taxCode,
    Object.entries(breakdowns ?? {}).sort(([a], [b]) => (a < b ? -1 : 1)),
  ];
  return JSON.stringify([end(from), end(to), searchWords(explanation)]);
}
