import { type ChangeOfObject, standByHistory, type WordedParticulars } from './stand-by-history.js';

/**
 * What objects were ever called, as their changes tell. What is told of one names others as they were called then; it still
 * means the same ones when these are called otherwise.
 *
 * @example new NamesByHistory(changesOfAccounts, ({number, name}) => `${number} ${name}`).wasCalled(7, '2200 Tax') // → true, also once 7 is 2210 Tax
 */
export class NamesByHistory {
  private readonly names = new Map<number, Set<string>>();

  /** @param nameOf how others name an object of these particulars */
  constructor(changes: Iterable<ChangeOfObject>, nameOf: (particulars: WordedParticulars) => string | undefined) {
    standByHistory(changes, ({ object }, stand) => {
      const particulars = stand.get(object);
      const name = particulars && nameOf(particulars);
      if (name !== undefined) this.names.set(object, (this.names.get(object) ?? new Set()).add(name));
    });
  }

  /** Whether an object was ever called so. */
  wasCalled(object: number | undefined, name: string): boolean {
    return object !== undefined && this.names.get(object)?.has(name) === true;
  }

  /** Whether a list, with a comma between two, names just these objects, in whatever order. */
  wereCalled(objects: readonly number[], list: string): boolean {
    if (objects.length === 0) return list === '';
    return objects.some((object) => {
      const others = objects.filter((other) => other !== object);
      return [...(this.names.get(object) ?? [])].some((name) =>
        others.length === 0
          ? list === name
          : list.startsWith(`${name}, `) && this.wereCalled(others, list.slice(name.length + 2)),
      );
    });
  }
}
