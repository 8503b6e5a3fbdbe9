import { paths } from '@just-ledger/contract';
import type { TrayColumn, TrayKey } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import layout from '../../ui/layout.module.css';
import ruled from '../../ui/ruled.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { AskHeadings } from './ask-headings.js';
import type { Completions } from './completions.js';
import { PastedNotice } from './pasted-notice.js';
import { columnsOf, namesOf } from './tray-columns.js';
import { TrayRow } from './tray-row.js';
import styles from './tray-table.module.css';
import { UnknownNames } from './unknown-names.js';
import { useTrayPaste } from './use-tray-paste.js';
import { useTrayRows } from './use-tray-rows.js';

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
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const [drawn, setDrawn] = useState(DRAWN);
  const [isWide, setWide] = useState(false);
  const kept = useTrayRows(tray);
  const { rows } = kept;
  const all = columnsOf(tray, breakdowns);
  const isUsed = ({ key }: TrayColumn): boolean => rows.some(({ cells }) => (cells[key] ?? '') !== '');
  const columns = isWide ? all : all.filter((column) => !column.isRare || isUsed(column));
  const names = breakdowns.map(({ name }) => name);
  const { paste, asked, pasted, ...pasting } = useTrayPaste(tray, kept, columns, names, currency);
  const addContact = useOrganisationMutation((name: string) =>
    api.post(paths.contacts(organisation.id), { name, roles: [tray === 'suppliers' ? 'supplier' : 'customer'] }),
  );
  const addAccount = useOrganisationMutation((account: { number: string; name: string }) =>
    api.post(paths.accounts(organisation.id), account),
  );
  const limit = Math.max(drawn, rows.findIndex((row) => row.id === target) + 20);
  return (
    <>
      <ErrorMessage error={kept.error ?? addContact.error ?? addAccount.error} />
      {!isReadOnly && <UnknownNames tray={tray} rows={rows} completions={completions} />}
      {asked && (
        <AskHeadings
          asked={asked}
          columns={all}
          onSay={(chosen) => paste({ ...asked.from, chosen })}
          onLeave={pasting.leaveAsked}
        />
      )}
      {pasted && (
        <PastedNotice
          pasted={pasted}
          onUndo={pasting.undo}
          onReadOtherwise={pasting.readOtherwise}
          onAccept={pasting.accept}
        />
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
              <span className="visually-hidden">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {kept.lines(limit, !isReadOnly).map((line, index, lines) => (
            <TrayRow
              key={line.key}
              columns={columns}
              row={line.row}
              position={index + 1}
              isTarget={line.row !== undefined && line.row.id === target}
              isReadOnly={isReadOnly}
              isFirst={lines.length === 1 && rows.length === 0 && tray !== 'asset-classes'}
              currency={currency}
              completions={completions}
              onKeep={(cells, seen) => kept.keep(line, cells, seen)}
              onRemove={() => line.row && void kept.remove([line.row.id]).catch(() => undefined)}
              onPaste={(text, column) => paste({ text, column, over: line.row ? index : undefined })}
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
      {rows.length > limit && (
        <p className={layout.aboveClose}>
          <button className="act" type="button" onClick={() => setDrawn(limit + 5 * DRAWN)}>
            Show more of the {rows.length.toLocaleString('en')} rows
          </button>
        </p>
      )}
    </>
  );
}
