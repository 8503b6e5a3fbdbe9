import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  statSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { writeCsv } from '../../platform/files/csv.js';
import { defineReading } from '../../platform/threads/task.js';
import { isEarlier, nextEvents, type TrailEvent, type TrailPositions, trailSources } from './trail-sources.js';

/** The columns of a trail file. */
const COLUMNS = ['at', 'by', 'what', 'of', 'text', 'seal'];

/** So many events of a source are written at a time. */
const STEP = 5_000;

/** What has been written: up to where each source was read, and how long each file was then. */
interface TrailState {
  readonly positions: TrailPositions;
  /** Bytes by the path of the file within the folder. */
  readonly lengths: Readonly<Record<string, number>>;
}

/**
 * Writes what has happened to entries, drafts and papers since the last time: to one plain file an organisation and month,
 * `trail/<organisation>/2026-11.csv`, each line once, in the order in which it was written down. Lines are only ever added.
 * What was added and not noted as written, since the power failed, is cut off and added again.
 *
 * @returns how many lines were added
 */
export const writeTrail = defineReading(
  'writeTrail',
  // until something is committed there is nothing more to write
  (db: Db): number => keptUntilCommit(db, 'trail', () => writeTrailOf(db, join(dirname(db.$client.name), 'trail'))),
  { isOfEntriesAlone: true },
);

/** The same, into a folder. */
export function writeTrailOf(db: Db, folder: string): number {
  let state = begun(db, folder);
  let written = 0;
  for (let isMore = true; isMore;) {
    const positions = { ...state.positions };
    const events = trailSources(db).flatMap((source) => {
      const next = nextEvents(db, source, positions[source], STEP);
      if (next.position !== undefined) positions[source] = next.position;
      return next.events;
    });
    isMore = events.length > 0;
    if (!isMore) break;
    state = { positions, lengths: { ...state.lengths, ...append(folder, events) } };
    keep(folder, state);
    written += events.length;
  }
  return written;
}

/** The state of a folder; one that says more than the books do is set aside, and all is written anew. */
function begun(db: Db, folder: string): TrailState {
  const nothing: TrailState = { positions: {}, lengths: {} };
  if (!existsSync(folder)) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    return nothing;
  }
  const state = stateOf(folder);
  if (!state || isEarlier(db, state.positions)) {
    renameSync(folder, `${folder}-until-${new Date().toISOString().replaceAll(':', '')}`);
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    return nothing;
  }
  for (const path of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
    const length = state.lengths[path] ?? 0;
    if (path.endsWith('.csv') && statSync(join(folder, path)).size > length) truncateSync(join(folder, path), length);
  }
  return state;
}

function stateOf(folder: string): TrailState | undefined {
  try {
    const state: TrailState = JSON.parse(readFileSync(join(folder, 'state.json'), 'utf8'));
    return state;
  } catch {
    return undefined;
  }
}

/** Adds events to their files. @returns how long each is now */
function append(folder: string, events: readonly TrailEvent[]): Record<string, number> {
  const byFile = new Map<string, TrailEvent[]>();
  for (const event of [...events].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))) {
    const path = join(String(event.organisation), `${event.at.slice(0, 7)}.csv`);
    const those = byFile.get(path);
    if (those) those.push(event);
    else byFile.set(path, [event]);
  }
  return Object.fromEntries(
    [...byFile].map(([path, those]) => {
      const file = join(folder, path);
      mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
      const rows = those.map(({ at, by, what, of, text, seal }) => [at, by, what, of, text, seal]);
      const whole = writeCsv(COLUMNS, rows);
      const isNew = !existsSync(file) || statSync(file).size === 0;
      const open = openSync(file, 'a', 0o600);
      writeFileSync(open, isNew ? whole : whole.slice(whole.indexOf('\r\n') + 2));
      fsyncSync(open);
      closeSync(open);
      return [path, statSync(file).size];
    }),
  );
}

/** Notes what has been written, whole or not at all. */
function keep(folder: string, state: TrailState): void {
  const [file, next] = [join(folder, 'state.json'), join(folder, 'state.next')];
  const open = openSync(next, 'w', 0o600);
  writeFileSync(open, JSON.stringify(state));
  fsyncSync(open);
  closeSync(open);
  renameSync(next, file);
}
