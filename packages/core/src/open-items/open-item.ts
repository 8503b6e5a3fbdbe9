import type { AccountId, ControlLedger } from '../accounts/account.js';
import type { ContactId } from '../contacts/contact.js';
import { type CivilDate, compareDates } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';

/** A line on a control account, as open items are made of. */
export interface ControlLine {
  /** Which subsidiary ledger its account sums up: receivables open on the debit side, payables on the credit side. */
  readonly ledger?: ControlLedger | undefined;
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
  /** The entries that have moved its document already, where the amount is what they left of it. */
  readonly laterEntries?: readonly string[] | undefined;
  /** The number of the entry that its own takes back. */
  readonly reverses?: string | undefined;
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
  /** What payments that name no document have taken off it; minor units, on the side of those payments. */
  readonly unallocated?: Minor | undefined;
  /** Whether it is what is left of payments that name no document: it falls due at no time. */
  readonly isPayment?: boolean | undefined;
}

/**
 * The open items that lines on control accounts leave.
 *
 * - A reversal settles just what it reverses.
 * - Lines of one contact that name the same document net; `tr-131` is TR-131. A number that opens another document
 *   later, in an entry of its own, is another document; payments that name it settle the older one first.
 * - Payments that name no document settle the oldest first (common practice): invoices without a number before those
 *   with one. What they take off numbered ones is kept apart as not allocated, and what is left of them stands by itself.
 * - A contact that owes and is owed has both: accounts and currencies are never netted with each other.
 *
 * Items that net to zero are settled and left out.
 *
 * @param lines in the order of their dates, up to the day at which items are asked for
 * @example openItems([invoice, payment of half of it]) // → one item, open by the other half
 */
export function openItems(lines: readonly ControlLine[]): OpenItem[] {
  const byWhose = new Map<string, ControlLine[]>();
  for (const line of withoutReversed(lines)) {
    addTo(byWhose, `${line.account} ${line.contact}`, line);
  }
  return [...byWhose.values()].flatMap(documentsOf).sort((a, b) => compareDates(a.date, b.date));
}

/** The key by which a document is known: its number without regard to case and spaces. */
export function documentKey(document: string): string {
  return document.trim().replaceAll(/\s+/g, ' ').toLowerCase();
}

/** Lines without those that were taken back and those that take them back. */
function withoutReversed(lines: readonly ControlLine[]): ControlLine[] {
  const left = new Map<string, ControlLine[]>();
  const gone = new Set<ControlLine>();
  const keyOf = (entry: string, line: ControlLine, amount: number): string =>
    `${entry} ${line.account} ${line.contact} ${amount} ${documentKey(line.document ?? '')}`;
  for (const line of lines) {
    const reversed = line.reverses && left.get(keyOf(line.reverses, line, -line.amount))?.pop();
    if (reversed) gone.add(line).add(reversed);
    else {
      addTo(left, keyOf(line.entry, line, line.amount), line);
    }
  }
  return lines.filter((line) => !gone.has(line));
}

function addTo(lists: Map<string, ControlLine[]>, key: string, line: ControlLine): void {
  const list = lists.get(key);
  if (list) list.push(line);
  else lists.set(key, [line]);
}

/** A document as its lines come in. */
interface Running {
  readonly first: ControlLine;
  /** Nothing for an invoice without a number. */
  readonly key: string | undefined;
  open: number;
  foreign: number;
  unallocated: number;
  dueDate: CivilDate | undefined;
  lastEntry: string;
  readonly entries: string[];
}

/** The open documents of one contact on one account. */
function documentsOf(lines: readonly ControlLine[]): OpenItem[] {
  const running: Running[] = [];
  const byKey = new Map<string, Running[]>();
  const payments: ControlLine[] = [];
  const begin = (line: ControlLine, key: string): void => {
    const item = begun(line, key);
    running.push(item);
    const same = byKey.get(key);
    if (same) same.push(item);
    else byKey.set(key, [item]);
  };
  for (const line of lines) {
    const key = line.document === undefined ? undefined : documentKey(line.document);
    if (key === undefined && !opensDocument(line)) payments.push(line);
    else if (key === undefined) running.push(begun(line, key));
    else {
      const known = (byKey.get(key) ?? []).filter((running) => isSameCurrency(running, line));
      const last = known.at(-1);
      // an amount in the books' own currency alone is a difference of rates
      if (last?.first.foreign && !line.foreign) add(last, line, line.amount);
      else if (opensDocument(line) ? !goesOn(line, last) : isLeftOver(line, known)) begin(line, key);
    }
  }
  const left = allocatedToOldest(payments, running);
  return [
    ...running.filter(({ open }) => open !== 0).map(itemOf),
    ...left.filter(({ open }) => open !== 0).map((running) => ({ ...itemOf(running), isPayment: true })),
  ];
}

/** Whether a line can belong to a document: in its currency, or in the books' own alone. */
function isSameCurrency({ first }: Running, { foreign }: ControlLine): boolean {
  return foreign === undefined || first.foreign?.currency === foreign.currency;
}

/** Whether a line stands on the side on which documents open. */
export function opensDocument({ ledger = 'receivables', amount }: ControlLine): boolean {
  return ledger === 'receivables' ? amount > 0 : amount < 0;
}

function begun(line: ControlLine, key: string | undefined): Running {
  return {
    first: line,
    key,
    open: line.amount,
    foreign: line.foreign?.amount ?? 0,
    unallocated: 0,
    dueDate: line.dueDate,
    lastEntry: line.entry,
    entries: [line.entry, ...(line.laterEntries ?? [])],
  };
}

/** Whether a document goes on with the last one of its number: its own entry opened it, or it was paid in advance. */
function goesOn(line: ControlLine, last: Running | undefined): boolean {
  if (!last || last.open === 0) return false;
  const isPaidBefore = Math.sign(last.open) !== Math.sign(line.amount);
  if (!isPaidBefore && last.lastEntry !== line.entry) return false;
  add(last, line, line.amount);
  return true;
}

/**
 * A payment that names its document: the oldest with that number that is open; what is too much stands with it.
 *
 * @returns whether there is none that takes it
 */
function isLeftOver(line: ControlLine, known: readonly Running[]): boolean {
  let left: number = line.amount;
  const open = known.filter((running) => running.open !== 0 && Math.sign(running.open) !== Math.sign(left));
  for (const [index, running] of open.entries()) {
    const isLast = index === open.length - 1;
    const part = isLast ? left : Math.sign(left) * Math.min(Math.abs(running.open), Math.abs(left));
    if (part !== 0) add(running, line, part);
    left -= part;
  }
  if (open.length > 0) return false;
  const going = known.at(-1);
  if (!going || going.open === 0) return true;
  add(going, line, left);
  return false;
}

/** Payments that name nothing, taken off the oldest documents, those without a number first. @returns what is left of them */
function allocatedToOldest(payments: readonly ControlLine[], running: readonly Running[]): Running[] {
  const oldest = [...running].sort(
    (a, b) =>
      Number(a.key !== undefined) - Number(b.key !== undefined) || compareDates(dateOf(a.first), dateOf(b.first)),
  );
  return payments.map((payment) => {
    const rest = begun(payment, undefined);
    for (const running of oldest) {
      if (rest.open === 0) break;
      if (running.open === 0 || Math.sign(running.open) === Math.sign(rest.open)) continue;
      if (running.first.foreign?.currency !== payment.foreign?.currency) continue;
      const part = Math.sign(rest.open) * Math.min(Math.abs(running.open), Math.abs(rest.open));
      const foreign = shareOf(rest.foreign, part, rest.open);
      running.open += part;
      running.foreign += foreign;
      if (running.key !== undefined) running.unallocated += part;
      running.entries.push(payment.entry);
      rest.open -= part;
      rest.foreign -= foreign;
    }
    return rest;
  });
}

function add(running: Running, line: ControlLine, part: number): void {
  running.foreign += shareOf(line.foreign?.amount ?? 0, part, line.amount);
  running.open += part;
  running.dueDate ??= line.dueDate;
  running.lastEntry = line.entry;
  running.entries.push(line.entry);
}

/** The part of a foreign amount that goes with a part of its base amount, to the unit. */
function shareOf(foreign: number, part: number, whole: number): number {
  return whole === 0 ? 0 : roundHalfAwayFromZero(new Exact(foreign).times(part).dividedBy(whole));
}

function itemOf({ first, open, foreign, unallocated, dueDate, entries }: Running): OpenItem {
  const date = dateOf(first);
  return {
    account: first.account,
    contact: first.contact,
    document: first.document,
    ownNumber: first.ownNumber,
    date,
    dueDate: dueDate ?? date,
    open: minor(open),
    ...(first.foreign && { foreign: { currency: first.foreign.currency, open: minor(foreign) } }),
    entries,
    ...(unallocated !== 0 && { unallocated: minor(unallocated) }),
  };
}

function dateOf({ date, documentDate }: ControlLine): CivilDate {
  return documentDate ?? date;
}
