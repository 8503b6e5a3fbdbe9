import { accountTitle, type AccountId } from '../accounts/account.js';
import { accountIn } from '../accounts/chart.js';
import { problem, type Problem } from '../problems/problem.js';
import { assetRemarks, readAssetClassRow, readAssetRow, type AssetClass, type AssetFact } from './asset-rows.js';
import { bankRemarks, readBankRow, type BankFact } from './bank-rows.js';
import { readBalanceRow, readRunningYearRow } from './balance-rows.js';
import { historyRemarks, readHistoryRow } from './history-rows.js';
import type { HistoryFact } from './old-balances.js';
import { openItemRemarks, readOpenItemRow } from './open-item-rows.js';
import { similarName } from './similar-name.js';
import { readStockRow } from './stock-rows.js';
import { isEmptyRow, RowReader, type Remark, type RowFact, type TakeOnBooks, type TakeOnRow } from './take-on-row.js';
import { DETAIL_TRAYS, TRAYS, type DetailTray, type TrayKey } from './tray.js';

/** A tray read row by row. */
export interface ReadTray<Fact extends RowFact = RowFact> {
  readonly facts: readonly Fact[];
  /** What keeps rows from being taken on, by row. */
  readonly problems: ReadonlyMap<number, readonly Problem[]>;
  /** What may be a slip. */
  readonly remarks: readonly Remark[];
}

/** Every tray, read. */
export type ReadTrays = {
  readonly [Key in TrayKey]: ReadTray<
    Key extends 'banks'
      ? BankFact
      : Key extends 'assets'
        ? AssetFact
        : Key extends 'asset-classes'
          ? RowFact & { readonly class: AssetClass }
          : Key extends 'history'
            ? HistoryFact
            : RowFact
  >;
};

/** The rows of every tray; a tray without rows may be left out. */
export type TrayRows = { readonly [Key in TrayKey]?: readonly TakeOnRow[] };

/**
 * Reads all trays: what each row posts, what keeps it from being taken on, what may be a slip. Empty rows are nothing.
 *
 * @example readTrays({customers: [{id: 1, cells: {contact: 'Ferry Lane School', unpaid: '310.00'}}]}, on).customers.facts
 */
export function readTrays(rows: TrayRows, on: TakeOnBooks): ReadTrays {
  const classes = readTray('asset-classes', rows, on, readAssetClassRow);
  const known = classes.facts.map((fact) => fact.class);
  const nothing: ReadTray = { facts: [], problems: new Map(), remarks: [] };
  const detail: ReadTrays = {
    'trial-balance': nothing,
    customers: readTray('customers', rows, on, readOpenItemRow, (_, readers) => openItemRemarks(readers)),
    suppliers: readTray('suppliers', rows, on, readOpenItemRow, (_, readers) => openItemRemarks(readers)),
    banks: readTray('banks', rows, on, readBankRow, bankRemarks),
    'asset-classes': classes,
    assets: readTray(
      'assets',
      rows,
      on,
      (reader) => readAssetRow(reader, known),
      (facts) => assetRemarks(facts, { on }),
    ),
    stock: readTray('stock', rows, on, readStockRow),
    other: readTray('other', rows, on, (reader) => readBalanceRow(reader)),
    equity: readTray('equity', rows, on, (reader) => readBalanceRow(reader)),
    'running-year': readTray('running-year', rows, on, readRunningYearRow),
    history: { facts: [], problems: new Map(), remarks: [] },
  };
  const owners = detailedAccounts(detail, on);
  const own = Object.fromEntries(
    DETAIL_TRAYS.map((tray) => [tray, withoutForeignRows(tray, detail[tray], owners, on)]),
  ) as unknown as ReadTrays;
  const detailed = new Set(owners.keys());
  const old = readTray(
    'trial-balance',
    rows,
    on,
    (reader) => readBalanceRow(reader, detailed),
    (facts, readers) => [...accountTwice(facts), ...readers.flatMap(namedOtherwise)],
  );
  const history = readTray('history', rows, on, readHistoryRow, (facts) => historyRemarks(facts, old.facts, on));
  return { ...detail, ...own, 'trial-balance': old, history };
}

function readTray<Fact extends RowFact>(
  tray: TrayKey,
  rows: TrayRows,
  on: TakeOnBooks,
  read: (reader: RowReader) => Fact | undefined,
  remarksOf: (facts: readonly Fact[], readers: readonly RowReader[]) => Remark[] = () => [],
): ReadTray<Fact> {
  const readers = (rows[tray] ?? []).filter((row) => !isEmptyRow(row)).map((row) => new RowReader(tray, row, on));
  const facts = readers.map(read).filter((fact) => fact !== undefined);
  const problems = new Map(
    readers.filter((reader) => reader.problems.length > 0).map((reader) => [reader.row.id, [...reader.problems]]),
  );
  return { facts: facts.filter(({ row }) => !problems.has(row)), problems, remarks: remarksOf(facts, readers) };
}

/** Keeps back the rows on accounts whose detail stands in another tray: they would count twice. */
function withoutForeignRows(
  tray: DetailTray,
  read: ReadTray,
  owners: ReadonlyMap<AccountId, DetailTray>,
  { books }: TakeOnBooks,
): ReadTray {
  const problems = new Map(read.problems);
  for (const { row, lines } of read.facts) {
    for (const { account } of lines) {
      const owner = owners.get(account);
      if (owner === undefined || owner === tray) continue;
      const title = accountTitle(accountIn(books.chart, account));
      const message = `${title} has its detail under ${trayLabel(owner)}; here it would count twice.`;
      problems.set(row, [problem('detailed-elsewhere', 'account', message)]);
    }
  }
  return { ...read, problems, facts: read.facts.filter(({ row }) => !problems.has(row)) };
}

/** An account that stands twice in the old trial balance, with the same values of breakdowns. */
function accountTwice(facts: readonly RowFact[]): Remark[] {
  const seen = new Set<string>();
  return facts.flatMap(({ row, lines: [line] }) => {
    if (!line) return [];
    const key = `${line.account} ${JSON.stringify(line.breakdowns ?? {})}`;
    const isTwin = seen.has(key);
    seen.add(key);
    return isTwin
      ? [{ row, code: 'account-twice', column: 'account', message: 'This account stands here twice.' }]
      : [];
  });
}

/** An account that the old books call something quite different: perhaps its number means another one there. */
function namedOtherwise({ row, on }: RowReader): Remark[] {
  const [account, name] = [row.cells['account']?.trim() ?? '', row.cells['name']?.trim() ?? ''];
  const here = on.books.chart.byNumber.get(account)?.name;
  if (!here || name === '' || name.toLowerCase() === here.toLowerCase()) return [];
  if (similarName(name, [here]) !== undefined) return [];
  const message = `The old books call it “${name}”, the chart “${here}”.`;
  return [{ row: row.id, code: 'named-otherwise', column: 'account', message }];
}

/** Which tray holds the detail of which account. Control accounts always have theirs, rows or not. */
export function detailedAccounts(trays: ReadTrays, { books }: TakeOnBooks): Map<AccountId, DetailTray> {
  const detailed = new Map<AccountId, DetailTray>();
  for (const account of books.chart.accounts) {
    if (account.control) detailed.set(account.id, account.control === 'receivables' ? 'customers' : 'suppliers');
  }
  for (const tray of DETAIL_TRAYS) {
    for (const { lines } of trays[tray].facts) {
      for (const { account } of lines) if (!detailed.has(account)) detailed.set(account, tray);
    }
  }
  // a class of assets details both its accounts, also where nothing has been written off yet
  const classesInUse = new Set(trays.assets.facts.map((fact) => fact.class));
  for (const { class: assetClass } of trays['asset-classes'].facts) {
    if (!classesInUse.has(assetClass.name)) continue;
    for (const account of [assetClass.cost, assetClass.accumulated]) {
      if (account !== undefined && !detailed.has(account)) detailed.set(account, 'assets');
    }
  }
  return detailed;
}

/** The label of a tray. */
export function trayLabel(tray: TrayKey): string {
  return TRAYS[tray].label;
}
