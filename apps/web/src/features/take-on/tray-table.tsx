import { type BreakdownResponse, paths, type TakeOnRowResponse } from '@just-ledger/contract';
import { BREAKDOWN_CELL, type Tray, type TrayColumn, type TrayKey, TRAYS } from '@just-ledger/core';
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { api } from '../../api/request.js';
import { takeOnQuery, trayQuery } from '../../api/take-on-queries.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { type AskedPaste, AskHeadings } from './ask-headings.js';
import { pastedRows, type PastedRows, type PasteOptions } from './pasted-rows.js';
import { type Cells, type Completions, TrayRow } from './tray-row.js';
import styles from './tray-table.module.css';

/** So many rows are drawn at first, and so many more each time. */
const DRAWN = 120;

/** The rows of a tray, typed or pasted; an empty one waits at the end. */
export function TrayTable({
  tray,
  target,
  isReadOnly,
  completions,
}: {
  tray: TrayKey;
  /** The row that a suggestion points to. */
  target: number | undefined;
  isReadOnly: boolean;
  completions: Completions;
}) {
  const { organisation, currency } = useBooks();
  const client = useQueryClient();
  const { data } = useSuspenseQuery(trayQuery(organisation.id, tray));
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const [drawn, setDrawn] = useState(DRAWN);
  const [isWide, setWide] = useState(false);
  /** Rows added here keep the key of the empty row they were typed into, so that typing goes on in them. */
  const [keys, setKeys] = useState<ReadonlyMap<number, string>>(new Map());
  const [blank, setBlank] = useState(0);
  const [pending, setPending] = useState<readonly string[]>([]);
  /** What was typed into each empty row, and its id once it has one. */
  const begun = useRef(new Map<string, { id?: number; cells: Cells }>());
  const [pasted, setPasted] = useState<Pasted>();
  const [asked, setAsked] = useState<AskedPaste>();
  const again = (): void => {
    void client.invalidateQueries({ queryKey: takeOnQuery(organisation.id).queryKey });
  };
  const change = useOrganisationMutation(({ id, cells }: { id: number; cells: Cells }) =>
    api.put(paths.trayRow(organisation.id, tray, id), { cells }),
  );
  const remove = useOrganisationMutation((ids: number[]) =>
    Promise.all(ids.map((id) => api.delete(paths.trayRow(organisation.id, tray, id)))),
  );
  const add = useOrganisationMutation((rows: readonly Cells[]) =>
    api.post(paths.trayRows(organisation.id, tray), {
      rows: rows.map((cells) => ({ cells })),
    }),
  );
  const addContact = useOrganisationMutation((name: string) =>
    api.post(paths.contacts(organisation.id), {
      name,
      roles: [tray === 'suppliers' ? 'supplier' : 'customer'],
    }),
  );
  const all = columnsOf(tray, breakdowns);
  const isUsed = ({ key }: TrayColumn): boolean => data.rows.some(({ cells }) => (cells[key] ?? '') !== '');
  const addAccount = useOrganisationMutation((account: { number: string; name: string }) =>
    api.post(paths.accounts(organisation.id), account),
  );
  const strangers = [
    ...new Set(
      data.rows.map(({ cells }) => (cells['contact'] ?? '').trim()).filter((name) => isStranger(name, completions)),
    ),
  ];
  const addAll = useOrganisationMutation(async (names: readonly string[]) => {
    for (const name of names) {
      await api.post(paths.contacts(organisation.id), {
        name,
        roles: [tray === 'suppliers' ? 'supplier' : 'customer'],
      });
    }
  });
  const unknown = [
    ...new Map(
      data.rows
        .map(({ cells }) => [(cells['account'] ?? '').trim(), (cells['name'] ?? '').trim()] as const)
        .filter(([number, name]) => /^\d/.test(number) && name !== '' && !completions.accountName(number)),
    ),
  ];
  const addAccounts = useOrganisationMutation(async (named: readonly (readonly [string, string])[]) => {
    for (const [number, name] of named) await api.post(paths.accounts(organisation.id), { number, name });
  });
  const columns = isWide ? all : all.filter((column) => !column.isRare || isUsed(column));

  /**
   * Keeps what was typed into the empty row, once; what is typed before it has an id follows when it has one. Refused,
   * or with the server away, it stays as typed and is sent again when a cell is left.
   */
  const keepNew = (key: string, cells: Cells): void => {
    const before = begun.current.get(key);
    if (before) {
      if (JSON.stringify(before.cells) === JSON.stringify(cells)) return;
      before.cells = cells;
      if (before.id !== undefined) change.mutate({ id: before.id, cells });
      return;
    }
    const sent: { id?: number; cells: Cells } = { cells };
    begun.current.set(key, sent);
    if (!pending.includes(key)) {
      setPending((all) => [...all, key]);
      setBlank((count) => count + 1);
    }
    void add
      .mutateAsync([cells])
      .then(({ ids: [id = 0] }) => {
        sent.id = id;
        setKeys((all) => new Map(all).set(id, key));
        setPending((all) => all.filter((one) => one !== key));
        client.setQueryData(
          trayQuery(organisation.id, tray).queryKey,
          (now) => now && { ...now, rows: [...now.rows.filter((row) => row.id !== id), emptyRow(id, cells)] },
        );
        if (sent.cells !== cells) change.mutate({ id, cells: sent.cells });
      })
      .catch(() => begun.current.delete(key));
  };
  /** Takes pasted cells over the rows from one on, and adds those that go beyond the last. */
  const paste = (from: PasteFrom): void => {
    const { text, column, over, ...options } = from;
    const shown = columns.map(({ key }) => key);
    const names = breakdowns.map((breakdown) => breakdown.name);
    const read = pastedRows(text, tray, column, shown, currency, { ...options, breakdowns: names });
    if (read.unknown.length > 0) return setAsked({ from, unknown: read.unknown });
    setAsked(undefined);
    if (read.rows.length === 0) return;
    const replaced = over === undefined ? [] : data.rows.slice(over, over + read.rows.length);
    const rest = read.rows.slice(replaced.length);
    const put = async (): Promise<void> => {
      for (const [at, { id, cells }] of replaced.entries())
        await change.mutateAsync({ id, cells: { ...cells, ...read.rows[at] } });
      const { ids } = rest.length > 0 ? await add.mutateAsync(rest) : { ids: [] };
      setPasted({ from, read, ids, replaced });
    };
    void put().catch(() => undefined);
  };
  const unpaste = (then?: () => void): void => {
    if (!pasted) return;
    const back = async (): Promise<void> => {
      for (const { id, cells } of pasted.replaced) await change.mutateAsync({ id, cells });
      if (pasted.ids.length > 0) await remove.mutateAsync(pasted.ids);
      setPasted(undefined);
      then?.();
    };
    void back().catch(() => undefined);
  };
  const targetAt = data.rows.findIndex((row) => row.id === target);
  const limit = Math.max(drawn, targetAt + 20);
  const shown = new Set(data.rows.map((row) => keys.get(row.id)));
  const lines: { key: string; row: TakeOnRowResponse | undefined }[] = [
    ...data.rows.slice(0, limit).map((row) => ({ key: keys.get(row.id) ?? `row ${row.id}`, row })),
    ...pending.filter((key) => !shown.has(key)).map((key) => ({ key, row: undefined })),
    ...(isReadOnly ? [] : [{ key: `blank ${blank}`, row: undefined }]),
  ];
  return (
    <>
      <ErrorMessage
        error={
          add.error ??
          change.error ??
          remove.error ??
          addContact.error ??
          addAll.error ??
          addAccount.error ??
          addAccounts.error
        }
      />
      {strangers.length > 1 && !isReadOnly && (
        <p className={clsx(layout.belowClose, 'brass')}>
          {strangers.length} contacts are not there yet.{' '}
          <button className="act" type="button" disabled={addAll.isPending} onClick={() => addAll.mutate(strangers)}>
            {addAll.isPending ? 'Adding them …' : `Add all ${strangers.length}`}
          </button>
        </p>
      )}
      {tray === 'trial-balance' && unknown.length > 1 && !isReadOnly && (
        <p className={clsx(layout.belowClose, 'brass')}>
          {unknown.length} accounts are not in the chart.{' '}
          <button
            className="act"
            type="button"
            disabled={addAccounts.isPending}
            onClick={() => addAccounts.mutate(unknown)}
          >
            {addAccounts.isPending ? 'Adding them …' : `Add all ${unknown.length} as they are named`}
          </button>
        </p>
      )}
      {asked && (
        <AskHeadings
          asked={asked}
          columns={all}
          onSay={(chosen) => paste({ ...asked.from, chosen })}
          onLeave={() => setAsked(undefined)}
        />
      )}
      {pasted && (
        <p className={clsx(notice.done, layout.row, layout.wide, layout.belowClose)} role="status">
          <span>
            {pastedWords(pasted)}
            {pasted.read.sample && ` ${pasted.read.sample.written} was read as ${pasted.read.sample.read}.`}
            {pasted.read.isDoubtful && ' Is the mark that of decimals?'}
          </span>
          {pasted.read.sample && (
            <button
              className="act"
              type="button"
              onClick={() => {
                const { from, read } = pasted;
                unpaste(() => paste({ ...from, decimal: read.marks.decimal === '.' ? ',' : '.' }));
              }}
            >
              Read it the other way
            </button>
          )}
          <button className="act" type="button" onClick={() => unpaste()}>
            {pasted.replaced.length > 0 ? 'Undo it' : 'Remove them again'}
          </button>
          <button className="plain soft" type="button" onClick={() => setPasted(undefined)}>
            Keep
          </button>
        </p>
      )}
      <table
        className={clsx(ruled.table, ruled.tight, styles.typedRows, columns.length > 5 && styles.narrowAccounts)}
      >
        <thead>
          <tr>
            {columns.map(({ key, label, kind }) => (
              <th key={key} className={kind === 'amount' || kind === 'number' ? 'num' : ''} data-kind={kind}>
                {label}
              </th>
            ))}
            <th className={styles.takeAway}>
              <span className="visually-hidden">Take away</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ key, row }, index) => (
            <TrayRow
              key={key}
              columns={columns}
              row={row}
              position={index + 1}
              isTarget={row !== undefined && row.id === target}
              isReadOnly={isReadOnly}
              isFirst={data.rows.length === 0 && index === 0 && pending.length === 0 && tray !== 'asset-classes'}
              currency={currency}
              completions={completions}
              onKeep={(cells) => (row ? change.mutate({ id: row.id, cells }) : keepNew(key, cells))}
              onRemove={() => row && remove.mutate([row.id], { onSuccess: again })}
              onPaste={(text, column) => paste({ text, column, over: row ? index : undefined })}
              onAddContact={(name) => addContact.mutate(name)}
              onAddAccount={(number, name) => addAccount.mutate({ number, name })}
            />
          ))}
        </tbody>
      </table>
      {columns.length < all.length && !isReadOnly && (
        <p className={clsx(layout.aboveClose, 'small')}>
          <button className="act" type="button" onClick={() => setWide(true)}>
            Also {namesOf(all.filter((column) => !columns.includes(column)))}
          </button>
        </p>
      )}
      {data.rows.length > limit && (
        <p className={layout.aboveClose}>
          <button className="act" type="button" onClick={() => setDrawn(limit + 5 * DRAWN)}>
            Show more of the {data.rows.length.toLocaleString('en')} rows
          </button>
        </p>
      )}
    </>
  );
}

/** Where cells were pasted, and what somebody said of them. */
interface PasteFrom extends PasteOptions {
  readonly text: string;
  readonly column: string;
  /** The place of the row that was pasted into; undefined for the empty one. */
  readonly over: number | undefined;
}

/** What a paste did. */
interface Pasted {
  readonly from: PasteFrom;
  readonly read: PastedRows;
  readonly ids: number[];
  /** Rows that were pasted over, as they were. */
  readonly replaced: readonly TakeOnRowResponse[];
}

function pastedWords({ ids, replaced }: Pasted): string {
  const rows = (count: number): string => `${count} ${count === 1 ? 'row' : 'rows'}`;
  if (replaced.length === 0) return `${rows(ids.length)} pasted.`;
  return `${rows(replaced.length)} pasted over${ids.length > 0 ? `, ${rows(ids.length)} added` : ''}.`;
}

/** The labels of columns as a list in a sentence. */
function namesOf(columns: readonly TrayColumn[]): string {
  const names = columns.map(({ label }) => label.toLowerCase());
  return names.length === 1 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

/** Whether a name is that of no contact yet. */
function isStranger(name: string, { contacts }: Completions): boolean {
  return name !== '' && !contacts.has(name.toLowerCase());
}

/** A row that has just been kept, until it is read again. */
function emptyRow(id: number, cells: Cells): TakeOnRowResponse {
  return { id, cells: { ...cells }, problems: [], remarks: [], amount: null, proposed: null };
}

/** The columns of a tray; where amounts are cut, a column for each breakdown before them. */
function columnsOf(tray: TrayKey, breakdowns: readonly BreakdownResponse[]): TrayColumn[] {
  const { columns, isCut }: Tray = TRAYS[tray];
  if (!isCut || breakdowns.length === 0) return [...columns];
  const at = columns.findIndex(({ kind }) => kind === 'amount');
  const cuts = breakdowns.map(({ name, selfBalancing }): TrayColumn => ({
    key: `${BREAKDOWN_CELL}${name}`,
    label: name,
    kind: 'text',
    ...(!selfBalancing && { isRare: true as const }),
  }));
  return [...columns.slice(0, at), ...cuts, ...columns.slice(at)];
}
