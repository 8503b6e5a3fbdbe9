import {
  accountIn,
  chartOf,
  checkAccountFields,
  minor,
  type Account,
  type AccountId,
  type Breakdown,
  type Chart,
  type CheckedEntry,
  type CivilDate,
  type LedgerFlow,
  type ProposedAccount,
  type Stage,
} from '../src/index.js';

/** A posted entry of a ledger that lives in memory. */
export interface MemoryEntry extends CheckedEntry {
  readonly stage: Stage;
}

/** Two funds, each balancing by itself. */
export const FUNDS: Breakdown = {
  id: 1,
  name: 'Fund',
  selfBalancing: true,
  values: [
    { id: 1, name: 'General', active: true },
    { id: 2, name: 'Roof', active: true },
  ],
};

/** A chart from proposals that may refer to each other by number. */
export function chartFrom(proposals: readonly ProposedAccount[]): Chart {
  const ids = new Map(proposals.map((proposal, index) => [proposal.number, (index + 1) as AccountId]));
  const accounts = proposals.map((proposal): Account => {
    const checked = checkAccountFields(proposal);
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
    const { parentNumber, closesToNumber, breakdownNames: names, taxCodeName, ...fields } = checked.value;
    if (names || taxCodeName) throw new Error('charts in memory have neither breakdowns nor tax codes');
    const [parent, closesTo] = [ids.get(parentNumber ?? ''), ids.get(closesToNumber ?? '')];
    return {
      ...fields,
      id: ids.get(proposal.number) as AccountId,
      ...(parent && { parent }),
      ...(closesTo && { closesTo }),
    };
  });
  return chartOf(accounts);
}

/** The account with a number. */
export function byNumber(chart: Chart, number: string): Account {
  const account = chart.byNumber.get(number);
  if (!account) throw new Error(`no account ${number}`);
  return account;
}

/** The flows of a span, straight from the entries: a second way beside the server's totals. */
export function flowsOf(entries: readonly MemoryEntry[], from: CivilDate | undefined, to: CivilDate): LedgerFlow[] {
  return entries
    .filter((entry) => (from === undefined || entry.date >= from) && entry.date <= to)
    .flatMap((entry) =>
      entry.lines.map((line): LedgerFlow => ({
        account: line.account,
        stage: entry.stage,
        movement: line.movement,
        amount: line.amount,
      })),
    );
}

/** The balance of every account with one, in cents, by number. */
export function balancesOf(chart: Chart, entries: readonly MemoryEntry[]): Map<string, number> {
  const sums = new Map<string, number>();
  for (const entry of entries) {
    for (const line of entry.lines) {
      const { number } = accountIn(chart, line.account);
      sums.set(number, minor((sums.get(number) ?? 0) + line.amount));
    }
  }
  return new Map([...sums].filter(([, amount]) => amount !== 0));
}
