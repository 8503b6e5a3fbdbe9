import { fieldChanges, type Particulars, type SetUpSubject } from '@just-ledger/core';
import { setUpChange } from '../database/schema.js';
import type { WriteContext } from '../workers/write-context.js';

/** Whose set-up is changed, and who changes it. */
export interface OfPerson {
  readonly organisation: number;
  readonly person: number;
}

/** Something of the set-up before and after a change: nothing before if it is new, nothing after if it is gone. */
export interface ChangedObject extends OfPerson {
  readonly subject: SetUpSubject;
  readonly object: number;
  /** How people name it. */
  readonly title: string;
  readonly before?: Particulars | undefined;
  readonly after?: Particulars | undefined;
}

/** Adds a change to the audit trail, in the transaction that makes it; nothing if nothing differs. */
export function recordChange(context: WriteContext, of: ChangedObject): void {
  const { organisation, person, subject, object, title, before, after } = of;
  const fields = fieldChanges(before, after);
  if (fields.length === 0) return;
  context.db
    .insert(setUpChange)
    .values({
      organisation,
      at: context.clock.moment(),
      by: person,
      subject,
      object,
      title,
      action: before ? (after ? 'changed' : 'removed') : 'added',
      fields,
    })
    .run();
}
