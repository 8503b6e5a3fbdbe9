import type { WorksheetResponse, WorksheetRowResponse } from '@just-ledger/contract';
import {
  add,
  type CivilDate,
  type CurrencyCode,
  minor,
  type Minor,
  parseAmount,
  type SeenRow,
  type Sides,
  sidesOf,
  type Worksheet,
  worksheet,
  type WorksheetRow,
  ZERO,
} from '@just-ledger/core';
import type { EntryAtHand } from '../journal/entry-at-hand.js';

/** A worksheet as it is shown: that of the books, and what is being typed into them. */
export interface WorksheetView extends Worksheet {
  readonly response: WorksheetResponse;
  /** The numbers of accounts that the typed entry touches. */
  readonly typed: ReadonlySet<string>;
  readonly rowOf: ReadonlyMap<string, WorksheetRowResponse>;
}

/**
 * Draws the worksheet of the books with what is being typed: an adjusting entry among the adjustments, any other, and one
 * from before the adjustments asked for, in the unadjusted columns. What is dated later than the worksheet, or in an
 * earlier year, leaves it as it is.
 *
 * @param accounts names of accounts that are typed and not listed yet
 * @param yearStart the first day of the worksheet's fiscal year
 */
export function worksheetView(
  response: WorksheetResponse,
  typing: EntryAtHand | undefined,
  accounts: readonly { number: string; name: string; element: string; parent?: string | null }[],
  zeros: boolean,
  currency: CurrencyCode,
  yearStart: CivilDate,
): WorksheetView {
  const read = (text: string): Minor => (text === '' ? ZERO : parseAmount(text, currency));
  const signed = ({ debit, credit }: { debit: string; credit: string }): Minor => minor(read(debit) - read(credit));
  const isWithin = typing?.date !== undefined && typing.date <= response.asAt && typing.date >= yearStart;
  const changes = isWithin ? typing.changes : new Map<string, Minor>();
  const isAdjusting = typing?.kind === 'adjusting' && (typing.date ?? '') >= response.adjustmentsFrom;
  const leaves = response.rows.filter(({ heading }) => !heading);
  const listed = new Set(leaves.map(({ account }) => account));
  const unlisted = accounts.filter(({ number }) => !listed.has(number) && (changes.get(number) ?? ZERO) !== ZERO);
  const figures = leaves.map((row) => {
    const change = changes.get(row.account) ?? ZERO;
    const { columns } = row;
    const put: Sides = isAdjusting ? sidesOf(change) : sidesOf(ZERO);
    return {
      account: row.account,
      name: row.name,
      parent: row.parent,
      statement: row.statement ?? ('balance-sheet' as const),
      unadjusted: add(signed(columns.unadjusted), isAdjusting ? ZERO : change),
      adjustments: {
        debit: add(read(columns.adjustments.debit), put.debit),
        credit: add(read(columns.adjustments.credit), put.credit),
      },
      postClosing: add(signed(columns.postClosing), change),
      against: signed(columns.against),
      across: row.across.map(read),
    };
  });
  const added = unlisted.map(({ number, name, element }) => {
    const change = changes.get(number) ?? ZERO;
    return {
      account: number,
      name,
      parent: null,
      statement:
        element === 'revenue' || element === 'expense' ? ('income-statement' as const) : ('balance-sheet' as const),
      unadjusted: isAdjusting ? ZERO : change,
      adjustments: isAdjusting ? sidesOf(change) : sidesOf(ZERO),
      postClosing: change,
      against: ZERO,
      across: response.values.map(() => ZERO),
    };
  });
  const headings = response.rows.filter(({ heading }) => heading);
  const order = (account: string): string => account || '\uffff';
  const all =
    added.length === 0
      ? figures
      : [...figures, ...added].sort((a, b) => (order(a.account) < order(b.account) ? -1 : 1));
  return {
    ...worksheet(all, headings, zeros),
    response,
    typed: new Set([...changes].flatMap(([account, amount]) => (amount === 0 ? [] : [account]))),
    rowOf: new Map(response.rows.map((row) => [row.account, row])),
  };
}

/** A row as it is seen; a folded heading shows what stands under it. */
export type SeenWorksheetRow = SeenRow<WorksheetRow>;
