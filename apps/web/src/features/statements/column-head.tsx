import type { ColumnResponse } from '@just-ledger/contract';
import { longDate, parseCivilDate } from '@just-ledger/core';
import statement from '../../ui/statement.module.css';

/** The head of a column of figures; its days are told where one points at it. */
export function ColumnHead({ column: { label, type, from, to } }: { column: ColumnResponse }) {
  return (
    <th
      title={`${longDate(parseCivilDate(from))} to ${longDate(parseCivilDate(to))}`}
      className="num"
      data-type={type}
    >
      {label}
    </th>
  );
}

/** Where the figures of columns come from, or why there are none. */
export function ColumnNotes({ columns }: { columns: readonly ColumnResponse[] }) {
  return columns
    .filter(({ key, note }) => note !== null && key !== 'amount')
    .map(({ key, label, note }) => (
      <p key={key} className={statement.note}>
        {label}: {note && note.charAt(0).toLowerCase() + note.slice(1)}
      </p>
    ));
}
