import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import type { Derivation, DerivedFile } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import type { EntrySum } from './entry-sums.js';

/** So many entries are kept in a row. */
const ROW = 1_024;

/** Of each entry two numbers: its day, and what its debits come to. */
const NUMBERS = 2;

/** The day and the debits of each entry by its place, close together: many are added up without looking up each. */
export const entryWeights: Derivation = {
  name: 'entry-weights',
  version: 1,
  tables: {
    entry_weight: `CREATE TABLE entry_weight (organisation INTEGER NOT NULL, number INTEGER NOT NULL, weights BLOB NOT NULL,
      PRIMARY KEY (organisation, number)) STRICT`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    const entries = books.$client.prepare<[number, number, number], { date: CivilDate; debit: number }>(
      'SELECT date, debit FROM entry WHERE organisation = ? AND place > ? AND place <= ? ORDER BY place',
    );
    const put = derived.prepare(
      'INSERT OR REPLACE INTO entry_weight (organisation, number, weights) VALUES (?, ?, ?)',
    );
    for (let next = after; next < upTo;) {
      const number = Math.floor(next / ROW);
      const end = Math.min((number + 1) * ROW, upTo);
      const added = entries.all(organisation, next, end).flatMap(({ date, debit }) => [numberOfDay(date), debit]);
      const before = next % ROW === 0 ? [] : weightsIn(derived, organisation, number);
      put.run(organisation, number, new Uint8Array(Float64Array.from([...before, ...added]).buffer));
      next = end;
    }
  },
};

function weightsIn(derived: DerivedFile, organisation: number, number: number): Float64Array {
  const row = derived
    .prepare<[number, number], Buffer>('SELECT weights FROM entry_weight WHERE organisation = ? AND number = ?')
    .pluck()
    .get(organisation, number);
  return numbersOf(row);
}

/** The numbers in a blob, which need not lie in memory as numbers do. */
function numbersOf(blob: Buffer | undefined): Float64Array {
  return new Float64Array(Uint8Array.from(blob ?? []).buffer);
}

/** A day as a number that is greater the later it is: 20270118. */
function numberOfDay(date: CivilDate): number {
  return Number(date.replaceAll('-', ''));
}

const rows = oncePerConnection(({ $client }) =>
  $client
    .prepare<[number, number], Buffer>(
      'SELECT weights FROM derived.entry_weight WHERE organisation = ? AND number = ?',
    )
    .pluck(),
);

/** What entries of some places come to within a span, as far as it is derived; and the places that are not. */
export function weighed(
  db: Db,
  organisation: number,
  span: { readonly from?: CivilDate | undefined; readonly to?: CivilDate | undefined },
  places: readonly number[],
): { readonly sum: EntrySum; readonly rest: readonly number[] } {
  const upTo = derivedTo(db, entryWeights, organisation);
  const from = span.from === undefined ? -Infinity : numberOfDay(span.from);
  const to = span.to === undefined ? Infinity : numberOfDay(span.to);
  const rest: number[] = [];
  const known = new Map<number, Float64Array>();
  let [entries, debits] = [0, 0];
  for (const position of places) {
    if (position > upTo) {
      rest.push(position);
      continue;
    }
    const number = Math.floor((position - 1) / ROW);
    let weights = known.get(number);
    if (!weights) known.set(number, (weights = numbersOf(rows(db).get(organisation, number))));
    const index = ((position - 1) % ROW) * NUMBERS;
    const [day, debit] = [weights[index], weights[index + 1]];
    if (day === undefined || debit === undefined) rest.push(position);
    else if (day >= from && day <= to) {
      entries += 1;
      debits += debit;
    }
  }
  return { sum: { entries, debit: debits }, rest };
}
