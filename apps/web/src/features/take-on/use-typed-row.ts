import type { TakeOnRowResponse } from '@just-ledger/contract';
import type { CurrencyCode, TrayColumn } from '@just-ledger/core';
import { type RefObject, useEffect, useRef, useState } from 'react';
import type { Cells, Completions } from './completions.js';
import { TypedTogether } from './merged-cells.js';
import { inOwnMarks, inPlainMarks, ownAmount } from './own-cells.js';

/** The cells of a row as the server is known to have them; whoever keeps the row sets them. */
export interface SeenCells {
  current: Cells;
}

/** What is typed into a row of a tray; it is kept whenever a cell is left. */
export function useTypedRow(
  columns: readonly TrayColumn[],
  row: TakeOnRowResponse | undefined,
  currency: CurrencyCode,
  completions: Completions,
  line: RefObject<HTMLElement | null>,
  onKeep: (cells: Cells, seen: SeenCells) => Promise<unknown>,
) {
  const [typed, setTyped] = useState<Cells>(inOwnMarks(columns, row?.cells ?? {}));
  const kept = useRef<Cells>(row?.cells ?? {});
  /** The row as the server is known to have it. */
  const seen = useRef<Cells>(row?.cells ?? {});
  const onTheWay = useRef(0);
  // what somebody else has written meanwhile is shown, unless it is being typed into, or what was typed is on its way
  const given = JSON.stringify(row?.cells ?? {});
  useEffect(() => {
    if (!row || given === JSON.stringify(kept.current)) return;
    if (onTheWay.current > 0 || line.current?.contains(document.activeElement)) return;
    seen.current = row.cells;
    kept.current = row.cells;
    setTyped(inOwnMarks(columns, kept.current));
  }, [row, given, columns, line]);
  /** What somebody else has written into the same cells stands in them. */
  const takeOver = ({ conflicts }: TypedTogether): void => {
    const theirs = Object.fromEntries(conflicts.map(({ column, theirs: text }) => [column, text]));
    kept.current = { ...kept.current, ...theirs };
    setTyped((now) => ({ ...now, ...inOwnMarks(columns, theirs) }));
  };
  const keep = (own: Cells): void => {
    const cells = inPlainMarks(columns, own);
    // a row that is not there yet may have been refused: whoever keeps it knows whether it is on its way
    const isUnsent = !row && Object.values(cells).some((cell) => cell.trim() !== '');
    if (!isUnsent && JSON.stringify(cells) === JSON.stringify(kept.current)) return;
    const before = kept.current;
    kept.current = cells;
    onTheWay.current += 1;
    onKeep(cells, seen)
      .catch((error: unknown) => {
        if (error instanceof TypedTogether) return takeOver(error);
        // what could not be kept is sent again when a cell is left
        if (kept.current === cells) kept.current = before;
      })
      .finally(() => (onTheWay.current -= 1));
  };
  /** What a cell becomes when it is left: an account by its number, an amount worked out. */
  const completed = ({ kind }: TrayColumn, text: string): string | undefined => {
    if (kind === 'account' && text !== '') return completions.findAccount(text);
    return kind === 'amount' ? ownAmount(text, currency) : undefined;
  };
  return {
    typed,
    type: (column: string, text: string): void => setTyped({ ...typed, [column]: text }),
    leave: (column: TrayColumn): void => {
      const text = typed[column.key]?.trim() ?? '';
      const found = completed(column, text);
      const done = found !== undefined && found !== text ? { ...typed, [column.key]: found } : typed;
      const cells = column.kind === 'account' ? withUsual(columns, done, completions) : done;
      if (cells !== typed) setTyped(cells);
      keep(cells);
    },
    /** Puts something else in the place of what was typed. */
    put: (column: string, text: string): void => {
      const cells = { ...typed, [column]: text };
      setTyped(cells);
      keep(cells);
    },
  };
}

/** Cells with the usual values of the breakdowns that their account needs, where nothing else stands there. */
function withUsual(columns: readonly TrayColumn[], cells: Cells, { usualValues }: Completions): Cells {
  const wanted = Object.entries(usualValues(cells['account']?.trim() ?? '')).filter(
    ([key]) => (cells[key] ?? '') === '' && columns.some((column) => column.key === key),
  );
  return wanted.length === 0 ? cells : { ...cells, ...Object.fromEntries(wanted) };
}
