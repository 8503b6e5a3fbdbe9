import type { HolidaysRequest, HolidaysResponse } from '@just-ledger/contract';
import { type Holidays, isCivilDate, isPlainText, problem, type Problem, versionOf } from '@just-ledger/core';
import { asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { holiday } from '../../platform/database/schema.js';
import { assertVersion, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** The days on which an organisation does no business, besides Saturdays and Sundays. */
export function holidaysOf(db: Db, organisation: number): Holidays {
  return new Set(holidayRows(db, organisation).map(({ date }) => date));
}

/** All holidays of an organisation, as they go over the wire. */
export function holidaysResponse(db: Db, organisation: number): HolidaysResponse {
  const holidays = holidayRows(db, organisation);
  return { holidays, version: versionOf(holidays) };
}

/** Puts a list of holidays in the place of the old one. A date named twice is one. */
export const keepHolidays = defineCommand(
  'keepHolidays',
  (
    { db }: WriteContext,
    { organisation, request }: { organisation: number; request: HolidaysRequest },
  ): HolidaysResponse => {
    const problems = request.holidays.flatMap(({ date, name = '' }, index): Problem[] => [
      ...(isCivilDate(date) ? [] : [problem('not-a-date', `holidays.${index}.date`, `“${date}” is not a date.`)]),
      ...(name === '' || isPlainText(name, 80)
        ? []
        : [problem('text', `holidays.${index}.name`, 'A name stands on one line.')]),
    ]);
    if (problems.length > 0) throw new Refusal(422, problems);
    assertVersion('list', request.version, holidaysResponse(db, organisation).version);
    db.delete(holiday).where(eq(holiday.organisation, organisation)).run();
    for (const { date, name = '' } of request.holidays) {
      if (!isCivilDate(date)) continue;
      db.insert(holiday)
        .values({ organisation, date, name: name.trim() })
        .onConflictDoUpdate({ target: [holiday.organisation, holiday.date], set: { name: name.trim() } })
        .run();
    }
    return holidaysResponse(db, organisation);
  },
);

function holidayRows(db: Db, organisation: number) {
  return db
    .select({ date: holiday.date, name: holiday.name })
    .from(holiday)
    .where(eq(holiday.organisation, organisation))
    .orderBy(asc(holiday.date))
    .all();
}
