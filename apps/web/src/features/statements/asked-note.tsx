import {
  type BalanceSheetResponse,
  type CashFlowResponse,
  type EquityStatementResponse,
  type IncomeStatementResponse,
  type NotesResponse,
  STATEMENTS,
} from '@just-ledger/contract';
import { isItemSum, placeOfNote } from '@just-ledger/core';
import { type NotablePlace, NoteForm, placeKey } from './note-form.js';

/** Goes to a note on the sheet of notes. */
export function goToNote(id: number): void {
  const note = document.getElementById(`note-${id}`);
  note?.scrollIntoView({ block: 'nearest' });
  note?.focus({ preventScroll: true });
}

/** What notes can be on: each statement as a whole, and its rows. */
export function placesOf([income, equity, sheet, cash]: readonly [
  IncomeStatementResponse,
  EquityStatementResponse,
  BalanceSheetResponse,
  CashFlowResponse,
]): NotablePlace[] {
  const all = {
    'income-statement': income,
    'equity-statement': equity,
    'balance-sheet': sheet,
    'cash-flow-statement': cash,
  };
  return STATEMENTS.flatMap((key) => {
    const { title, rows } = all[key];
    const places = rows.flatMap((row): NotablePlace[] => {
      const account = 'account' in row ? row.account : null;
      const notePlace = placeOfNote(row.key, account);
      // the sum of a part is noted at its heading
      if (notePlace.account !== account || (account === null && notePlace.row !== row.key)) return [];
      if (isItemSum(row)) return [];
      return [{ key: placeKey(key, notePlace.row ?? '', account), label: `${title}: ${row.label}` }];
    });
    return [{ key: placeKey(key, '', null), label: `${title}, as a whole` }, ...places];
  });
}

/** The form of the note that the address asks for: one that is there, or a new one. */
export function AskedNote({
  asked,
  notes,
  places,
  onClose,
}: {
  asked: string;
  notes: NotesResponse;
  places: readonly NotablePlace[];
  onClose: () => void;
}) {
  const [first = '', statementKey = '', row = '', account = '', table = ''] = asked.split('~');
  const note = notes.notes.find(({ id }) => String(id) === first);
  if (first !== 'new' && !note) return null;
  const statement = STATEMENTS.find((key) => key === statementKey) ?? 'balance-sheet';
  return (
    <NoteForm
      key={asked}
      notes={notes}
      note={note}
      on={placeKey(statement, row, account === '' ? null : account)}
      standard={notes.offered.find(({ standard }) => standard === table)?.standard}
      places={places}
      onClose={onClose}
    />
  );
}
