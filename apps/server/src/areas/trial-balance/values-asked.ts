import type { WorksheetQuery } from '@just-ledger/contract';
import {
  type Breakdown,
  type CivilDate,
  dayBefore,
  isValueHeading,
  type LedgerFlow,
  problem,
  type TrialBalanceFlows,
  valuesInOrder,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { combinationsOf } from '../ledger/combination-parts.js';
import type { LedgerView } from '../ledger/flow-store.js';
import { flowsInCombinations } from '../ledger/fund-flows.js';
import { stageStart } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { yearStart } from '../organisations/report-dates.js';

/** Lines that name no value of any breakdown have this combination. */
const NO_VALUES = 0;

/** Which values of a breakdown a worksheet is drawn of. */
export interface AskedValues {
  /** The combinations that all of it is drawn of; undefined for all there are. */
  readonly within?: readonly number[];
  /** The values that stand across, the last for what names none. */
  readonly across: readonly { readonly value: string | null; readonly combinations: readonly number[] }[];
  readonly selfBalancing: boolean;
}

/** Reads which values are asked for. @throws {Refusal} 422 if the books do not have them */
export function askedValues(
  db: Db,
  organisation: Organisation,
  { breakdown: name, value, unnamed }: Pick<WorksheetQuery, 'breakdown' | 'value' | 'unnamed'>,
  path = 'breakdown',
): AskedValues {
  if (!name) return { across: [], selfBalancing: false };
  const breakdown = loadBreakdowns(db, organisation.id).find((loadBreakdown) => loadBreakdown.name === name);
  if (!breakdown) throw unknown('breakdown', path, `There is no breakdown “${name}”.`);
  const all = combinationsOf(db, organisation.id);
  const named = (ids: ReadonlySet<number>): number[] =>
    all.filter(({ values }) => ids.has(values[breakdown.id] ?? 0)).map(({ id }) => id);
  const none = [NO_VALUES, ...all.filter(({ values }) => !(breakdown.id in values)).map(({ id }) => id)];
  const { selfBalancing } = breakdown;
  if (unnamed === 'true') return { within: none, across: [], selfBalancing };
  if (value) {
    const breakdownValue = breakdown.values.find((breakdownValue) => breakdownValue.name === value);
    if (!breakdownValue) throw unknown('value', 'value', `“${name}” has no value “${value}”.`);
    return { within: named(withThoseUnder(breakdown, breakdownValue.id)), across: [], selfBalancing };
  }
  const leaves = valuesInOrder(breakdown).filter((value) => !isValueHeading(breakdown, value));
  return {
    across: [
      ...leaves.map((leave) => ({ value: leave.name, combinations: named(new Set([leave.id])) })),
      { value: null, combinations: none },
    ],
    selfBalancing,
  };
}

/** Flows up to a date within some combinations, cut as those of all books are. */
export function flowsWithin(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  asAt: CivilDate,
  combinations: readonly number[],
): TrialBalanceFlows {
  const start = yearStart(organisation, asAt);
  const from = stageStart(db, organisation, view, asAt);
  const flows = (first: CivilDate | undefined, last: CivilDate): LedgerFlow[] =>
    first !== undefined && first > last ? [] : [...flowsInCombinations(db, view, first, last, combinations)];
  return {
    earlier: start === undefined ? [] : flows(undefined, dayBefore(start)),
    closed: start !== undefined && from !== undefined && from > start ? flows(start, dayBefore(from)) : [],
    year: flows(from, asAt),
  };
}

/** A value and all that stand under it. */
function withThoseUnder({ values }: Breakdown, id: number): Set<number> {
  const found = new Set([id]);
  for (let size = 0; size < found.size;) {
    size = found.size;
    for (const value of values) if (value.parent !== undefined && found.has(value.parent)) found.add(value.id);
  }
  return found;
}

function unknown(what: string, path: string, message: string): Refusal {
  return new Refusal(422, [problem(`unknown-${what}`, path, message)]);
}
