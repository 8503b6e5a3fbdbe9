import { FIRST_PREVIOUS_SEAL } from '@just-ledger/core';
import { and, eq, getTableName } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import { createHash } from 'node:crypto';
import { closeSync, existsSync, fdatasyncSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import type { Db } from './connection.js';
import { oncePerConnection } from './once-per-connection.js';
import { entry, organisation as organisationTable } from './schema.js';
import { type HistoryName, SEALED_HISTORIES } from './sealed-histories.js';
import { writeDurably } from './write-durably.js';

/** Where the chains of an organisation end: the last entry with its seal, and the last seal of each history. */
export interface ChainEnd {
  readonly organisation: number;
  readonly entries: number;
  readonly seal: string;
  readonly histories: Readonly<Record<HistoryName, string>>;
}

/** A chain end that the books no longer have, and when that was found. UTC, ISO 8601. */
export interface LostEnd extends ChainEnd {
  readonly foundAt: string;
}

const FILE = 'chain-ends';
const LOST = 'chain-ends.lost.json';

/** So many bytes one end takes: a sector, which is written whole or not at all. */
const SLOT = 512;

/** Prepared once: it is asked for after each commit. */
const chainEndStatement = oncePerConnection(({ $client }) => {
  const lastSealOf = ({ table }: { table: SQLiteTable }): string =>
    `coalesce((SELECT record_seal FROM ${getTableName(table)} WHERE organisation = @organisation ORDER BY id DESC LIMIT 1), @none)`;
  return $client.prepare<object, { entries: number; seal: string; periods: string; takeOn: string; setUp: string }>(
    `SELECT coalesce(e.place, 0) AS entries, coalesce(e.seal, @none) AS seal,
      ${lastSealOf(SEALED_HISTORIES.periods)} AS periods, ${lastSealOf(SEALED_HISTORIES.takeOn)} AS takeOn,
      ${lastSealOf(SEALED_HISTORIES.setUp)} AS setUp
    FROM (SELECT 1) LEFT JOIN (SELECT place, seal FROM entry WHERE organisation = @organisation ORDER BY place DESC LIMIT 1) AS e`,
  );
});

/** The chain end of an organisation as the books have it. */
export function chainEndOf(db: Db, organisation: number): ChainEnd {
  const found = chainEndStatement(db).get({ organisation, none: FIRST_PREVIOUS_SEAL });
  if (!found) throw new Error('a row was asked for, and there is none');
  const { entries, seal, ...histories } = found;
  return { organisation, entries, seal, histories };
}

/** Whether the books have what a chain end tells of, be it their last or not. */
export function hasChainEnd(db: Db, { organisation, entries, seal, histories }: ChainEnd): boolean {
  const found = db
    .select({ seal: entry.seal })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), eq(entry.place, entries)))
    .get();
  return (
    (entries === 0 ? FIRST_PREVIOUS_SEAL : found?.seal) === seal &&
    missingHistories(db, organisation, histories).length === 0
  );
}

/** The histories in which a record with the seal that was kept of them is not there. */
export function missingHistories(db: Db, organisation: number, kept: ChainEnd['histories']): HistoryName[] {
  return (['periods', 'takeOn', 'setUp'] as const).filter((name) => {
    const { table } = SEALED_HISTORIES[name];
    if (kept[name] === FIRST_PREVIOUS_SEAL) return false;
    const where = and(eq(table.organisation, organisation), eq(table.recordSeal, kept[name]));
    return db.select({ id: table.id }).from(table).where(where).limit(1).get() === undefined;
  });
}

/** The chain ends that a data folder keeps beside its books: of each organisation what was last committed. */
export function keptChainEnds(folder: string): ChainEnd[] {
  return [...slotsIn(folder).values()].map(({ end }) => end);
}

/** What was found missing from the books at a start, and has not been given up. */
export function lostChainEnds(folder: string): LostEnd[] {
  const path = join(folder, LOST);
  return existsSync(path) ? JSON.parse(readFileSync(path, 'utf8')) : [];
}

/**
 * Looks at a start whether the books have all that was committed before. What they lack is remembered, and told by every
 * reading of the books from now on.
 *
 * @returns what the books lack that they did not lack at the start before
 */
export function reviewChainEnds(db: Db, folder: string, now = new Date()): LostEnd[] {
  const lost = keptChainEnds(folder)
    .filter((end) => !hasChainEnd(db, end))
    .map((end) => ({ ...end, foundAt: now.toISOString() }));
  if (lost.length > 0) writeDurably(join(folder, LOST), JSON.stringify([...lostChainEnds(folder), ...lost], null, 2));
  const ends = db.select({ id: organisationTable.id }).from(organisationTable).all();
  const slots = ends.map(({ id }) => slotText({ turn: 1, end: chainEndOf(db, id) }) + emptySlot());
  writeDurably(join(folder, FILE), slots.join(''));
  return lost;
}

/** Sets what is kept beside the books aside with them: other books come in their place. */
export function setChainEndsAside(folder: string, suffix: string): void {
  for (const file of [FILE, LOST]) {
    const path = join(folder, file);
    if (existsSync(path)) renameSync(path, `${path}${suffix}`);
  }
}

/** One of the two places in which the ends of an organisation are written in turn. */
interface Slot {
  /** Counts the commits that were kept. */
  readonly turn: number;
  readonly end: ChainEnd;
}

/** A slot, and the position of its organisation in the file, from 0. */
interface PlacedSlot extends Slot {
  readonly place: number;
}

/** Keeps the chain ends of the books in a file of their own, in two places in turn: one of them is always whole. */
export class ChainEnds {
  private readonly file: number;
  private readonly latest: Map<number, { turn: number; place: number }>;

  constructor(folder: string) {
    this.latest = new Map([...slotsIn(folder)].map(([id, { turn, place }]) => [id, { turn, place }]));
    this.file = openSync(join(folder, FILE), existsSync(join(folder, FILE)) ? 'r+' : 'w+', 0o600);
  }

  /** Keeps where the chains of some organisations end now; it is on the disc when this returns. */
  keep(db: Db, organisations: Iterable<number>): void {
    for (const id of organisations) {
      const { turn, place } = this.latest.get(id) ?? { turn: 0, place: this.latest.size };
      const next = turn + 1;
      const text = slotText({ turn: next, end: chainEndOf(db, id) });
      writeSync(this.file, text, SLOT * (2 * place + (next % 2 === 1 ? 0 : 1)));
      this.latest.set(id, { turn: next, place });
    }
    fdatasyncSync(this.file);
  }

  close(): void {
    closeSync(this.file);
  }
}

function slotText({ turn, end }: Slot): string {
  const { organisation, entries, seal, histories } = end;
  const text = [organisation, turn, entries, seal, histories.periods, histories.takeOn, histories.setUp].join(' ');
  return `${text} ${checksum(text)}`.padEnd(SLOT - 1) + '\n';
}

function emptySlot(): string {
  return ''.padEnd(SLOT - 1) + '\n';
}

function checksum(text: string): string {
  return createHash('sha256').update(text).digest('hex').slice(0, 16);
}

/** The latest whole slot of each organisation. One that was half written is passed over. */
function slotsIn(folder: string): Map<number, PlacedSlot> {
  const latest = new Map<number, PlacedSlot>();
  const path = join(folder, FILE);
  const text = existsSync(path) ? readFileSync(path, 'latin1') : '';
  for (let start = 0, index = 0; start < text.length; start += SLOT, index += 1) {
    const slot = slotOf(text.slice(start, start + SLOT), Math.floor(index / 2));
    if (slot && slot.turn > (latest.get(slot.end.organisation)?.turn ?? 0)) latest.set(slot.end.organisation, slot);
  }
  return latest;
}

function slotOf(text: string, position: number): PlacedSlot | undefined {
  const match = /^((\d+) (\d+) (\d+) (\w{64}) (\w{64}) (\w{64}) (\w{64})) (\w{16}) *\n$/.exec(text);
  const [, said = '', id, turn, entries, seal = '', periods = '', takeOn = '', setUp = '', sum] = match ?? [];
  if (!match || sum !== checksum(said)) return undefined;
  const end = { organisation: Number(id), entries: Number(entries), seal, histories: { periods, takeOn, setUp } };
  return { turn: Number(turn), place: position, end };
}
