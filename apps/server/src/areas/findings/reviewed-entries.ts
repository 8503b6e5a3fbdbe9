import {
  type AccountId,
  type CivilDate,
  type EntryKind,
  entryNumber,
  type EntrySource,
  minor,
  type ReviewedEntry,
  type ReviewedLine,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';

type EntryRow = readonly [
  place: number,
  year: string,
  number: number,
  date: CivilDate,
  postedOn: CivilDate,
  kind: EntryKind,
  source: EntrySource,
  reference: string | null,
  explanation: string,
  isTakenBack: 0 | 1,
];

type LineRow = readonly [
  entry: number,
  account: AccountId,
  amount: number,
  contact: number | null,
  document: string | null,
];

/** So many entries are read at a time, with their lines. */
const AT_A_TIME = 2_000;

/** The entries dated in a span, in the order of posting. */
export function* reviewedEntries(
  db: Db,
  organisation: number,
  from: CivilDate,
  to: CivilDate,
): Generator<ReviewedEntry> {
  const { ends, entries, lines } = statements(db);
  const [first, last] = ends.get(organisation, from, to) ?? [null, null];
  if (first === null || last === null) return;
  const same = sames();
  for (let begin = first; begin <= last; begin += AT_A_TIME) {
    const upTo = Math.min(begin + AT_A_TIME - 1, last);
    const rows = entries.all(organisation, begin, upTo, from, to);
    // both are read in the order of posting, so that each line is met once
    const found = lines.all(organisation, begin, upTo, from, to);
    let index = 0;
    for (const row of rows) {
      const own: ReviewedLine[] = [];
      for (let line = found[index]; line?.[0] === row[0]; line = found[index]) {
        own.push(reviewedLine(line));
        index += 1;
      }
      yield reviewedEntry(row, own, same);
    }
  }
}

function reviewedLine(line: LineRow): ReviewedLine {
  return { account: line[1], amount: minor(line[2]), contact: line[3] ?? undefined, document: line[4] ?? undefined };
}

function reviewedEntry(row: EntryRow, lines: readonly ReviewedLine[], same: ReturnType<typeof sames>): ReviewedEntry {
  const [place, year, number, date, postedOn, kind, source, reference, explanation, isTakenBack] = row;
  return {
    place,
    lines,
    number: entryNumber(year, number),
    date: same.date(date),
    postedOn: same.date(postedOn),
    kind: same.kind(kind),
    source: same.source(source),
    reference: reference ?? undefined,
    explanation: same.text(explanation),
    stands: isTakenBack === 0,
  };
}

function sames() {
  return {
    date: sameTexts<CivilDate>(),
    kind: sameTexts<EntryKind>(),
    source: sameTexts<EntrySource>(),
    text: sameTexts<string>(),
  };
}

/** Gives a text that was met before in place of one that is the same: few texts differ among very many entries. */
function sameTexts<Text extends string>(): (text: Text) => Text {
  const known = new Map<Text, Text>();
  return (text) => {
    const same = known.get(text);
    if (same === undefined) known.set(text, text);
    return same ?? text;
  };
}

const statements = oncePerConnection(({ $client }) => ({
  ends: $client
    .prepare<[number, CivilDate, CivilDate], readonly [first: number | null, last: number | null]>(
      'SELECT min(place), max(place) FROM entry WHERE organisation = ? AND date BETWEEN ? AND ?',
    )
    .raw(),
  // by their places, which those of a span of days have nearly to themselves
  entries: $client
    .prepare<[number, number, number, CivilDate, CivilDate], EntryRow>(
      `SELECT e.place, e.year, e.number, e.date, substr(e.posted_at, 1, 10), e.kind, e.source, e.reference, e.explanation,
      e.reverses IS NOT NULL OR EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = e.organisation AND r.reverses = e.place)
    FROM entry AS e WHERE e.organisation = ? AND e.place BETWEEN ? AND ? AND +e.date BETWEEN ? AND ? ORDER BY e.place`,
    )
    .raw(),
  lines: $client
    .prepare<[number, number, number, CivilDate, CivilDate], LineRow>(
      `SELECT entry, account, amount, contact, document FROM line
      WHERE organisation = ? AND entry BETWEEN ? AND ? AND +date BETWEEN ? AND ? ORDER BY entry, place`,
    )
    .raw(),
}));
