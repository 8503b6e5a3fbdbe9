import type { TakeOnRowResponse } from '@just-ledger/contract';
import type { CurrencyCode, TrayColumn, TrayKey } from '@just-ledger/core';
import { useState } from 'react';
import { type PastedRows, pastedRows, type PasteOptions, type UnknownHeading } from './pasted-rows.js';
import type { TrayRows } from './use-tray-rows.js';

/** Where cells were pasted, and what somebody said of them. */
export interface PasteFrom extends PasteOptions {
  readonly text: string;
  readonly column: string;
  /** The index of the row that was pasted into; undefined for the empty one. */
  readonly over: number | undefined;
}

/** A paste that waits for what its headings mean. */
export interface AskedPaste {
  readonly from: PasteFrom;
  readonly unknown: readonly UnknownHeading[];
}

/** What a paste did. */
export interface Pasted {
  readonly from: PasteFrom;
  readonly read: PastedRows;
  readonly ids: number[];
  /** Rows that were pasted over, as they were. */
  readonly replaced: readonly TakeOnRowResponse[];
}

/** Takes cells of a spreadsheet into a tray, asks about headings that are not known, and can undo it. */
export function useTrayPaste(
  tray: TrayKey,
  { rows, change, add, remove }: TrayRows,
  columns: readonly TrayColumn[],
  breakdowns: readonly string[],
  currency: CurrencyCode,
) {
  const [pasted, setPasted] = useState<Pasted>();
  const [asked, setAsked] = useState<AskedPaste>();
  /** Takes pasted cells over the rows from one on, and adds those that go beyond the last. */
  const paste = (from: PasteFrom): void => {
    const { text, column, over, ...options } = from;
    const shown = columns.map(({ key }) => key);
    const read = pastedRows(text, tray, column, shown, currency, { ...options, breakdowns });
    if (read.unknown.length > 0) return setAsked({ from, unknown: read.unknown });
    setAsked(undefined);
    if (read.rows.length === 0) return;
    const replaced = over === undefined ? [] : rows.slice(over, over + read.rows.length);
    const rest = read.rows.slice(replaced.length);
    const put = async (): Promise<void> => {
      for (const [index, { id, cells }] of replaced.entries()) await change(id, { ...cells, ...read.rows[index] });
      const { ids } = rest.length > 0 ? await add(rest) : { ids: [] };
      setPasted({ from, read, ids, replaced });
    };
    void put().catch(() => undefined);
  };
  const undo = (then?: () => void): void => {
    if (!pasted) return;
    const back = async (): Promise<void> => {
      for (const { id, cells } of pasted.replaced) await change(id, cells);
      if (pasted.ids.length > 0) await remove(pasted.ids);
      setPasted(undefined);
      then?.();
    };
    void back().catch(() => undefined);
  };
  return {
    paste,
    /** A paste that waits until its headings have been said. */
    asked,
    leaveAsked: (): void => setAsked(undefined),
    pasted,
    accept: (): void => setPasted(undefined),
    undo: (): void => undo(),
    /** Reads the same cells with the other decimal mark. */
    readOtherwise: (): void =>
      undo(() => pasted && paste({ ...pasted.from, decimal: pasted.read.marks.decimal === '.' ? ',' : '.' })),
  };
}
