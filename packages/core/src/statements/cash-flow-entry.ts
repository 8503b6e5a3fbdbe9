import type { AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { type CashFlowClass, cashFlowClassOf } from '../accounts/cash-flow-class.js';
import { keyedBy } from '../keyed/keyed.js';
import type { Movement } from '../ledger/movement.js';
import { allocate } from '../money/allocate.js';
import { minor, type Minor, negated, subtract, sumOf, ZERO } from '../money/minor.js';

/** A line of an entry that moves what is invested or borrowed. */
export interface CashFlowLine {
  readonly account: AccountId;
  /** Minor units, debit positive. */
  readonly amount: Minor;
  readonly movement?: Movement | undefined;
  /** On a control account: by what its open document is known; see `CashFlowBasis.open`. */
  readonly document?: string | undefined;
}

/** The activities between which an entry may stand. */
export const ACTIVITIES = ['operating', 'investing', 'financing'] as const;

/** One of {@link ACTIVITIES}. */
export type Activity = (typeof ACTIVITIES)[number];

/** What one entry brought in or took, by activity; minor units, what comes in positive. */
export interface EntryCashFlow {
  /** What was paid. */
  readonly paid: Readonly<Record<Activity, Minor>>;
  /** What moved no cash, one activity against another; never negative. */
  readonly withoutCash: Minor;
  /** What of each line moved no cash, in the order of the lines. */
  readonly leftOut: readonly Minor[];
}

/** By which class lines count. */
export type ClassOfLine = (line: Pick<CashFlowLine, 'account' | 'movement'>) => CashFlowClass;

/**
 * The classes by which lines count: those of their accounts, but a correction of an earlier year is operating, though it
 * stands in equity.
 */
export function classesOfLines(chart: Chart): ClassOfLine {
  const classes = new Map(chart.accounts.map((account) => [account.id, cashFlowClassOf(account)]));
  return ({ account, movement }) =>
    movement === 'correction' ? 'operating' : (classes.get(account) ?? cashFlowClassOf(accountIn(chart, account)));
}

/**
 * Parts what an entry paid from what it set against each other without cash: a van bought with a loan moves none, one
 * bought with a deposit and a loan moves the deposit. What comes in beyond the cash received, and goes out
 * beyond the cash paid, is the same amount: it is taken off each activity in proportion.
 *
 * @param lines all lines of the entry
 * @example entryCashFlow(classesOfLines(chart), [van 20000, cash -5000, loan -15000]).paid // → investing -5000, financing 0
 */
export function entryCashFlow(classOf: ClassOfLine, lines: readonly CashFlowLine[]): EntryCashFlow {
  const classes = lines.map(classOf);
  const effects = keyedBy(ACTIVITIES, (activity) =>
    negated(sumOf(lines.filter((_, index) => classes[index] === activity).map(({ amount }) => amount))),
  );
  const cash = lines.filter((_, index) => classes[index] === 'cash').map(({ amount }) => amount);
  const received = sumOf(cash.filter((amount) => amount > 0));
  const incoming = ACTIVITIES.filter((activity) => effects[activity] > 0);
  const withoutCash = minor(Math.max(0, subtract(sumOf(incoming.map((activity) => effects[activity])), received)));
  const paid = { ...effects };
  for (const sign of [1, -1]) {
    const same = ACTIVITIES.filter((activity) => Math.sign(effects[activity]) === sign);
    if (withoutCash === 0 || same.length === 0) continue;
    const whole = sumOf(same.map((activity) => effects[activity]));
    const rest = minor(whole - sign * withoutCash);
    const parts = sharedBy(
      rest,
      same.map((activity) => effects[activity]),
    );
    same.forEach((activity, index) => (paid[activity] = parts[index] ?? ZERO));
  }
  const leftOut = lines.map(() => ZERO);
  for (const activity of ACTIVITIES) {
    const out = subtract(effects[activity], paid[activity]);
    if (out === 0) continue;
    const places = lines.flatMap(({ amount }, index) =>
      classes[index] === activity && Math.sign(-amount) === Math.sign(out) ? [index] : [],
    );
    const parts = sharedBy(
      out,
      places.map((lineIndex) => lines[lineIndex]?.amount ?? ZERO),
    );
    places.forEach((lineIndex, index) => (leftOut[lineIndex] = parts[index] ?? ZERO));
  }
  return { paid, withoutCash, leftOut };
}

/** Shares an amount out in proportion to the sizes of others. */
function sharedBy(amount: Minor, others: readonly Minor[]): readonly Minor[] {
  if (others.length === 1) return [amount];
  return amount === 0 ? others.map(() => ZERO) : allocate(amount, others.map(Math.abs));
}

/**
 * The account under which what an entry paid of an activity is told: the largest of the balance sheet that is no
 * contra account, else the largest of the balance sheet, else the largest.
 */
export function mainAccount(
  chart: Chart,
  classOf: ClassOfLine,
  lines: readonly CashFlowLine[],
  activity: Activity,
): AccountId | undefined {
  const rank = ({ account: id }: CashFlowLine): number => {
    const { element, contra } = accountIn(chart, id);
    return element === 'revenue' || element === 'expense' ? 0 : contra ? 1 : 2;
  };
  const own = lines.filter((line) => classOf(line) === activity);
  return [...own].sort((a, b) => rank(b) - rank(a) || Math.abs(b.amount) - Math.abs(a.amount))[0]?.account;
}

/**
 * What stands over the entries that moved no cash, of which the largest are told.
 *
 * @param amount what all of them come to, as it is written
 * @example withoutCashWords(2, 2, '300.00') // → 'Moved no cash, and is in no figure above:'
 */
export function withoutCashWords(shown: number, inAll: number, amount: string): string {
  const which =
    shown < inAll ? ` (the largest ${shown} of ${inAll.toLocaleString('en')} entries, ${amount} in all)` : '';
  return `Moved no cash, and is in no figure above${which}:`;
}
