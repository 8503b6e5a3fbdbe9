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
  /** The date of its first line. */
  readonly date: CivilDate;
  /** When it falls due; its date where nothing else is said. */
  readonly dueDate: CivilDate;
  /** What is open; minor units of the base currency, debit positive. */
  readonly open: Minor;
  readonly foreign?: { readonly currency: CurrencyCode; readonly open: Minor } | undefined;
  readonly entries: readonly string[];
}

/**
 * The open items that lines on control accounts leave: lines of one contact with the same document net, a line
 * without document is an item of its own. Items that net to zero are settled and left out.
 *
 * @param lines in the order of their dates, up to the day at which items are asked for
 * @example openItems([invoice, payment of half of it]) // → one item, open by the other half
 */
export function openItems(lines: readonly ControlLine[]): OpenItem[] {
  const items = new Map<string, ControlLine[]>();
  lines.forEach((line, at) => {
    const key = `${line.account} ${line.contact} ${line.document === undefined ? `line ${at}` : `document ${line.document}`}`;
    items.set(key, [...(items.get(key) ?? []), line]);
  });
  return [...items.values()].flatMap((of) => {
    const [first] = of;
    const open = minor(of.reduce((sum, line) => sum + line.amount, 0));
    if (!first || open === 0) return [];
    const currency = first.foreign?.currency;
    const foreign = of.reduce(
      (sum, line) => sum + (line.foreign?.currency === currency ? (line.foreign?.amount ?? 0) : 0),
      0,
    );
    const item: OpenItem = {
      account: first.account,
      contact: first.contact,
      document: first.document,
      date: first.date,
      dueDate: of.find((line) => line.dueDate !== undefined)?.dueDate ?? first.date,
      open,
      ...(currency && { foreign: { currency, open: minor(foreign) } }),
      entries: of.map((line) => line.entry),
    };
    return [item];
  });
}
