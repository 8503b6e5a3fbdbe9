import { accountTitle, isPermanentEquity } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import { isPlainText } from '../problems/plain-text.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import type { Breakdown, BreakdownValue } from './breakdown.js';

/** A breakdown as somebody proposes it. */
export interface ProposedBreakdown {
  readonly name: string;
  readonly selfBalancing?: boolean | undefined;
  /** The name of the value that is filled in on new lines. */
  readonly usualValue?: string | undefined;
}

/** A value as somebody proposes it; references are names and numbers. */
export interface ProposedBreakdownValue {
  readonly name: string;
  readonly parent?: string | undefined;
  /** The number of the equity account that takes its part of the result. */
  readonly account?: string | undefined;
  readonly active?: boolean | undefined;
}

/**
 * Checks a breakdown against the others of its organisation.
 *
 * @param before the breakdown as it stands now; left out for a new one
 * @param entries how many entries are posted: from the first on, nothing becomes self-balancing or stops being it
 */
export function checkBreakdown(
  proposed: ProposedBreakdown,
  others: readonly Breakdown[],
  before: Breakdown | undefined,
  entries: number,
): Checked<Omit<Breakdown, 'id' | 'values'>> {
  const problems: Problem[] = [];
  const name = proposed.name.trim();
  const selfBalancing = proposed.selfBalancing ?? before?.selfBalancing ?? false;
  checkName(name, 40, 'breakdown', problems);
  if (others.some((other) => other.id !== before?.id && isSameName(other.name, name))) {
    problems.push(problem('breakdown-taken', 'name', `There is already a breakdown “${name}”.`));
  }
  if (entries > 0 && selfBalancing !== (before?.selfBalancing ?? false)) {
    const stand = entries === 1 ? '1 entry is' : `${entries} entries are`;
    const message = `${stand} posted that ${before ? 'would have to be checked anew' : 'need not balance within its values'}: set this before the first entry.`;
    problems.push(problem('breakdown-in-use', 'selfBalancing', message));
  }
  const usual = proposed.usualValue?.trim();
  const value = usual ? before?.values.find((value) => isSameName(value.name, usual)) : undefined;
  if (usual && !value) {
    problems.push(problem('breakdown-value-unknown', 'usualValue', `${name} has no value “${usual}”.`));
  } else if (
    value &&
    (!value.active || before?.values.some((breakdownValue) => breakdownValue.parent === value.id))
  ) {
    problems.push(problem('breakdown-value-usual', 'usualValue', `New lines cannot name “${value.name}”.`));
  }
  return problems.length > 0
    ? refused(problems)
    : valid({ name, selfBalancing, ...(value && { usualValue: value.id }) });
}

/**
 * Checks a value against its breakdown.
 *
 * @param before the value as it stands now; left out for a new one
 * @param isPosted whether posted lines name a value
 */
export function checkBreakdownValue(
  proposed: ProposedBreakdownValue,
  breakdown: Breakdown,
  chart: Chart,
  isPosted: (id: number) => boolean,
  before?: BreakdownValue,
): Checked<Omit<BreakdownValue, 'id'>> {
  const problems: Problem[] = [];
  const name = proposed.name.trim();
  checkName(name, 80, 'value', problems);
  if (breakdown.values.some((other) => other.id !== before?.id && isSameName(other.name, name))) {
    problems.push(problem('breakdown-value-taken', 'name', `${breakdown.name} already has a value “${name}”.`));
  }
  const parent = readParent(proposed.parent, breakdown, before, isPosted, problems);
  const account = readFundAccount(proposed.account, chart, problems);
  const active = proposed.active ?? before?.active ?? true;
  if (!active && before && breakdown.usualValue === before.id) {
    problems.push(problem('breakdown-value-usual', 'active', `“${name}” is the usual value; choose another first.`));
  }
  return problems.length > 0
    ? refused(problems)
    : valid({
        name,
        active,
        ...(parent !== undefined && { parent }),
        ...(account !== undefined && { account }),
      });
}

/** Reads the name of a breakdown or a value. @param path where problems are put */
export function checkName(name: string, most: number, what: string, problems: Problem[], path = 'name'): void {
  if (name === '') problems.push(problem(`${what}-name-missing`, path, `A ${what} needs a name.`));
  else if (!isPlainText(name, most)) {
    problems.push(problem(`${what}-name`, path, `The name of a ${what} is up to ${most} characters on one line.`));
  }
}

function readParent(
  text: string | undefined,
  breakdown: Breakdown,
  before: BreakdownValue | undefined,
  isPosted: (id: number) => boolean,
  problems: Problem[],
): number | undefined {
  const name = text?.trim();
  if (!name) return undefined;
  const parent = breakdown.values.find((value) => isSameName(value.name, name));
  const refuse = (code: string, message: string): undefined => void problems.push(problem(code, 'parent', message));
  if (!parent) return refuse('breakdown-value-unknown', `${breakdown.name} has no value “${name}”.`);
  for (let breakdownValue: BreakdownValue | undefined = parent, steps = 0; breakdownValue;) {
    if (breakdownValue.id === before?.id || (steps += 1) > 20) {
      return refuse('breakdown-value-circle', 'A value cannot stand under itself.');
    }
    const { parent: above }: BreakdownValue = breakdownValue;
    breakdownValue = breakdown.values.find((value) => value.id === above);
  }
  if (isPosted(parent.id)) {
    return refuse('breakdown-value-posted', `“${parent.name}” has postings; others cannot stand under it.`);
  }
  if (breakdown.usualValue === parent.id) {
    return refuse('breakdown-value-usual', `“${parent.name}” is the usual value; choose another first.`);
  }
  return parent.id;
}

/** Reads the number of the equity account on which a fund keeps its balance. Problems stand at `account`. */
export function readFundAccount(
  text: string | undefined,
  chart: Chart,
  problems: Problem[],
): BreakdownValue['account'] | undefined {
  const number = text?.trim();
  if (!number) return undefined;
  const account = chart.byNumber.get(number);
  const refuse = (message: string): undefined => void problems.push(problem('fund-account', 'account', message));
  if (!account) return refuse(`There is no account ${number}.`);
  if (!isPermanentEquity(account) || chart.headings.has(account.id)) {
    return refuse(`${accountTitle(account)} is not a lasting equity account; a fund keeps its balance on one.`);
  }
  return account.id;
}

function isSameName(a: string, b: string): boolean {
  return a.toLowerCase() === b.toLowerCase();
}
