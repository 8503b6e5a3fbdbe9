import { cellsOfFileRow, isEmptyRow, problem, readTrays, type TrayKey } from '@just-ledger/core';
import { organisationOf } from '../organisations/organisation-store.js';
import { addTakeOnRows } from '../take-on/take-on-commands.js';
import { isSignedOff, loadTakeOn } from '../take-on/take-on-store.js';
import type { PlanImport } from './import-plan.js';

/**
 * Adds the rows of a file to a tray, as if they had been typed. A row that cannot be read yet is added all the same and
 * waits in the tray with its reason: a contact that is not there is no fault of the file.
 */
export function planTrayImport(tray: TrayKey): PlanImport {
  return (db, { organisation }, rows, step) => {
    if (isSignedOff(db, organisation)) {
      const message = 'The take-on is signed off. An owner can reopen it.';
      return {
        added: 0,
        changed: 0,
        unchanged: 0,
        problems: [problem('signed-off', '', message)],
        write: () => undefined,
      };
    }
    const { on, rows: typed } = loadTakeOn(db, organisation, organisationOf(db, organisation).calendar.firstDay);
    const breakdowns = on.books.breakdowns.map(({ name }) => name);
    const read = rows.map(({ line, cells }) => {
      step();
      return { id: line, cells: cellsOfFileRow(cells, breakdowns) };
    });
    const filled = read.filter((row) => !isEmptyRow(row));
    const { problems, remarks } = readTrays({ ...typed, [tray]: filled }, on)[tray];
    return {
      added: filled.length,
      changed: 0,
      unchanged: 0,
      problems: [],
      notes: [...summed([...problems.values()].flat(), problems.size), ...summed(remarks)],
      write: (context, actor) => {
        if (filled.length === 0) return;
        addTakeOnRows(context, { ...actor, tray, rows: filled.map(({ cells }) => ({ cells })) });
      },
    };
  };
}

/** The same sentence about many rows told once, with how many they are. */
function summed(found: readonly { readonly code: string; readonly message: string }[], rows?: number): string[] {
  if (found.length === 0) return [];
  const byCode = new Map<string, { message: string; count: number }>();
  for (const { code, message } of found) {
    const known = byCode.get(code);
    byCode.set(code, { message: known?.message ?? message, count: (known?.count ?? 0) + 1 });
  }
  const summary = [...byCode.values()].map(({ message, count }) =>
    count === 1 ? message : `${message} And ${count - 1} more like it.`,
  );
  return rows === undefined
    ? summary
    : [`${rows} ${rows === 1 ? 'row waits' : 'rows wait'} in the tray to be mended.`, ...summary];
}
