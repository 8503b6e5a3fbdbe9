import { keyedBy } from '../keyed/keyed.js';
import { onceFor } from '../keyed/once-for.js';
import { isPermanentEquity, isTemporary, type Account, type AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { closingRules, type ClosingRules } from '../periods/closing-rules.js';
import type { Sharer } from '../periods/closing-targets.js';
import { balancesOf, sumByAccount, type LedgerFlow } from '../ledger/ledger-flow.js';
import type { Movement } from '../ledger/movement.js';
import { ZERO, minor, negated, sumOf, type Minor } from '../money/minor.js';
import { STATEMENT_WORDS, type OrganisationKind } from '../organisations/kind.js';
import { type ArrangedPlaces, inArrangedOrder } from './arrangement.js';
import {
  EARLIER_RESULTS,
  PARTS,
  addTo,
  sharedParts,
  temporaryParts,
  unsharedParts,
  type ComponentKey,
} from './equity-flows.js';

/** The flows of one fiscal year that a span touches. */
export interface YearFlows {
  /** For a closed year: the rules it was closed by. Left out, those of today hold. */
  readonly rules?: ClosingRules | undefined;
  /** Whether it is the time before these books, which no closing here will share out. */
  readonly isBroughtForward?: true;
  /** Who takes the result of the year before the span begins, and up to its end; by weight alone if left out. */
  readonly sharers?: { readonly lead: readonly Sharer[]; readonly whole: readonly Sharer[] } | undefined;
  /** Those of the year before the span begins. */
  readonly lead: readonly LedgerFlow[];
  /** Those within the span. */
  readonly span: readonly LedgerFlow[];
}

/** Everything up to the end of a span, cut where years and the span begin. */
export interface EquityFlows {
  /** All flows before the first of `years`. */
  readonly base: readonly LedgerFlow[];
  /** The years from the one the span begins in to the one it ends in, in order; at least one. */
  readonly years: readonly YearFlows[];
}

/** A column of the equity statement. */
export interface EquityComponent {
  readonly key: ComponentKey;
  readonly label: string;
  readonly account?: Account;
}

/** The rows of the equity statement, in order. */
export const EQUITY_ROWS = [
  'opening-equity',
  'corrections',
  'net-result',
  'contributions',
  'withdrawals',
  'transfers',
  'other',
  'closing-equity',
] as const;

/** One of {@link EQUITY_ROWS}. */
export type EquityRowKey = (typeof EQUITY_ROWS)[number];

/** A row: one amount a component, and their total; minor units, credit positive. */
export interface EquityRow {
  readonly key: EquityRowKey;
  readonly label: string;
  readonly amounts: readonly Minor[];
  readonly total: Minor;
}

/** A statement of changes in equity. */
export interface EquityStatement {
  readonly components: readonly EquityComponent[];
  readonly rows: readonly EquityRow[];
}

type Sums = Record<EquityRowKey, Map<ComponentKey, Minor>>;

/** In which row a movement on an equity account itself stands. */
export const ROW_OF_MOVEMENT = {
  contribution: 'contributions',
  withdrawal: 'withdrawals',
  transfer: 'transfers',
  correction: 'corrections',
  other: 'other',
} as const satisfies Record<Movement, EquityRowKey>;

/**
 * Draws up the statement of changes in equity of a span. The running result and drawings stand in the component that
 * closing gives them to, so that the statement is the same before and after closing; years that ended without
 * being closed stand in a component of their own. Opening entries count as opening. A closed year is drawn by the rules
 * it was closed by; where its closing entries came from elsewhere and gave out otherwise, the difference is a transfer.
 *
 * @returns components with something to show; rows other than opening, result and closing only if not all zero
 */
export function equityStatement(chart: Chart, kind: OrganisationKind, flows: EquityFlows): EquityStatement {
  const sums = keyedBy(EQUITY_ROWS, () => new Map());
  const base = baseIn(chart)(flows.base);
  for (const [key, amount] of base.equity) sums['opening-equity'].set(key, amount);
  addTo(sums['opening-equity'], EARLIER_RESULTS, base.unclosed);

  const left = new Map(base.temporary);
  flows.years.forEach((year, index) => {
    const parts = [year.lead, year.span];
    const isLast = index === flows.years.length - 1;
    const hasClosing = parts.some((part) => part.some(({ stage }) => stage === 'closing'));
    const isGivenOut = isLast && !year.isBroughtForward;
    // what is left matters to what comes later, to closing entries, and to a year that nobody has closed
    const matters = !isGivenOut || hasClosing;
    if (matters) for (const part of parts) addTemporary(left, chart, part);
    const isZero = matters && [...left.values()].every((amount) => amount === 0);
    const rules = year.rules ?? closingRules(chart, kind, []);
    addYear(sums, chart, rules, year, isGivenOut || isZero);
    if (isZero && hasClosing)
      addDifferences(
        sums.transfers,
        chart,
        { rules, sharers: year.sharers?.whole },
        parts.flat(),
        index === 0 ? flows.base : [],
      );
  });
  return laidOut(sums, chart, kind);
}

/** Adds the lead of a year to the opening and its span to the rows. */
function addYear(sums: Sums, chart: Chart, rules: ClosingRules, year: YearFlows, isShared: boolean): void {
  const counts = (flow: LedgerFlow): boolean => !isShared || flow.stage !== 'closing';
  addLedger(sums['opening-equity'], chart, year.lead, counts);
  for (const flow of year.span) {
    if (!counts(flow) || !isPermanentEquity(accountIn(chart, flow.account))) continue;
    const row =
      flow.stage === 'opening'
        ? 'opening-equity'
        : flow.stage === 'closing'
          ? 'transfers'
          : ROW_OF_MOVEMENT[flow.movement ?? 'other'];
    addTo(sums[row], flow.account, minor(-flow.amount));
  }
  const to = isShared ? undefined : EARLIER_RESULTS;
  const before = unsharedParts(chart, rules, year.lead, to);
  const within = unsharedParts(chart, rules, year.span, to);
  const lead = sharedParts(rules, before, to, year.sharers?.lead);
  const whole = sharedParts(rules, [...before, ...within], to, year.sharers?.whole);
  const rows = { result: 'net-result', contributions: 'contributions', withdrawals: 'withdrawals' } as const;
  for (const part of PARTS) {
    for (const [key, amount] of lead[part]) {
      addTo(sums['opening-equity'], key, amount);
      addTo(sums[rows[part]], key, minor(-amount));
    }
    for (const [key, amount] of whole[part]) addTo(sums[rows[part]], key, amount);
  }
}

/**
 * What a year's closing entries gave to each component beyond what its rules would give.
 *
 * @param base what came before, if nobody has closed it yet: closing entries from elsewhere may have taken it along
 */
function addDifferences(
  transfers: Map<ComponentKey, Minor>,
  chart: Chart,
  { rules, sharers }: { readonly rules: ClosingRules; readonly sharers: readonly Sharer[] | undefined },
  year: readonly LedgerFlow[],
  base: readonly LedgerFlow[],
): void {
  addLedger(transfers, chart, year, (flow) => flow.stage === 'closing');
  const given = temporaryParts(chart, rules, year, undefined, sharers);
  for (const part of PARTS) for (const [key, amount] of given[part]) addTo(transfers, key, minor(-amount));
  addTo(transfers, EARLIER_RESULTS, negated(baseIn(chart)(base).unclosed));
}

function addLedger(
  sums: Map<ComponentKey, Minor>,
  chart: Chart,
  flows: readonly LedgerFlow[],
  counts: (flow: LedgerFlow) => boolean,
): void {
  addBalances(sums, chart, sumByAccount(flows, counts));
}

function addBalances(sums: Map<ComponentKey, Minor>, chart: Chart, balances: ReadonlyMap<AccountId, Minor>): void {
  for (const [id, amount] of balances) {
    if (isPermanentEquity(accountIn(chart, id))) addTo(sums, id, minor(-amount));
  }
}

/** What flows before the years of a statement come to; many statements beside each other begin with the same. */
interface Base {
  /** By account of the permanent equity; credit positive. */
  readonly equity: ReadonlyMap<ComponentKey, Minor>;
  /** What is left on each temporary account, debit positive; and on all of them, credit positive. */
  readonly temporary: ReadonlyMap<AccountId, Minor>;
  readonly unclosed: Minor;
}

const baseIn = onceFor((chart: Chart) =>
  onceFor((flows: readonly LedgerFlow[]): Base => {
    const equity = new Map<ComponentKey, Minor>();
    const balances = balancesOf(flows);
    addBalances(equity, chart, balances);
    const temporary = new Map([...balances].filter(([id]) => isTemporary(accountIn(chart, id))));
    return { equity, temporary, unclosed: negated(sumOf([...temporary.values()])) };
  }),
);

/** Adds flows to what is left on each temporary account. */
function addTemporary(left: Map<AccountId, Minor>, chart: Chart, flows: readonly LedgerFlow[]): void {
  for (const { account, amount } of flows) {
    if (isTemporary(accountIn(chart, account))) left.set(account, minor((left.get(account) ?? 0) + amount));
  }
}

/** The accounts that are columns of the statement, in their order. */
const permanentIn = onceFor((chart: Chart) => chart.accounts.filter(isPermanentEquity));

function laidOut(sums: Sums, chart: Chart, kind: OrganisationKind): EquityStatement {
  for (const key of EQUITY_ROWS.slice(0, -1)) {
    for (const [component, amount] of sums[key]) addTo(sums['closing-equity'], component, amount);
  }
  const shown = (key: ComponentKey): boolean => EQUITY_ROWS.some((row) => (sums[row].get(key) ?? 0) !== 0);
  const components: EquityComponent[] = [
    ...permanentIn(chart)
      .filter(({ id }) => shown(id))
      .map((account) => ({ key: account.id, label: account.name, account })),
    ...(shown(EARLIER_RESULTS) ? [{ key: EARLIER_RESULTS, label: 'Earlier results not yet closed' } as const] : []),
    ...(shown('unassigned-result') ? [{ key: 'unassigned-result', label: 'Result not yet assigned' } as const] : []),
  ];
  const rows = EQUITY_ROWS.map((key): EquityRow => {
    const amounts = components.map((component) => sums[key].get(component.key) ?? ZERO);
    const total = sumOf(amounts);
    return { key, label: rowLabel(key, total, kind), amounts, total };
  });
  return {
    components,
    rows: rows.filter((row) => ALWAYS.has(row.key) || row.amounts.some((amount) => amount !== 0)),
  };
}

const ALWAYS: ReadonlySet<EquityRowKey> = new Set(['opening-equity', 'net-result', 'closing-equity']);

function rowLabel(key: EquityRowKey, total: Minor, kind: OrganisationKind): string {
  const words = STATEMENT_WORDS[kind];
  switch (key) {
    case 'opening-equity':
      return 'At the beginning';
    case 'corrections':
      return 'Corrections of earlier years';
    case 'net-result':
      return total < 0 ? words.loss : words.profit;
    case 'contributions':
      return words.contributions;
    case 'withdrawals':
      return words.withdrawals;
    case 'transfers':
      return 'Transfers within equity';
    case 'other':
      return 'Other changes';
    case 'closing-equity':
      return 'At the end';
    default:
      return key satisfies never;
  }
}

/** An equity statement whose components stand in the order in which the balance sheet lists their accounts. */
export function withComponentsInOrder(statement: EquityStatement, places: ArrangedPlaces): EquityStatement {
  const all = statement.components.map(({ account }, index) => ({ account, at: index }));
  const order = inArrangedOrder(places, all).map(({ at }) => at);
  const ordered = <Of>(ofs: readonly Of[]): Of[] => order.map((index) => ofs[index] as Of);
  return {
    components: ordered(statement.components),
    rows: statement.rows.map((row) => ({ ...row, amounts: ordered(row.amounts) })),
  };
}

/** The row with a key. @throws {RangeError} if the statement has none */
export function equityRow(statement: EquityStatement, key: EquityRowKey): EquityRow {
  const row = statement.rows.find((candidate) => candidate.key === key);
  if (!row) throw new RangeError(`the equity statement has no row ${key}`);
  return row;
}
