import type { Db } from './connection.js';

/** Makes something of a connection, such as its prepared statements, the first time it is asked for, and keeps it. */
export function oncePerConnection<T>(make: (db: Db) => T): (db: Db) => T {
  const made = new WeakMap<Db, { readonly it: T }>();
  return (db) => {
    const known = made.get(db) ?? { it: make(db) };
    made.set(db, known);
    return known.it;
  };
}
