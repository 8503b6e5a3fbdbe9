import { accountIn, type Chart } from '../accounts/chart.js';
import type { CurrencyKept } from '../currencies/currency-kept.js';
import type { CheckedEntry, EntryLine } from '../journal/entry.js';
import { ZERO, negated, sumOf } from '../money/minor.js';
import { documentKey, type OpenItem } from './open-item.js';

/**
 * What a payment leaves over in the books' own currency when it settles a document whole in the document's currency:
 * the gain or loss realised by the change of the rate, as lines of their own. The document is closed by the one, the
 * account set up for realised gains or losses takes the other; both carry the payment's breakdown values.
 *
 * @param entry checked and in balance
 * @param open the document that a line names, as it stood before the entry
 * @param accounts those set up for a currency
 * @returns two lines for each document; none where nothing is left over, or where no account is set up for it
 * @example realisedDifferences(payment, () => invoice, () => ({realisedLoss})) // → control −20.00, loss 20.00
 */
export function realisedDifferences(
  entry: Pick<CheckedEntry, 'lines'>,
  chart: Chart,
  open: (line: EntryLine) => OpenItem | undefined,
  accounts: (currency: string) => CurrencyKept['accounts'],
): EntryLine[] {
  return [...byDocument(entry.lines, chart).values()].flatMap((lines) => {
    const [first] = lines;
    const item = first && open(first);
    if (!first?.foreign || !item?.foreign || item.foreign.currency !== first.foreign.currency) return [];
    const left = sumOf([item.foreign.open, ...lines.map((line) => line.foreign?.amount ?? ZERO)]);
    const difference = sumOf([item.open, ...lines.map((line) => line.amount)]);
    const kept = accounts(first.foreign.currency);
    const taker = difference > 0 ? kept.realisedLoss : kept.realisedGain;
    if (left !== 0 || difference === 0 || taker === undefined) return [];
    const { contact, document, breakdowns } = first;
    const cut = breakdowns && { breakdowns };
    const note = `realised, ${first.foreign.currency}`;
    return [
      {
        account: first.account,
        amount: negated(difference),
        note,
        ...(contact !== undefined && { contact }),
        ...(document !== undefined && { document }),
        ...cut,
      },
      { account: taker, amount: difference, note, ...cut },
    ];
  });
}

/** The lines on control accounts that name a document, foreign or not, by account, contact and document. */
function byDocument(lines: readonly EntryLine[], chart: Chart): Map<string, EntryLine[]> {
  const found = new Map<string, EntryLine[]>();
  for (const line of lines) {
    if (line.document === undefined || accountIn(chart, line.account).control === undefined) continue;
    const key = `${line.account} ${line.contact ?? ''} ${documentKey(line.document)}`;
    found.set(key, [...(found.get(key) ?? []), line]);
  }
  return found;
}
