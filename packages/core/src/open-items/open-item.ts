import type { AccountId } from '../accounts/account.js';
import type { ContactId } from '../contacts/contact.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';

/** A line on a control account, as open items are made of. */
export interface ControlLine {
  readonly account: AccountId;
  readonly contact: ContactId;
  readonly date: CivilDate;
  /** Minor units of the base currency, debit positive. */
  readonly amount: Minor;
  /** The number of the paper that the item is known by. */
  readonly document?: string | undefined;
  /** The date on that paper, where it is not the line's. */
  readonly documentDate?: CivilDate | undefined;
  /** Our own number for it. */
  readonly ownNumber?: string | undefined;
  readonly dueDate?: CivilDate | undefined;
  readonly foreign?: { readonly currency: CurrencyCode; readonly amount: Minor } | undefined;
  /** How the line is found again: the number of its entry. */
  readonly entry: string;
}

/** An unpaid document, or what is left of one. */
export interface OpenItem {
  readonly account: AccountId;
  readonly contact: ContactId;
  readonly document?: string | undefined;
  readonly ownNumber?: string | undefined;
  /** The date of the document; of its first line where nothing else is said. */
  readonly date: CivilDate;
  /** When it falls due; its date where nothing else is said. */
  readonly dueDate: CivilDate;
  /** What is open; minor units of the base currency, debit positive. */
  readonly open: Minor;
  readonly foreign?: { readonly currency: CurrencyCode; readonly open: Minor } | undefined;
  readonly entries: readonly string[];
}

/**
 * The open items that lines on control accounts leave. Lines of one contact with the same document net. Lines without a
 * document settle each other in the order of their dates, the oldest first (common practice for payments that do not
 * say what they pay). Items that net to zero are settled and left out.
 *
 * @param lines in the order of their dates, up to the day at which items are asked for
 * @example openItems([invoice, payment of half of it]) // → one item, open by the other half
 */
export function openItems(lines: readonly ControlLine[]): OpenItem[] {
  const documents = new Map<string, ControlLine[]>();
  const without = new Map<string, ControlLine[]>();
  for (const line of lines) {
    const whose = `${line.account} ${line.contact} ${line.foreign?.currency ?? ''}`;
    const [into, key] = line.document === undefined ? [without, whose] : [documents, `${whose} ${line.document}`];
    into.set(key, [...(into.get(key) ?? []), line]);
  }
  const items = [...[...documents.values()].flatMap(netted), ...[...without.values()].flatMap(oldestFirst)];
  return items.sort((a, b) => (a.date === b.date ? 0 : a.date < b.date ? -1 : 1));
}

/** What lines with one document leave. */
function netted(of: readonly ControlLine[]): OpenItem[] {
  const [first] = of;
  const open = of.reduce((sum, line) => sum + line.amount, 0);
  if (!first || open === 0) return [];
  const foreign = of.reduce((sum, line) => sum + (line.foreign?.amount ?? 0), 0);
  const dueDate = of.find((line) => line.dueDate !== undefined)?.dueDate;
  return [
    itemOf(
      first,
      open,
      foreign,
      of.map((line) => line.entry),
      dueDate,
    ),
  ];
}

/** What lines without documents leave: each settles the oldest of the other side. */
function oldestFirst(of: readonly ControlLine[]): OpenItem[] {
  const waiting: { line: ControlLine; left: number; foreign: number; entries: string[] }[] = [];
  for (const line of of) {
    let [left, foreign] = [line.amount as number, line.foreign?.amount as number | undefined];
    for (let [oldest] = waiting; oldest && left !== 0 && oldest.left > 0 !== left > 0; [oldest] = waiting) {
      const settled = Math.min(Math.abs(oldest.left), Math.abs(left));
      const part = foreign === undefined ? 0 : Math.round((foreign * settled) / Math.abs(left));
      oldest.left += Math.sign(left) * settled;
      oldest.foreign += part;
      oldest.entries.push(line.entry);
      left -= Math.sign(left) * settled;
      if (foreign !== undefined) foreign -= part;
      if (oldest.left === 0) waiting.shift();
    }
    if (left !== 0) waiting.push({ line, left, foreign: foreign ?? 0, entries: [line.entry] });
  }
  return waiting.map(({ line, left, foreign, entries }) => itemOf(line, left, foreign, entries, line.dueDate));
}

function itemOf(
  { account, contact, document, date: entered, documentDate, ownNumber, foreign }: ControlLine,
  open: number,
  foreignOpen: number,
  entries: readonly string[],
  dueDate: CivilDate | undefined,
): OpenItem {
  const date = documentDate ?? entered;
  return {
    account,
    contact,
    document,
    ownNumber,
    date,
    dueDate: dueDate ?? date,
    open: minor(open),
    ...(foreign && { foreign: { currency: foreign.currency, open: minor(foreignOpen) } }),
    entries,
  };
}
