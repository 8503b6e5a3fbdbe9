import { fieldChanges, type Particulars, type SetUpSubject } from '@just-ledger/core';
import { insertRows } from '../../platform/database/insert-rows.js';
import { setUpChange } from '../../platform/database/schema.js';
import { SET_UP_HISTORY, sealed } from '../../platform/database/sealed-histories.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** Something of the set-up before and after a change: nothing before if it is new, nothing after if it is gone. */
export interface ObjectChange {
  readonly subject: SetUpSubject;
  readonly object: number;
  /** How people name it. */
  readonly title: string;
  readonly before?: Particulars | undefined;
  readonly after?: Particulars | undefined;
}

/** Adds a change to the audit trail, in the transaction that makes it; nothing if nothing differs. */
export function recordChange(context: WriteContext, { organisation, person, ...actor }: ObjectChange & Actor): void {
  recordChanges(context, { organisation, person }, [actor]);
}

/** Adds many changes at once. */
export function recordChanges(
  context: WriteContext,
  { organisation, person }: Actor,
  changes: readonly ObjectChange[],
): void {
  const moment = context.clock.moment();
  const rows = changes.flatMap(({ subject, object, title, before, after }) => {
    const fields = fieldChanges(before, after);
    const action = before ? (after ? ('changed' as const) : ('removed' as const)) : ('added' as const);
    return fields.length === 0
      ? []
      : [{ organisation, at: moment, by: person, subject, object, title, action, fields }];
  });
  if (rows.length > 0) {
    context.chainMoved(organisation);
    context.setUpChanged(organisation);
  }
  insertRows(context.db, setUpChange, sealed(context.db, SET_UP_HISTORY, organisation, rows));
}
