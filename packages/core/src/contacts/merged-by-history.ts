import type { ChangeOfObject, WordedParticulars } from '../audit-trail/stand-by-history.js';
import { standByHistory } from '../audit-trail/stand-by-history.js';

/** How the history of contacts names what a contact was merged into: number and name as they were then. */
export const MERGED_INTO = 'merged into';

/**
 * The contacts as their history leaves them, and whose place another has taken. Those that were merged into one which is
 * merged itself follow it.
 *
 * @example mergedByHistory([…, {object: 2, action: 'changed', fields: [{field: 'merged into', from: null, to: '1001 Osier'}]}]).merged.get(2) // → 1
 */
export function mergedByHistory(changes: Iterable<ChangeOfObject>): {
  readonly contacts: ReadonlyMap<number, WordedParticulars>;
  readonly merged: ReadonlyMap<number, number>;
} {
  const merged = new Map<number, number>();
  const contacts = standByHistory(changes, ({ object, fields }, stand) => {
    const into = fields.find(({ field }) => field === MERGED_INTO)?.to;
    if (into === undefined || into === null) return;
    const [taker] = [...stand].find(([id, { number, name }]) => id !== object && `${number} ${name}` === into) ?? [];
    if (taker === undefined) return;
    for (const [id, earlier] of merged) if (earlier === object) merged.set(id, taker);
    merged.set(object, taker);
  });
  return { contacts, merged };
}
