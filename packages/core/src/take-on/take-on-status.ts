import { accountIn, type Chart } from '../accounts/chart.js';
import { accountTitle, isTemporary, type AccountId } from '../accounts/account.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, sumOf, type Minor } from '../money/minor.js';
import { locateDifference, type SearchedLine, type Suggestion } from './locate-difference.js';
import { detailedAccounts, type ReadTrays } from './read-trays.js';
import type { RowFact, TakeOnBooks } from './take-on-row.js';
import { DETAIL_TRAYS, TRAYS, type DetailTray, type TrayKey } from './tray.js';

/** One account of a tray: its detail against the old trial balance. */
export interface AccountStatus {
  readonly account: AccountId;
  /** Minor units, debit positive, like all of these. */
  readonly detail: Minor;
  /** What of the detail stands in other currencies; minor units of each, debit positive. */
  readonly foreign: ReadonlyMap<CurrencyCode, Minor>;
  /** Nothing while the old trial balance does not have the account. */
  readonly trialBalance: Minor | undefined;
  /** Detail less trial balance. */
  readonly difference: Minor;
}

/** How a tray stands. */
export interface TrayStatus {
  readonly tray: DetailTray;
  readonly accounts: readonly AccountStatus[];
  readonly detail: Minor;
  readonly trialBalance: Minor | undefined;
  readonly difference: Minor;
  readonly rows: number;
  readonly rowsWithProblems: number;
}

/** How a take-on stands. */
export interface TakeOnStatus {
  readonly debit: Minor;
  readonly credit: Minor;
  /** Debits less credits of the old trial balance. */
  readonly outBy: Minor;
  readonly trays: readonly TrayStatus[];
  /** What will be left in take-on clearing, tray by tray: trial balance less detail, and what the trial balance is out by. */
  readonly clearing: ReadonlyMap<DetailTray | 'trial-balance', Minor>;
  /** Whether anything taken on stands on revenue, expense, drawings or their like of a year that ended before these books. */
  readonly isUnclosed: boolean;
}

/** Draws up how a take-on stands: the old trial balance by itself, each tray against it, and what is left in clearing. */
export function takeOnStatus(trays: ReadTrays, on: TakeOnBooks): TakeOnStatus {
  const detailed = detailedAccounts(trays, on);
  const oldBalances = balancesOf(trays['trial-balance'].facts);
  const amounts = trays['trial-balance'].facts.flatMap((fact) => fact.lines.map((line) => line.amount));
  const debit = sumOf(amounts.filter((amount) => amount > 0));
  const credit = minor(-sumOf(amounts.filter((amount) => amount < 0)));
  const statuses = DETAIL_TRAYS.map((tray): TrayStatus => {
    const detail = balancesOf(trays[tray].facts);
    const ids = on.books.chart.accounts
      .map(({ id }) => id)
      .filter((id) => detailed.get(id) === tray && (detail.has(id) || oldBalances.has(id)));
    const accounts = ids.map((account): AccountStatus => {
      const [left, right] = [detail.get(account) ?? minor(0), oldBalances.get(account)];
      return {
        account,
        detail: left,
        foreign: foreignBalance(trays[tray].facts, account),
        trialBalance: right,
        difference: minor(left - (right ?? 0)),
      };
    });
    const known = accounts.flatMap(({ trialBalance }) => (trialBalance === undefined ? [] : [trialBalance]));
    return {
      tray,
      accounts,
      detail: sumOf(accounts.map((account) => account.detail)),
      trialBalance: known.length === 0 ? undefined : sumOf(known),
      difference: sumOf(accounts.map((account) => account.difference)),
      rows: trays[tray].facts.length + trays[tray].problems.size,
      rowsWithProblems: trays[tray].problems.size,
    };
  });
  const outBy = minor(debit - credit);
  return {
    debit,
    credit,
    outBy,
    trays: statuses,
    clearing: new Map<DetailTray | 'trial-balance', Minor>([
      ...statuses.map((status) => [status.tray, minor(-status.difference)] as const),
      ['trial-balance', minor(-outBy)],
    ]),
    isUnclosed: endsBeforeBooks(on) && hasTemporary(trays, on),
  };
}

/** Whether the old books end before these begin: revenue and expense in them are of a year that has ended. */
export function endsBeforeBooks({ books, changeover }: TakeOnBooks): boolean {
  return changeover < books.calendar.firstDay;
}

function hasTemporary(trays: ReadTrays, { books: { chart } }: TakeOnBooks): boolean {
  return (['trial-balance', ...DETAIL_TRAYS] as const).some((tray) =>
    trays[tray].facts.some(({ lines }) => lines.some(({ account }) => isTemporary(accountIn(chart, account)))),
  );
}

/** Where a difference of a tray, or of the old trial balance, may come from; most likely first. */
export function explainDifference(
  subject: DetailTray | 'trial-balance',
  trays: ReadTrays,
  on: TakeOnBooks,
): Suggestion[] {
  const status = takeOnStatus(trays, on);
  const { chart } = on.books;
  const tray = status.trays.find((tray) => tray.tray === subject);
  const amount = subject === 'trial-balance' ? status.outBy : (tray?.difference ?? minor(0));
  const confirmed = confirmedAccounts(status);
  const lines = searched(subject, trays, chart, confirmed);
  const elsewhere = [...DETAIL_TRAYS, 'trial-balance' as const]
    .filter((other) => other !== subject && subject !== 'trial-balance' && other !== 'trial-balance')
    .flatMap((other) => searched(other, trays, chart, confirmed));
  const located = locateDifference({ amount, lines, elsewhere });
  const accounts = tray ? tray.accounts : status.trays.flatMap((tray) => tray.accounts);
  return [...otherThanDetail(accounts, status.outBy, trays), ...clues(tray, trays), ...located];
}

/** The accounts whose detail comes to just what the old trial balance has: each of the two speaks for the other. */
function confirmedAccounts({ trays }: TakeOnStatus): ReadonlySet<AccountId> {
  const agreeing = trays.flatMap(({ accounts }) =>
    accounts.filter((account) => account.trialBalance !== undefined && account.difference === 0),
  );
  return new Set(agreeing.map(({ account }) => account));
}

/** A figure of the old trial balance that its detail contradicts by just what the whole is out by. */
function otherThanDetail(accounts: readonly AccountStatus[], outBy: Minor, trays: ReadTrays): Suggestion[] {
  if (outBy === 0) return [];
  return accounts.flatMap(({ account, detail, trialBalance, difference }): Suggestion[] => {
    if (trialBalance === undefined || detail === 0 || difference !== -outBy) return [];
    const fact = trays['trial-balance'].facts.find((fact) => fact.lines.some((line) => line.account === account));
    const lines = fact ? [`trial-balance:${fact.row}`] : [];
    return [{ slip: 'other-than-detail', lines, meant: detail, weight: 1 }];
  });
}

/** What the accounts of a tray tell without looking at its lines. */
function clues(tray: TrayStatus | undefined, trays: ReadTrays): Suggestion[] {
  if (!tray || tray.difference === 0 || tray.trialBalance === undefined) return [];
  const { detail, trialBalance } = tray;
  const found: Suggestion[] = [];
  for (const factor of [10, 100]) {
    if (detail !== 0 && (detail === trialBalance * factor || detail * factor === trialBalance)) {
      found.push({ slip: 'factor-of-ten', lines: [], meant: trialBalance, weight: 1 });
    }
  }
  if (tray.tray === 'assets') {
    for (const { row, accumulated, proposed } of trays.assets.facts) {
      if (accumulated !== 0 || !proposed) continue;
      const isExact = proposed === tray.difference;
      found.push({
        slip: 'no-depreciation',
        lines: [`assets:${row}`],
        meant: minor(-proposed),
        weight: isExact ? 1 : 0.1,
      });
    }
  }
  return found.sort((a, b) => b.weight - a.weight);
}

/** The lines of a tray as they are searched; an account's whole balance in the old trial balance. */
function searched(tray: TrayKey, trays: ReadTrays, chart: Chart, confirmed: ReadonlySet<AccountId>): SearchedLine[] {
  return trays[tray].facts.flatMap(({ row, lines }) =>
    lines.map(({ account, amount, contact, document, note }) => ({
      key: `${tray}:${row}`,
      amount,
      words: [accountTitle(accountIn(chart, account)), contact, document, note].filter(Boolean).join(' '),
      isConfirmed: confirmed.has(account),
    })),
  );
}

function balancesOf(facts: readonly RowFact[]): Map<AccountId, Minor> {
  const balances = new Map<AccountId, Minor>();
  for (const { lines } of facts) {
    for (const { account, amount } of lines) balances.set(account, minor((balances.get(account) ?? 0) + amount));
  }
  return balances;
}

function foreignBalance(facts: readonly RowFact[], account: AccountId): Map<CurrencyCode, Minor> {
  const balances = new Map<CurrencyCode, Minor>();
  for (const { foreign } of facts.flatMap(({ lines }) => lines.filter((line) => line.account === account))) {
    if (foreign) balances.set(foreign.currency, minor((balances.get(foreign.currency) ?? 0) + foreign.amount));
  }
  return balances;
}

/** Where a key of {@link explainDifference} leads. @example placeOfLine('customers:7') // → {tray: 'customers', row: 7} */
export function placeOfLine(key: string): { readonly tray: TrayKey; readonly row: number } | undefined {
  const [tray = '', row = ''] = key.split(':');
  return tray in TRAYS ? { tray: tray as TrayKey, row: Number(row) } : undefined;
}
