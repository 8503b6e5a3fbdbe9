import type { SpanQuery } from '@just-ledger/contract';
import {
  type CivilDate,
  columnsOf,
  isCivilDate,
  longMoment,
  MAIN_COLUMN,
  MOST_MONTHS,
  problem,
  shortDate,
  type StatementColumn,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { LedgerView } from '../ledger/flow-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { askedValues } from '../trial-balance/values-asked.js';

/** A column that is asked for: of some days, perhaps within a value of a breakdown or as it was known. */
export interface AskedColumn extends StatementColumn {
  /** The books as they are known in it. */
  readonly view: LedgerView;
  /** The day or moment by whose knowledge it is drawn, beside what is known now. */
  readonly knownOn?: string;
  readonly within?: {
    readonly breakdown: string;
    /** Null for what names no value. */
    readonly value: string | null;
    readonly combinations: readonly number[];
  };
}

/** What a statement can be drawn of within a value: a result always, a position where each value balances by itself. */
export type DrawnWithin = 'result' | 'position' | 'nothing';

/** The columns that are asked for beside the days of a statement. @throws {Refusal} 422 at `columns` */
export function columnsAsked(
  db: Db,
  organisation: Organisation,
  span: { readonly from: CivilDate; readonly to: CivilDate },
  { columns, asKnownOn }: Pick<SpanQuery, 'columns' | 'asKnownOn'>,
  within: DrawnWithin,
): readonly AskedColumn[] {
  const view = ledgerView(db, organisation, asKnownOn);
  const [, kind, argument = ''] = /^(by|known-on):(.+)$/.exec(columns ?? '') ?? [];
  if (kind === 'by') return valueColumns(db, organisation, { ...span, view }, argument, within);
  if (kind === 'known-on') {
    const then = ledgerView(db, organisation, argument, 'columns');
    return [
      { key: MAIN_COLUMN, label: asKnownOn ? `Known ${momentName(asKnownOn)}` : 'Known now', ...span, view },
      { key: 'known-then', label: `Known ${momentName(argument)}`, ...span, view: then, knownOn: argument },
    ];
  }
  const read = columnsOf(organisation.calendar, span, columns);
  if (!read.ok) throw new Refusal(422, read.problems);
  return read.value.map((column) => ({ ...column, view }));
}

function momentName(text: string): string {
  return isCivilDate(text) ? shortDate(text) : longMoment(text);
}

/** A column for each value that anything names, one for what names none, and one for all. */
function valueColumns(
  db: Db,
  organisation: Organisation,
  span: { readonly from: CivilDate; readonly to: CivilDate; readonly view: LedgerView },
  breakdown: string,
  within: DrawnWithin,
): AskedColumn[] {
  const { across, selfBalancing } = askedValues(db, organisation, { breakdown }, 'columns');
  if (within === 'nothing' || (within === 'position' && !selfBalancing))
    return [{ key: MAIN_COLUMN, label: shortDate(span.to), ...span }];
  const named = across.filter(({ combinations }) => combinations.length > 0);
  if (named.length > MOST_MONTHS) {
    const message = `Up to ${MOST_MONTHS} values stand across; ${named.length} of “${breakdown}” are named.`;
    throw new Refusal(422, [problem('columns-values', 'columns', message)]);
  }
  return [
    ...named.map(({ value, combinations }): AskedColumn => ({
      key: value === null ? 'no-value' : `value ${value}`,
      label: value ?? `No ${breakdown.toLowerCase()}`,
      ...span,
      within: { breakdown, value, combinations },
    })),
    { key: MAIN_COLUMN, label: 'Total', ...span },
  ];
}
