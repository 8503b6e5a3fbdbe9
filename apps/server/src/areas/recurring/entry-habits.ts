import { type CivilDate, daysBetween, habitOf, parseCivilDate } from '@just-ledger/core';
import { crc32 } from 'node:zlib';
import type { Db } from '../../platform/database/connection.js';
import type { DerivedSpan } from '../../platform/derived/derivation.js';
import { entriesPosted } from '../ledger/books-version.js';
import { EntryNumbers } from '../journal/entry-numbers.js';

/** Of each entry its day and its habit. */
const WIDTH = 2;

/**
 * The day of each entry that people write, and a number for what it has in common with others of one schedule, close
 * together: very many are compared without reading each. Two habits may have one number by chance.
 */
const habits = new EntryNumbers({
  name: 'entry-habits',
  version: 1,
  table: 'entry_habit',
  as: 'int32',
  width: WIDTH,
  read: (books, span) => habitsIn(books, span).flatMap(({ day, habit }) => [day, habit]),
});

export const entryHabits = habits.derivation;

/** No habit: a schedule has posted the entry, a closing or anything else that nobody writes. */
const NONE = 0;

const FIRST_DAY = parseCivilDate('1900-01-01');

/** The number of a day; the day after has one more. */
export function numberOfDay(date: CivilDate): number {
  return daysBetween(FIRST_DAY, date);
}

/** An entry that somebody has written. */
interface WrittenEntry {
  readonly place: number;
  readonly date: CivilDate;
  readonly explanation: string;
  /** Its accounts, each with its side; null where nobody writes such entries. */
  readonly touches: string | null;
}

/** What an entry touches: its accounts, each with its side. */
export const TOUCHES = `(SELECT group_concat(l.account || CASE WHEN l.amount > 0 THEN ' debit' ELSE ' credit' END, ', ')
  FROM line AS l WHERE l.organisation = e.organisation AND l.entry = e.place)`;

/** What people write: not what schedules, closings or other commands post. */
const IS_WRITTEN = `e.source IN ('manual', 'import') AND e.kind IN ('ordinary', 'adjusting')`;

/** The days and habits of entries after one place up to another, from a day on, in the order of their places. */
function habitsIn(
  { $client }: Db,
  { organisation, after, upTo }: DerivedSpan,
  since = FIRST_DAY,
): { readonly place: number; readonly day: number; readonly habit: number }[] {
  const rows = $client
    .prepare<[number, number, number, string], WrittenEntry>(
      `SELECT e.place, e.date, e.explanation, CASE WHEN ${IS_WRITTEN} THEN ${TOUCHES} END AS touches FROM entry AS e
      WHERE e.organisation = ? AND e.place > ? AND e.place <= ? AND +e.date >= ? ORDER BY e.place`,
    )
    .all(organisation, after, upTo, since);
  return rows.map(({ place, date, explanation, touches }) => ({
    place,
    day: numberOfDay(date),
    habit: touches === null ? NONE : numberOfHabit(habitOf({ explanation, touches: touches.split(', ') })),
  }));
}

/** A number of 32 bits, never {@link NONE}. */
function numberOfHabit(habit: string): number {
  return crc32(habit) | 1;
}

/** Entries that people wrote, each with its place, the number of its day and that of its habit, in the order of the chain. */
export interface HabitsWithin {
  readonly places: Int32Array;
  readonly days: Int32Array;
  readonly habits: Int32Array;
}

/** Every entry between two days that somebody has written. */
export function habitsWithin(
  db: Db,
  organisation: number,
  { from, to }: { readonly from: CivilDate; readonly to: CivilDate },
): HabitsWithin {
  const derived = habits.of(db, organisation);
  const last = entriesPosted(db, organisation);
  const [firstDay, lastDay] = [numberOfDay(from), numberOfDay(to)];
  const found = { places: new Int32Array(last), days: new Int32Array(last), habits: new Int32Array(last) };
  let count = 0;
  const add = (position: number, day: number, habit: number): void => {
    found.places[count] = position;
    found.days[count] = day;
    found.habits[count] = habit;
    if (habit !== NONE && day >= firstDay && day <= lastDay) count += 1;
  };
  for (const { first, count: entries, numbers } of derived.inRows()) {
    for (let index = 0; index < entries; index += 1)
      add(first + index, numbers[index * WIDTH] ?? 0, numbers[index * WIDTH + 1] ?? NONE);
  }
  const rest = habitsIn(db, { organisation, after: derived.upTo, upTo: last }, from);
  for (const { place, day, habit } of rest) add(place, day, habit);
  return {
    places: found.places.subarray(0, count),
    days: found.days.subarray(0, count),
    habits: found.habits.subarray(0, count),
  };
}
