import type { FigurePartResponse, FigureQuery } from '@just-ledger/contract';
import {
  type Account,
  alignedRows,
  type AlignedRow,
  type Arrangement,
  type Chart,
  type CivilDate,
  figureTerms,
  minor,
  type Minor,
  type StatementRow,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { notFound } from '../../platform/problems/refusal.js';
import type { LedgerView } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** A part of a figure before it is written. */
export type Part = Pick<FigurePartResponse, 'label'> &
  Partial<Pick<FigurePartResponse, 'account' | 'lines' | 'figure'>> & {
    readonly amount: Minor;
    /** The place of an entry. */
    readonly place?: number;
  };

/** A figure and its parts before they are written. */
export interface Source {
  readonly label: string;
  readonly amount: Minor;
  readonly parts: readonly Part[];
}

/** What a figure is looked for in. */
export interface Sought {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly view: LedgerView;
  readonly chart: Chart;
  readonly arrangement: Arrangement;
  readonly from: CivilDate;
  readonly to: CivilDate;
  /** The value of a breakdown that is looked at. */
  readonly value: Pick<FigureQuery, 'breakdown' | 'value' | 'unnamed'>;
  /** The combinations that name it; undefined for all. */
  readonly within: readonly number[] | undefined;
}

/** The figure of a row: what it comes to in the end, row by row. */
export function figureOfRows(
  { chart, arrangement }: Sought,
  query: FigureQuery,
  rows: readonly StatementRow[],
  partsOf: (row: AlignedRow, amount: Minor) => readonly Part[],
): Source {
  const aligned = alignedRows(chart, [rows], arrangement);
  const index = aligned.findIndex((row) => isRowOf(row, query));
  const found = aligned[index];
  if (!found) throw notFound('figure');
  return {
    label: found.label,
    amount: found.amounts[0] ?? ZERO,
    parts: figureTerms(aligned, index).flatMap(({ row, sign }) =>
      partsOf(row, minor(sign * (row.amounts[0] ?? 0))).map((part) =>
        sign === 1 || !part.lines
          ? part
          : { ...part, lines: { ...part.lines, sign: part.lines.sign === 1 ? -1 : 1 } },
      ),
    ),
  };
}

/** Whether a row is the one that is asked for. */
export function isRowOf({ row, key, account }: AlignedRow, query: FigureQuery): boolean {
  return row !== 'heading' && key === query.row && account?.number === query.account;
}

/** Lines of an account as a part; the side on which its figure is positive follows from the amounts. */
export function linesPart(
  { number, element }: Account,
  label: string,
  amount: Minor,
  lines: { readonly from?: CivilDate; readonly to: CivilDate } & Pick<
    NonNullable<FigurePartResponse['lines']>,
    'stages' | 'movement' | 'fund' | 'breakdown' | 'value' | 'unnamed'
  >,
  sign: 1 | -1 = element === 'asset' || element === 'expense' ? 1 : -1,
): Part {
  return { label, account: number, amount, lines: { account: number, ...lines, sign } };
}
