import type { AlikeEntriesResponse } from '@just-ledger/contract';
import {
  addMonths,
  type AlikeEntries,
  alikeEntries,
  type CivilDate,
  entryNumber,
  FEWEST_ALIKE,
  formatAmount,
  mayBeAlike,
  minor,
  type PastEntry,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { booksVersion } from '../ledger/books-version.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { habitsWithin, numberOfDay, TOUCHES } from './entry-habits.js';

/** So far back entries are compared: a yearly one comes three times in it. */
const MONTHS_BACK = 26;

/** What comes more often than this in that time is the daily work, and no schedule. */
const MOST_TIMES = 30;

/** So many habits are looked into, those that came last first; and so many are told. */
const MOST_LOOKED_INTO = 200;
const MOST_TOLD = 5;

interface Row {
  year: string;
  number: number;
  date: CivilDate;
  explanation: string;
  touches: string;
  amount: number;
}

/**
 * Entries that people write month after month and that no schedule posts: each a schedule to be, first those that come to
 * the same. What touches a contact’s account stands for a document of its own each time, and is left out.
 */
export const alikeReading = defineReport(
  'alikeReading',
  (db: Db, organisation: Organisation, _: object, today: CivilDate): AlikeEntriesResponse[] => {
    const key = `alike ${organisation.id} ${today}`;
    const alike = keptWhile(db, key, booksVersion(db, organisation.id), () => alikeAt(db, organisation.id, today));
    const planned = plannedExplanations(db, organisation.id);
    return alike
      .flatMap(({ entries, ...said }) => {
        const latest = entries.at(-1);
        if (!latest || planned.has(latest.explanation.trim().toLowerCase())) return [];
        return [
          {
            ...said,
            explanation: latest.explanation,
            latest: latest.number,
            entries: entries.map(({ number, date, amount }) => ({
              number,
              date,
              amount: formatAmount(amount, organisation.baseCurrency),
            })),
          },
        ];
      })
      .sort((a, b) => Number(b.isSameAmount) - Number(a.isSameAmount))
      .slice(0, MOST_TOLD);
  },
);

/** What was written again and again up to a day. */
function alikeAt(db: Db, organisation: number, today: CivilDate): AlikeEntries[] {
  const groups = repeatedPlaces(db, organisation, today);
  const isOfContacts = new Set(
    placesOfContacts(
      db,
      organisation,
      groups.flatMap((places) => places.slice(-1)),
    ),
  );
  const places = groups
    .filter((places) => !isOfContacts.has(places.at(-1) ?? 0))
    .slice(0, MOST_LOOKED_INTO)
    .flat();
  const rows = db.all<Row>(sql`
      SELECT e.year AS year, e.number AS number, e.date AS date, e.explanation AS explanation,
        ${sql.raw(TOUCHES)} AS touches, e.debit AS amount
      FROM json_each(${JSON.stringify(places)}) AS p JOIN entry AS e ON e.organisation = ${organisation} AND e.place = p.value
      ORDER BY e.date DESC, e.place DESC`);
  const past = rows.map((row): PastEntry => ({
    number: entryNumber(row.year, row.number),
    date: row.date,
    explanation: row.explanation,
    touches: row.touches.split(', '),
    amount: minor(row.amount),
  }));
  return alikeEntries(past, today);
}

/** Which of some entries touch the account of contacts. */
function placesOfContacts(db: Db, organisation: number, places: readonly number[]): number[] {
  const found = db.all<{ entry: number }>(sql`
      SELECT p.value AS entry FROM json_each(${JSON.stringify(places)}) AS p
      WHERE EXISTS (SELECT 1 FROM line AS l JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
        WHERE l.organisation = ${organisation} AND l.entry = p.value AND a.control IS NOT NULL)`);
  return found.map(({ entry }) => entry);
}

/**
 * The places of entries whose habit has come at steps, and not as often as the daily work; what was taken back is left out.
 *
 * @returns those of each habit, first the one that came last
 */
function repeatedPlaces(db: Db, organisation: number, today: CivilDate): number[][] {
  const takenBack = new Set(reversedPlaces(db).all(organisation));
  const { places, days, habits } = habitsWithin(db, organisation, {
    from: addMonths(today, -MONTHS_BACK),
    to: today,
  });
  const times = new Map<number, number>();
  for (const habit of habits) times.set(habit, (times.get(habit) ?? 0) + 1);
  const groups = new Map<number, { readonly days: number[]; readonly places: number[] }>();
  habits.forEach((habit, index) => {
    const count = times.get(habit) ?? 0;
    const position = places[index] ?? 0;
    // more than that is the daily work, however many of it were taken back
    const isDaily = count > MOST_TIMES + takenBack.size;
    if (count < FEWEST_ALIKE || isDaily || takenBack.has(position)) return;
    const group = groups.get(habit) ?? { days: [], places: [] };
    group.days.push(days[index] ?? 0);
    group.places.push(position);
    groups.set(habit, group);
  });
  const now = numberOfDay(today);
  return [...groups.values()]
    .filter(({ places }) => places.length <= MOST_TIMES)
    .map(({ days, places }) => ({ days: days.sort((a, b) => a - b), places }))
    .filter(({ days }) => mayBeAlike(days, now))
    .sort((a, b) => (b.days.at(-1) ?? 0) - (a.days.at(-1) ?? 0))
    .map(({ places }) => places);
}

const reversedPlaces = oncePerConnection(({ $client }) =>
  $client
    .prepare<[number], number>('SELECT reverses FROM entry WHERE organisation = ? AND reverses IS NOT NULL')
    .pluck(),
);

/** The explanations of everything that a schedule posts or has posted. */
function plannedExplanations(db: Db, organisation: number): Set<string> {
  const rows = db.all<{ said: string }>(sql`
    SELECT lower(trim(json_extract(entry, '$.explanation'))) AS said FROM recurring_version
    WHERE organisation = ${organisation}`);
  return new Set(rows.map(({ said }) => said));
}
