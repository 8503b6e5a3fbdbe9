import { paths, type TakeOnRowResponse } from '@just-ledger/contract';
import type { TrayKey } from '@just-ledger/core';
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api, isChangedSince } from '../../api/request.js';
import { takeOnQuery, trayQuery } from '../../api/take-on-queries.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { shownVersion } from '../../api/shown-version.js';
import type { Cells } from './completions.js';
import { mergedCells, TypedTogether } from './merged-cells.js';
import type { SeenCells } from './use-typed-row.js';

/** A row as it is drawn: one that is kept, one on its way, or the empty one at the end. */
export interface TrayLine {
  readonly key: string;
  readonly row: TakeOnRowResponse | undefined;
}

/** The rows of a tray and what can be done to them. */
export interface TrayRows {
  readonly rows: readonly TakeOnRowResponse[];
  readonly error: Error | null;
  /** Up to so many of them, those on their way, and the empty one where rows are typed. */
  readonly lines: (most: number, hasEmpty: boolean) => TrayLine[];
  /** @param seen the row as it was seen when it was typed into; as it is shown where left out */
  readonly change: (id: number, cells: Cells, seen?: SeenCells) => Promise<unknown>;
  readonly add: (rows: readonly Cells[]) => Promise<{ readonly ids: number[] }>;
  readonly remove: (ids: readonly number[]) => Promise<unknown>;
  /** Keeps a line that has been left; fails where it could not be kept. */
  readonly keep: (line: TrayLine, cells: Cells, seen: SeenCells) => Promise<unknown>;
}

/** Reads the rows of a tray, and keeps what is typed into them. */
export function useTrayRows(tray: TrayKey): TrayRows {
  const { organisation } = useBooks();
  const client = useQueryClient();
  const query = trayQuery(organisation.id, tray);
  const { data } = useSuspenseQuery(query);
  /** Rows added here keep the key of the empty row they were typed into, so that typing goes on in them. */
  const [keys, setKeys] = useState<ReadonlyMap<number, string>>(new Map());
  const [blank, setBlank] = useState(0);
  const [pending, setPending] = useState<readonly string[]>([]);
  const [together, setTogether] = useState<TypedTogether | null>(null);
  /** What was typed into each empty row, and its id once it has one. */
  const begun = useRef(new Map<string, { id?: number; cells: Cells }>());
  /** A row as it is shown now. */
  const rowNow = (id: number): TakeOnRowResponse | undefined =>
    client.getQueryData(query.queryKey)?.rows.find((row) => row.id === id);
  const readAgain = async (): Promise<readonly TakeOnRowResponse[]> =>
    (await client.fetchQuery({ ...query, staleTime: 0 })).rows;
  // what is typed into a row goes in the order in which it was typed
  const change = useOrganisationMutation(
    async ({ id, cells, seen }: { id: number; cells: Cells; seen: SeenCells }) => {
      const put = (now: Cells, was: Cells) =>
        api.put(paths.trayRow(organisation.id, tray, id), { cells: now, version: shownVersion(was) });
      const was = seen.current;
      try {
        await put(cells, was);
        seen.current = cells;
        return { cells, conflicts: [] };
      } catch (error) {
        const theirs = isChangedSince(error) ? (await readAgain()).find((row) => row.id === id) : undefined;
        if (!theirs) throw error;
        const { cells: both, conflicts } = mergedCells(was, cells, theirs.cells);
        // what the other has written into the same cell stands; whoever comes second is told
        const stands = Object.fromEntries(conflicts.map(({ column, theirs: text }) => [column, text]));
        await put({ ...both, ...stands }, theirs.cells);
        // what is shown in the row is without what the other has typed elsewhere in it, until it is left
        seen.current = { ...cells, ...stands };
        return { cells: { ...both, ...stands }, conflicts };
      }
    },
    tray,
  );
  const remove = useOrganisationMutation(
    (ids: readonly number[]) =>
      Promise.all(
        ids.map((id) => api.delete(paths.trayRow(organisation.id, tray, id), { version: rowNow(id)?.version ?? 0 })),
      ),
    tray,
  );
  const add = useOrganisationMutation(
    (rows: readonly Cells[]) =>
      api.post(paths.trayRows(organisation.id, tray), { rows: rows.map((cells) => ({ cells })) }),
    tray,
  );
  const setRows = (rowsAfter: (rows: readonly TakeOnRowResponse[]) => TakeOnRowResponse[]): void => {
    client.setQueryData(query.queryKey, (now) => now && { ...now, rows: rowsAfter(now.rows) });
  };
  /** What was typed into an empty row has been kept under an id. */
  const settle = (key: string, id: number, sent: { id?: number; cells: Cells }): void => {
    sent.id = id;
    setKeys((all) => new Map(all).set(id, key));
    setPending((all) => all.filter((row) => row !== key));
    setRows((rows) => [...rows.filter((row) => row.id !== id), newRow(id, sent.cells)]);
  };
  /** Keeps what a row has become: it is that from the answer on, not only once all rows have been read again. */
  const keepChanged = async (id: number, cells: Cells, seen?: SeenCells): Promise<void> => {
    const shown = { current: rowNow(id)?.cells ?? {} };
    const { cells: kept, conflicts } = await change.mutateAsync({ id, cells, seen: seen ?? shown });
    setRows((rows) =>
      rows.map((row) => (row.id === id ? { ...row, cells: { ...kept }, version: shownVersion(kept) } : row)),
    );
    const both = conflicts.length > 0 ? new TypedTogether(conflicts) : null;
    setTogether(both);
    if (both) throw both;
  };
  /**
   * Keeps what was typed into the empty row, once; what is typed before it has an id follows when it has one. Refused,
   * or with the server away, it stays as typed and is sent again when a cell is left.
   */
  const keepNew = async (key: string, cells: Cells, seen: SeenCells): Promise<void> => {
    const before = begun.current.get(key);
    if (before) {
      if (JSON.stringify(before.cells) === JSON.stringify(cells)) return;
      before.cells = cells;
      if (before.id !== undefined) await keepChanged(before.id, cells, seen);
      return;
    }
    const sent: { id?: number; cells: Cells } = { cells };
    begun.current.set(key, sent);
    if (!pending.includes(key)) {
      setPending((all) => [...all, key]);
      setBlank((count) => count + 1);
    }
    try {
      const { ids } = await add.mutateAsync([cells]);
      seen.current = cells;
      settle(key, ids[0] ?? 0, sent);
    } catch {
      begun.current.delete(key);
      return;
    }
    if (sent.cells !== cells && sent.id !== undefined) await keepChanged(sent.id, sent.cells, seen);
  };
  return {
    rows: data.rows,
    error: add.error ?? change.error ?? remove.error ?? together,
    lines: (most, hasEmpty) => {
      const shown = new Set(data.rows.map((row) => keys.get(row.id)));
      return [
        ...data.rows.slice(0, most).map((row) => ({ key: keys.get(row.id) ?? `row ${row.id}`, row })),
        ...pending.filter((key) => !shown.has(key)).map((key) => ({ key, row: undefined })),
        ...(hasEmpty ? [{ key: `blank ${blank}`, row: undefined }] : []),
      ];
    },
    change: keepChanged,
    add: (rows) => add.mutateAsync(rows),
    remove: (ids) =>
      remove.mutateAsync(ids, {
        onSuccess: () => void client.invalidateQueries({ queryKey: takeOnQuery(organisation.id).queryKey }),
      }),
    keep: ({ key, row }, cells, seen) => (row ? keepChanged(row.id, cells, seen) : keepNew(key, cells, seen)),
  };
}

/** A row that has just been kept, until it is read again. */
function newRow(id: number, cells: Cells): TakeOnRowResponse {
  const version = shownVersion(cells);
  return { id, cells: { ...cells }, problems: [], remarks: [], amount: null, proposed: null, version };
}
