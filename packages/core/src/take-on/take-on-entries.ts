import { accountTitle, type Account, type AccountId } from '../accounts/account.js';
import { accountIn } from '../accounts/chart.js';
import { partsOf, type CivilDate } from '../dates/civil-date.js';
import { MONTH_NAMES } from '../dates/month-names.js';
import type { CheckedEntry, EntryLine } from '../journal/entry.js';
import { MOST_LINES } from '../journal/check-entry.js';
import { minor } from '../money/minor.js';
import { detailedAccounts, trayLabel, type ReadTrays } from './read-trays.js';
import type { TakeOnBooks } from './take-on-row.js';
import { DETAIL_TRAYS, type DetailTray } from './tray.js';

/** What is posted by itself: the old trial balance, or a tray. */
export type PostedPart = DetailTray | 'trial-balance';

/** The parts in the order in which they are posted at sign-off. */
export const POSTED_PARTS: readonly PostedPart[] = ['trial-balance', ...DETAIL_TRAYS];

/** So many lines go into one entry; a larger tray becomes several. */
const LINES_A_PART = MOST_LINES - 500;

/**
 * The entries that a part of a take-on posts. The old trial balance posts accounts that no tray details to themselves
 * and all others to take-on clearing, marked with the tray; a tray posts the accounts themselves against clearing, with
 * the same mark. So what is left in clearing with a mark is that tray's difference, whichever came first.
 *
 * Each entry balances, as a whole and within each value of a self-balancing breakdown: clearing takes what is missing.
 *
 * @param clearing the account with the role take-on clearing
 * @returns opening entries, none for a part that posts nothing
 */
export function takeOnEntries(
  part: PostedPart,
  trays: ReadTrays,
  on: TakeOnBooks,
  clearing: AccountId,
): CheckedEntry[] {
  const lines = part === 'trial-balance' ? oldBalanceLines(trays, on, clearing) : trayLines(part, trays);
  const byDate = new Map<CivilDate, EntryLine[]>();
  for (const { date, line } of lines) byDate.set(date, [...(byDate.get(date) ?? []), line]);
  return [...byDate]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([date, all]) =>
      inParts(all).map((some): CheckedEntry => {
        const balanced = [...some, ...clearingLines(some, part, on, clearing)];
        const { year, month } = partsOf(date);
        const monthWords = date === on.changeover ? '' : `, ${MONTH_NAMES[month - 1]} ${year}`;
        return {
          date,
          kind: 'opening',
          explanation: `Take-on: ${trayLabel(part).toLowerCase()}${monthWords}`,
          lines: balanced,
        };
      }),
    );
}

interface DatedLine {
  readonly date: CivilDate;
  readonly line: EntryLine;
}

function oldBalanceLines(trays: ReadTrays, on: TakeOnBooks, clearing: AccountId): DatedLine[] {
  const detailed = detailedAccounts(trays, on);
  return trays['trial-balance'].facts.flatMap(({ date, lines }) =>
    lines.map((line): DatedLine => {
      const account = accountIn(on.books.chart, line.account);
      const tray = detailed.get(account.id);
      return { date, line: tray ? waiting(line, account, tray, on, clearing) : line };
    }),
  );
}

/** A balance that waits in clearing for its detail. */
function waiting(
  line: EntryLine,
  account: Account,
  tray: DetailTray,
  on: TakeOnBooks,
  clearing: AccountId,
): EntryLine {
  const values = balancingValues(line, on);
  return {
    account: clearing,
    amount: line.amount,
    note: accountTitle(account),
    document: tray,
    ...(values && { breakdowns: values }),
  };
}

function trayLines(part: DetailTray, trays: ReadTrays): DatedLine[] {
  return trays[part].facts.flatMap(({ date, lines }) => lines.map((line) => ({ date, line })));
}

/** What balances an entry: one line on clearing for each combination of values of self-balancing breakdowns. */
function clearingLines(
  lines: readonly EntryLine[],
  part: PostedPart,
  on: TakeOnBooks,
  clearing: AccountId,
): EntryLine[] {
  const missing = new Map<string, number>();
  for (const line of lines) {
    const key = JSON.stringify(balancingValues(line, on) ?? {});
    missing.set(key, (missing.get(key) ?? 0) - line.amount);
  }
  return [...missing]
    .filter(([, amount]) => amount !== 0)
    .map(([key, amount]) => {
      const values = JSON.parse(key) as Record<string, number>;
      return {
        account: clearing,
        amount: minor(amount),
        document: part,
        ...(Object.keys(values).length > 0 && { breakdowns: values }),
      };
    });
}

/** The values of a line in self-balancing breakdowns: those that clearing has to carry too. */
function balancingValues({ breakdowns }: EntryLine, { books }: TakeOnBooks): Record<string, number> | undefined {
  const kept = Object.entries(breakdowns ?? {}).filter(([id]) =>
    books.breakdowns.some((breakdown) => breakdown.selfBalancing && String(breakdown.id) === id),
  );
  return kept.length > 0 ? Object.fromEntries(kept) : undefined;
}

function inParts(lines: readonly EntryLine[]): EntryLine[][] {
  const parts: EntryLine[][] = [];
  for (let index = 0; index < lines.length; index += LINES_A_PART)
    parts.push(lines.slice(index, index + LINES_A_PART));
  return parts;
}
