import {
  type AccountId,
  addDays,
  type CivilDate,
  dayBefore,
  endOfMonth,
  firstOfMonth,
  laterOf,
  type Stage,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { combination } from '../../platform/database/schema.js';
import { breakdownsOf } from '../breakdowns/breakdown-store.js';
import { type LedgerView, periodNumber } from './flow-store.js';

/** What an account received within a combination of breakdown values, by stage. */
export type CombinationPart = readonly [account: AccountId, combination: number, stage: Stage, amount: number];

/** The combinations of breakdown values that lines name: values by the ids of their breakdowns. */
export function combinationsOf(db: Db, organisation: number): { id: number; values: Record<string, number> }[] {
  return keptUntilCommit(db, `combinations ${organisation}`, () =>
    db
      .select()
      .from(combination)
      .where(eq(combination.organisation, organisation))
      .all()
      .map(({ id, content }) => ({ id, values: breakdownsOf(content) })),
  );
}

/**
 * What accounts received in a span within some combinations: whole months from totals, the rest from lines.
 *
 * @param combinations undefined for all, and what names no value
 * @param from the first day; undefined for everything up to the last
 */
export function partsWithin(
  db: Db,
  view: LedgerView,
  combinations: readonly number[] | undefined,
  from: CivilDate | undefined,
  to: CivilDate,
): readonly CombinationPart[] {
  const { organisation, knownTo } = view;
  const key = `parts ${[organisation, from, to, knownTo, combinations ? combinations.join(',') : 'all'].join(' ')}`;
  return keptUntilCommit(db, key, () => readParts(db, view, combinations, from, to));
}

function readParts(
  db: Db,
  view: LedgerView,
  combinations: readonly number[] | undefined,
  from: CivilDate | undefined,
  to: CivilDate,
): CombinationPart[] {
  const { days, since } = statements(db)[combinations ? 'some' : 'all'];
  const { organisation, calendar } = view;
  const asked = { organisation, ...(combinations && { combinations: JSON.stringify(combinations) }) };
  const start = from ?? '0000-01-01';
  const before = dayBefore(calendar.firstDay);
  const period = (date: CivilDate): number => periodNumber(calendar, date);
  const parts: CombinationPart[] = [];
  const isStart = from === undefined || from === calendar.firstDay || from.endsWith('-01');
  const firstWhole = isStart ? from : addDays(endOfMonth(from), 1);
  const isEnd = endOfMonth(to) === to || to === before;
  // what was brought forward is one period, up to the day before the first
  const lastWhole = isEnd ? to : laterOf(dayBefore(firstOfMonth(to)), before);
  if (to < before || (firstWhole !== undefined && firstWhole > lastWhole))
    parts.push(...days.all({ ...asked, from: start, to }));
  else {
    const span = { first: firstWhole === undefined ? 0 : period(firstWhole), last: period(lastWhole) };
    parts.push(...monthsWithin(db, organisation, combinations, span));
    if (from !== undefined && !isStart) parts.push(...days.all({ ...asked, from, to: endOfMonth(from) }));
    const rest = addDays(lastWhole, 1);
    if (!isEnd) parts.push(...days.all({ ...asked, from: from === undefined ? rest : laterOf(from, rest), to }));
  }
  if (view.knownTo === undefined) return parts;
  const later = since.all({ ...asked, from: start, to, place: view.knownTo });
  return [
    ...parts,
    ...later.map(([account, within, stage, amount]): CombinationPart => [account, within, stage, -amount]),
  ];
}

/** What accounts received in whole months within some combinations; totals are read once for all of them. */
function monthsWithin(
  db: Db,
  organisation: number,
  combinations: readonly number[] | undefined,
  span: { readonly first: number; readonly last: number },
): readonly CombinationPart[] {
  const all = keptUntilCommit(db, `parts of months ${organisation} ${span.first} ${span.last}`, () =>
    months(db).all({ organisation, ...span }),
  );
  if (!combinations) return all;
  const some = new Set(combinations);
  return all.filter(([, within]) => some.has(within));
}

/** In the order of the key of totals, so that nothing is sorted: movements come as parts of their own. */
const months = oncePerConnection(({ $client }) =>
  $client
    .prepare<[object], CombinationPart>(
      `SELECT account, combination, stage, sum(amount) FROM total
        WHERE organisation = @organisation AND period BETWEEN @first AND @last
        GROUP BY account, stage, movement, combination`,
    )
    .raw(),
);

const statements = oncePerConnection(({ $client }) => {
  const within = (which: string) => {
    const linesWhere = (condition: string) =>
      $client
        .prepare<[object], CombinationPart>(
          `SELECT account, combination, stage, sum(amount) FROM line WHERE organisation = @organisation
            ${which} AND ${condition} GROUP BY account, combination, stage`,
        )
        .raw();
    return {
      days: linesWhere('date BETWEEN @from AND @to'),
      since: linesWhere('date BETWEEN @from AND @to AND entry > @place'),
    };
  };
  return { all: within(''), some: within('AND combination IN (SELECT value FROM json_each(@combinations))') };
});
