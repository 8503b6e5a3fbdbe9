import { type FieldChange, fieldChanges, type Particulars, type SetUpAction } from './set-up-change.js';

/** A change of one object, as far as its stand follows from it. */
export interface ChangeOfObject {
  readonly object: number;
  readonly action: SetUpAction;
  readonly fields: readonly FieldChange[];
}

/** The particulars of an object in words, by field. */
export type WordedParticulars = Readonly<Record<string, string>>;

/**
 * The particulars of each object as its changes leave them, one after the other. What was removed is not there any more.
 *
 * @param seen called after each change with all objects as they are then
 * @example standByHistory([{object: 7, action: 'added', fields: [{field: 'name', from: null, to: 'Rent'}]}]).get(7) // → {name: 'Rent'}
 */
export function standByHistory<Change extends ChangeOfObject>(
  changes: Iterable<Change>,
  seen?: (change: Change, stand: ReadonlyMap<number, WordedParticulars>) => void,
): Map<number, WordedParticulars> {
  const stand = new Map<number, WordedParticulars>();
  for (const change of changes) {
    const { object, action, fields } = change;
    if (action === 'removed') stand.delete(object);
    else {
      const before = action === 'added' ? {} : (stand.get(object) ?? {});
      const after = new Map(Object.entries(before));
      for (const { field, to } of fields) {
        if (to === null) after.delete(field);
        else after.set(field, to);
      }
      stand.set(object, Object.fromEntries(after));
    }
    seen?.(change, stand);
  }
  return stand;
}

/**
 * The fields of a subject that are compared with its history: with the words a field can have, where it has only some, or
 * with what knows whether another word that was told means what stands there now.
 */
export type ComparedFields = Readonly<Record<string, readonly string[] | 'any' | ((told: string) => boolean)>>;

/**
 * Where an object is not as its history says it is. A word that stood in the history and is none any more was called so by
 * an earlier program: it is not compared.
 *
 * @example againstHistory({name: 'Rent'}, {name: 'Gifts', note: 'x'}, {name: 'any'}) // → [{field: 'name', from: 'Rent', to: 'Gifts'}]
 */
export function againstHistory(
  byHistory: WordedParticulars,
  now: Particulars,
  compared: ComparedFields,
): FieldChange[] {
  return fieldChanges(byHistory, now).filter(({ field, from, to }) => {
    const words = compared[field];
    if (typeof words === 'function') return from === null || to === null || !words(from);
    return words === 'any' || (words !== undefined && (from === null || words.includes(from)));
  });
}
