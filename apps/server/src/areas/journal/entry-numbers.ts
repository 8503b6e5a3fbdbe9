import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import type { Derivation, DerivedFile, DerivedSpan } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';

/** So many entries are kept in a row. */
const ROW = 1_024;

/** What numbers are kept as: whole ones of 32 bits, or any. */
const ARRAYS = { int32: Int32Array, float64: Float64Array } as const;
type Numbers = Int32Array | Float64Array;

/** What is kept of each entry. */
interface Shape {
  readonly name: string;
  readonly version: number;
  /** Its table. */
  readonly table: string;
  readonly as: keyof typeof ARRAYS;
  /** How many numbers an entry has. */
  readonly width: number;
  /** The numbers of each entry of a span, one entry after the other in the order of their places. */
  readonly read: (books: Db, span: DerivedSpan) => number[];
}

/**
 * Some numbers of each entry by its place, close together beside the books: very many entries are looked at without
 * looking up each.
 */
export class EntryNumbers {
  readonly derivation: Derivation;
  private readonly rows;

  constructor(private readonly shape: Shape) {
    const { name, version, table } = shape;
    this.derivation = {
      name,
      version,
      tables: {
        [table]: `CREATE TABLE ${table} (organisation INTEGER NOT NULL, number INTEGER NOT NULL, numbers BLOB NOT NULL,
          PRIMARY KEY (organisation, number)) STRICT`,
      },
      extend: (books, derived, span) => this.extend(books, derived, span),
    };
    this.rows = oncePerConnection(({ $client }) =>
      $client
        .prepare<[number, number], Buffer>(
          `SELECT numbers FROM derived.${table} WHERE organisation = ? AND number = ?`,
        )
        .pluck(),
    );
  }

  /** The numbers of entries by place, as far as they are derived. */
  of(db: Db, organisation: number): DerivedNumbers {
    const upTo = derivedTo(db, this.derivation, organisation);
    const rows = upTo === 0 ? undefined : this.rows(db);
    return new DerivedNumbers(upTo, this.shape.width, (number) => this.numbersIn(rows?.get(organisation, number)));
  }

  private extend(books: Db, derived: DerivedFile, { organisation, after, upTo }: DerivedSpan): void {
    const { table, read } = this.shape;
    const put = derived.prepare(`INSERT OR REPLACE INTO ${table} (organisation, number, numbers) VALUES (?, ?, ?)`);
    const get = derived
      .prepare<[number, number], Buffer>(`SELECT numbers FROM ${table} WHERE organisation = ? AND number = ?`)
      .pluck();
    for (let next = after; next < upTo;) {
      const number = Math.floor(next / ROW);
      const end = Math.min((number + 1) * ROW, upTo);
      const added = read(books, { organisation, after: next, upTo: end });
      const before = next % ROW === 0 ? [] : this.numbersIn(get.get(organisation, number));
      const all = ARRAYS[this.shape.as].from([...before, ...added]);
      put.run(organisation, number, new Uint8Array(all.buffer));
      next = end;
    }
  }

  /** The numbers in a blob, which need not lie in memory as numbers do. */
  private numbersIn(blob: Buffer | undefined): Numbers {
    return new ARRAYS[this.shape.as](new Uint8Array(blob ?? []).buffer);
  }
}

/** Takes the place of an entry, the numbers of several and where its own begin among them. */
type Look = (position: number, numbers: Numbers, start: number) => void;

/** Numbers of entries as a reading sees them. */
export class DerivedNumbers {
  constructor(
    /** The last place whose numbers are here; 0 if none are. */
    readonly upTo: number,
    private readonly width: number,
    private readonly row: (number: number) => Numbers,
  ) {}

  /** Looks at the entries of some places. @returns the places whose numbers are not here */
  lookAt(places: readonly number[], look: Look): number[] {
    const known = new Map<number, Numbers>();
    const rest: number[] = [];
    let [number, row]: [number, Numbers] = [-1, new Int32Array()];
    for (const position of places) {
      const next = Math.floor((position - 1) / ROW);
      // most follow each other
      if (next !== number) {
        number = next;
        row = known.get(number) ?? this.row(number);
        known.set(number, row);
      }
      const start = ((position - 1) % ROW) * this.width;
      if (position > this.upTo || start >= row.length) rest.push(position);
      else look(position, row, start);
    }
    return rest;
  }

  /** All entries whose numbers are here, row by row in the order of their places. */
  *inRows(): Iterable<{ readonly first: number; readonly count: number; readonly numbers: Numbers }> {
    for (let number = 0; number * ROW < this.upTo; number += 1) {
      const numbers = this.row(number);
      const first = number * ROW + 1;
      yield { first, count: Math.min(numbers.length / this.width, this.upTo - first + 1), numbers };
    }
  }
}
