import { AmountTermsRequest, DraftRequest, RecurringEntryRequest, ScheduleRequest } from '@just-ledger/contract';
import {
  ARCHIVE_FILE_KEYS,
  type ArchiveFile,
  archiveFileName,
  type ArchiveManifest,
  changeContent,
  CLASSIFICATIONS,
  entryOfSealed,
  eventContent,
  FIRST_PREVIOUS_SEAL,
  groupsOf,
  isCivilDate,
  isCurrencyCode,
  problem,
  type Problem,
  scheduleProblems,
  type SealedChange,
  type SealedEntry,
  type SealedEvent,
  isClassification,
} from '@just-ledger/core';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import { sealAfter } from '../../platform/database/seal-after.js';
import { sealOf } from '../journal/append-entry.js';
import { type ArchiveBytes, linesOfBytes, recordsOf } from './archive-records.js';
import { PERSON_FIELDS } from './archive-tables.js';

type Row = Readonly<Record<string, unknown>>;

/** An entry as a line of its file has it. */
export interface ArchivedEntry {
  readonly sealed: SealedEntry;
  readonly seal: string;
  readonly postedBy: number;
}

/** Fields that hold a civil date. */
const DATES = ['date', 'firstDay', 'changeoverDate', 'endedOn', 'lastDay', 'fromDay'];

/**
 * What is wrong inside an archive whose records are each as described: numbers that differ from the manifest, ids
 * that lead nowhere or in a circle, dates that do not exist, seals that do not follow.
 */
export function checkArchive(
  files: ArchiveBytes,
  manifest: ArchiveManifest,
  step: (entries: number) => void,
): Problem[] {
  return [
    ...countProblems(files, manifest),
    ...particularProblems(files),
    ...referenceProblems(files),
    ...unfinishedProblems(files),
    ...chainProblems(files, manifest, step),
    ...historyProblems(files),
  ];
}

function countProblems(files: ArchiveBytes, manifest: ArchiveManifest): Problem[] {
  const problems = ARCHIVE_FILE_KEYS.flatMap((file) => {
    const records = [...linesOfBytes(files[file])].length;
    const said = manifest.files[file].records;
    return records === said
      ? []
      : [
          problem(
            'archive-count',
            archiveFileName(file),
            `${archiveFileName(file)} has ${records} lines, not ${said}.`,
          ),
        ];
  });
  if (manifest.files.organisation.records !== 1) {
    problems.push(problem('archive-count', 'organisation.jsonl', 'An archive has one organisation.'));
  }
  return problems;
}

/** Dates and currencies that do not exist, and accounts shown where their element cannot be. */
function particularProblems(files: ArchiveBytes): Problem[] {
  return ARCHIVE_FILE_KEYS.filter((file) => file !== 'entries').flatMap((file) =>
    at(files, file).flatMap(({ row, place }) => [
      ...DATES.filter((field) => typeof row[field] === 'string' && row[field] !== '' && !isCivilDate(row[field])).map(
        (field) => problem('not-a-date', place, `${place}: ${String(row[field])} is not a date.`),
      ),
      ...['currency', 'baseCurrency']
        .filter((field) => typeof row[field] === 'string' && !isCurrencyCode(row[field]))
        .map((field) =>
          problem('currency-unknown', place, `${place}: ${String(row[field])} is not an ISO 4217 currency code.`),
        ),
      ...(file === 'accounts' && !isShownRightly(row)
        ? [problem('classification-element', place, `${place}: shown where its element cannot be.`)]
        : []),
    ]),
  );
}

function isShownRightly(row: Readonly<Record<string, unknown>>): boolean {
  const classification = String(row['classification']);
  return isClassification(classification) && CLASSIFICATIONS[classification].element === row['element'];
}

/** Ids that lead nowhere or in a circle. Everything the database cannot say by itself with a place. */
function referenceProblems(files: ArchiveBytes): Problem[] {
  const people = new Set(at(files, 'people').map(({ row }) => row['id']));
  const accounts = new Map(at(files, 'accounts').map(({ row }) => [row['id'], row['parent']]));
  const values = new Map(
    at(files, 'breakdown-values').map(({ row }) => [
      `${String(row['breakdown'])} ${String(row['id'])}`,
      row['parent'] && `${String(row['breakdown'])} ${String(row['parent'])}`,
    ]),
  );
  const named = ARCHIVE_FILE_KEYS.filter((file) => file !== 'entries' && file !== 'people').flatMap((file) =>
    at(files, file).flatMap(({ row, place }) =>
      PERSON_FIELDS.filter((field) => row[field] !== undefined && !people.has(row[field])).map((field) =>
        problem('archive-person', place, `${place}: ${field} names nobody in people.jsonl.`),
      ),
    ),
  );
  return [
    ...named,
    ...circles(accounts).map((id) =>
      problem('archive-circle', 'accounts.jsonl', `Account ${String(id)} stands under itself.`),
    ),
    ...circles(values).map((id) =>
      problem('archive-circle', 'breakdown-values.jsonl', `Value ${String(id)} stands under itself.`),
    ),
  ];
}

/** The keys from which the way up never ends. */
function circles(parents: ReadonlyMap<unknown, unknown>): unknown[] {
  const sound = new Set<unknown>([undefined]);
  return [...parents.keys()].filter((start) => {
    const way = new Set<unknown>();
    let current: unknown = start;
    while (!sound.has(current) && parents.has(current) && !way.has(current)) {
      way.add(current);
      current = parents.get(current);
    }
    if (way.has(current)) return true;
    for (const passed of way) sound.add(passed);
    return false;
  });
}

/** Drafts and recurring journals are what the interface could have sent. */
function unfinishedProblems(files: ArchiveBytes): Problem[] {
  const check = <T extends object>(
    path: string,
    type: new () => T,
    value: unknown,
    further?: (read: T) => readonly Problem[],
  ): Problem[] => {
    const read = plainToInstance(type, value);
    const errors = validateSync(read, { whitelist: true, forbidUnknownValues: true });
    return errors.length === 0
      ? (further?.(read) ?? []).map((found) => ({ ...found, path, message: `${path}: ${found.message}` }))
      : [
          problem(
            'archive-record',
            path,
            `${path}: ${errors.map((error) => error.property).join(', ')} not as described.`,
          ),
        ];
  };
  return [
    ...at(files, 'drafts').flatMap(({ row, place }) => check(place, DraftRequest, row['content'])),
    ...at(files, 'patterns').flatMap(({ row, place }) => check(place, DraftRequest, row['content'])),
    ...at(files, 'recurring-versions').flatMap(({ row, place }) => [
      ...check(place, ScheduleRequest, row['schedule'], scheduleProblems),
      ...check(place, RecurringEntryRequest, row['entry']),
      ...check(place, AmountTermsRequest, termsWithoutIds(row['amounts'])),
    ]),
  ];
}

/** Terms of amounts as they are asked for: the ids of their accounts are kept beside. */
function termsWithoutIds(amounts: unknown): unknown {
  return typeof amounts === 'object' ? { ...amounts, ids: undefined } : amounts;
}

function chainProblems(files: ArchiveBytes, manifest: ArchiveManifest, step: (entries: number) => void): Problem[] {
  const people = new Set(at(files, 'people').map(({ row }) => row['id']));
  const kept = keptSeals(files);
  let [entries, lastSeal] = [0, FIRST_PREVIOUS_SEAL];
  const differing = keptOtherwise(kept, 0, FIRST_PREVIOUS_SEAL);
  for (const { sealed, seal, postedBy } of recordsOf<ArchivedEntry>(files, 'entries')) {
    entries += 1;
    const path = `entries.jsonl:${entries}`;
    if (sealed.place !== entries || sealOf(lastSeal, entryOfSealed(sealed)) !== seal) {
      return [
        problem('archive-seal', path, `${path}: the seal does not follow from the entry and the seal before it.`),
      ];
    }
    if (!people.has(postedBy))
      return [problem('archive-person', path, `${path}: postedBy names nobody in people.jsonl.`)];
    lastSeal = seal;
    differing.push(...keptOtherwise(kept, entries, seal));
    if (entries % 500 === 0) step(entries);
  }
  for (const entry of kept.keys()) if (entry > entries) differing.push(...keptOtherwise(kept, entry, ''));
  return entries === manifest.entries && lastSeal === manifest.lastSeal
    ? differing
    : [
        problem(
          'archive-seal',
          'manifest.json',
          'The last entry is not the one that the manifest names: some are missing.',
        ),
      ];
}

/** A seal that a record keeps of the last entry there was. */
interface ArchivedSeal {
  readonly path: string;
  readonly seal: string;
}

/** The seals that locks, closings, sign-offs and issued papers keep, by the place of their entry. */
function keptSeals(files: ArchiveBytes): ReadonlyMap<number, readonly ArchivedSeal[]> {
  const kept = (['period-locks', 'period-events', 'take-on-events', 'issued-papers'] as const).flatMap((file) =>
    at(files, file).map(({ row, place }) => ({
      path: place,
      entries: Number(row['entries']),
      seal: String(row['seal']),
    })),
  );
  return groupsOf(kept, ({ entries }) => entries);
}

function keptOtherwise(kept: ReadonlyMap<number, readonly ArchivedSeal[]>, entry: number, seal: string): Problem[] {
  return (kept.get(entry) ?? [])
    .filter((record) => record.seal !== seal)
    .map(({ path }) =>
      problem('archive-seal', path, `${path}: it keeps another seal of entry no. ${entry} than the archive has.`),
    );
}

/** Histories in which a record is not what was sealed, or does not follow the one before. */
function historyProblems(files: ArchiveBytes): Problem[] {
  return [
    ...brokenHistory(files, 'period-events', (record: SealedEvent) => eventContent(record)),
    ...brokenHistory(files, 'take-on-events', (record: SealedEvent) => eventContent(record)),
    ...brokenHistory(files, 'set-up-changes', (record: SealedChange) => changeContent(record)),
  ];
}

function brokenHistory<Sealed>(
  files: ArchiveBytes,
  file: ArchiveFile,
  contentOf: (record: Sealed) => string,
): Problem[] {
  let [line, previous] = [0, FIRST_PREVIOUS_SEAL];
  for (const record of recordsOf<Sealed & { readonly recordSeal: string }>(files, file)) {
    line += 1;
    const path = `${archiveFileName(file)}:${line}`;
    if (sealAfter(previous, contentOf(record)) !== record.recordSeal)
      return [problem('archive-seal', path, `${path}: its seal does not follow from it and the seal before it.`)];
    previous = record.recordSeal;
  }
  return [];
}

/** The records of a file with the place of each. */
function at(files: ArchiveBytes, file: ArchiveFile): { readonly row: Row; readonly place: string }[] {
  let line = 0;
  return [...recordsOf<Row>(files, file)].map((row) => ({ row, place: `${archiveFileName(file)}:${(line += 1)}` }));
}
