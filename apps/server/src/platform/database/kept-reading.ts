import type { Db } from './connection.js';
import { oncePerConnection } from './once-per-connection.js';

/** So many readings are kept at most; then all are forgotten. */
const LIMIT = 1_000;

interface Kept {
  /** What SQLite counts up whenever another connection has committed. */
  readonly version: unknown;
  readonly readings: Map<string, unknown>;
}

const kept = new WeakMap<Db, Kept>();

const dataVersion = oncePerConnection(({ $client }) => $client.prepare('PRAGMA data_version').pluck());

/**
 * Something read from the books, kept until anything is committed: never stale, since SQLite itself says whether the
 * file has changed. Only for connections that read; one that writes reads anew each time.
 *
 * @param key what is read, among all that is kept of this connection
 */
export function keptUntilCommit<T>(db: Db, key: string, read: () => T): T {
  if (!db.$client.readonly) return read();
  const version = dataVersion(db).get();
  let known = kept.get(db);
  if (!known || known.version !== version || known.readings.size >= LIMIT) {
    known = { version, readings: new Map() };
    kept.set(db, known);
  }
  if (known.readings.has(key)) return known.readings.get(key) as T;
  const reading = read();
  known.readings.set(key, reading);
  return reading;
}

/** So many bytes of answers are kept of a connection at most; then all are forgotten. */
const MOST_BYTES = 32 * 2 ** 20;

const answers = new WeakMap<
  Db,
  { readonly version: unknown; readonly byKey: Map<string, Uint8Array>; bytes: number }
>();

/** An answer in bytes, kept as a reading is until anything is committed. */
export function keptAnswer(db: Db, key: string, write: () => Uint8Array): Uint8Array {
  if (!db.$client.readonly) return write();
  const version = dataVersion(db).get();
  let known = answers.get(db);
  if (!known || known.version !== version || known.bytes > MOST_BYTES) {
    known = { version, byKey: new Map(), bytes: 0 };
    answers.set(db, known);
  }
  const kept = known.byKey.get(key);
  if (kept) return kept;
  const answer = write();
  known.byKey.set(key, answer);
  known.bytes += answer.byteLength;
  return answer;
}

const versioned = new WeakMap<Db, Map<string, { readonly version: string; readonly reading: unknown }>>();

/**
 * Something that takes long to read, kept until its version differs, whatever else is committed meanwhile. Only for
 * connections that read.
 *
 * @param version what changes whenever the reading could
 */
export function keptWhile<T>(db: Db, key: string, version: string, read: () => T): T {
  if (!db.$client.readonly) return read();
  const known = versioned.get(db) ?? new Map<string, { readonly version: string; readonly reading: unknown }>();
  versioned.set(db, known);
  const kept = known.get(key);
  if (kept?.version === version) return kept.reading as T;
  const reading = read();
  if (known.size >= LIMIT) known.clear();
  known.set(key, { version, reading });
  return reading;
}
