import { accountIn, type Chart } from '../accounts/chart.js';
import type { CurrencyKept } from '../currencies/currency-kept.js';
import type { CurrencyCode } from '../money/currency.js';
import { ZERO, negated, sumOf } from '../money/minor.js';
import { documentKey, type OpenItem } from '../open-items/open-item.js';
import type { CheckedEntry, EntryLine } from './entry.js';

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
  accounts: (currency: CurrencyCode) => CurrencyKept['accounts'],
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

/** Whether an entry can realise a difference: it has a line in another currency that names a document. */
export function namesForeignDocument({ lines }: Pick<CheckedEntry, 'lines'>, chart: Chart): boolean {
  return lines.some((line) => line.foreign !== undefined && documentOfLine(line, chart) !== undefined);
}

/**
 * The documents whose differences entries tell by themselves: by a line in the books' own currency alone. What comes
 * from other books may have an entry of its own for the difference, some days after the payment.
 *
 * @returns their keys: see {@link documentOfLine}
 */
export function documentsWithDifference(entries: readonly Pick<CheckedEntry, 'lines'>[], chart: Chart): Set<string> {
  const lines = entries.flatMap((entry) => entry.lines).filter(({ foreign }) => foreign === undefined);
  return new Set(lines.map((line) => documentOfLine(line, chart)).filter((key) => key !== undefined));
}

/** Which document a line on a control account names: account, contact and document, as a key; nothing for other lines. */
export function documentOfLine({ account, contact, document }: EntryLine, chart: Chart): string | undefined {
  if (document === undefined || accountIn(chart, account).control === undefined) return undefined;
  return `${account} ${contact ?? ''} ${documentKey(document)}`;
}

/** The lines on control accounts that name a document, foreign or not, by that document. */
function byDocument(lines: readonly EntryLine[], chart: Chart): Map<string, EntryLine[]> {
  const found = new Map<string, EntryLine[]>();
  for (const line of lines) {
    const key = documentOfLine(line, chart);
    if (key !== undefined) found.set(key, [...(found.get(key) ?? []), line]);
  }
  return found;
}
