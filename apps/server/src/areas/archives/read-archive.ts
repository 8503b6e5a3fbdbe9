import {
  ARCHIVE_FILE_KEYS,
  ARCHIVE_FILES,
  ARCHIVE_FORMAT,
  ARCHIVE_SCHEMA,
  ARCHIVE_VERSION,
  archivedPaperName,
  type ArchiveFile,
  archiveFileName,
  type ArchiveManifest,
  MOST_PAPER_BYTES,
  problem,
  type Problem,
  keyedBy,
} from '@just-ledger/core';
import type { ErrorObject, ValidateFunction } from 'ajv/dist/2020.js';
import type { ValidatorOf } from './archive-validators.js';
import { createHash, hash, type Hash } from 'node:crypto';
import { closeSync, openSync, readSync } from 'node:fs';
import { unpackParts, type ZipLimits } from '../../platform/files/zip-parts.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { TOLD_PROBLEMS } from '../imports/import-plan.js';
import { type ArchiveBytes, linesOfBytes, recordsOf } from './archive-records.js';
import { checkArchive } from './check-archive.js';

/** An archive that has been read and proved. */
export interface ReadArchive {
  readonly manifest: ArchiveManifest;
  readonly files: ArchiveBytes;
  /** Where it is: the files of papers are read from there once more. */
  readonly path: string;
}

/** The file of a paper, as far as it was read. */
interface ArchivedPaper {
  bytes: number;
  readonly hash: Hash;
}

const LIMITS: ZipLimits = { bytes: 512 * 1024 * 1024, parts: 70_000 };

/** What says whether a record is as described: loaded with the first archive that is read. */
let validatorOf: ValidatorOf | undefined;

/**
 * Reads an archive and proves it: the names, hashes and numbers of its files against its manifest, every record against
 * the published description, every reference inside it, every seal against its entry.
 *
 * @param step called with each entry that was proved; throws if the reading is given up
 * @throws {Refusal} 422 with every problem, by file and line
 */
export async function readArchive(path: string, step: (entries: number) => void): Promise<ReadArchive> {
  if (!isZip(path)) {
    throw refusal(
      'archive-expected',
      '',
      'This is not an archive: an archive is a ZIP file that Just Ledger has written.',
    );
  }
  const known = new Set(['manifest.json', 'schema.json', ...ARCHIVE_FILE_KEYS.map(archiveFileName)]);
  const seen = new Set<string>();
  const papers = new Map<string, ArchivedPaper>();
  const parts = await unpackParts(path, LIMITS, (name) => {
    const sha256 = archivedPaperHash(name);
    if (!known.has(name) && sha256 === undefined)
      throw refusal('archive-path', name, `“${name}” does not belong in an archive. It is not read.`);
    if (seen.has(name)) throw refusal('archive-path', name, `“${name}” is there twice. It is not read.`);
    seen.add(name);
    if (sha256 === undefined) return undefined;
    const paper = { bytes: 0, hash: createHash('sha256') };
    papers.set(sha256, paper);
    return (chunk) => {
      paper.bytes += chunk.length;
      paper.hash.update(chunk);
    };
  });
  const validators = (validatorOf ??= (await import('./archive-validators.js')).newValidators());
  const manifest = readManifest(parts.get('manifest.json'), validators);
  const problems = ARCHIVE_FILE_KEYS.flatMap((file) =>
    fileProblems(file, parts.get(archiveFileName(file)), manifest),
  );
  if (problems.length > 0) throw new Refusal(422, problems);
  const files = keyedBy(ARCHIVE_FILE_KEYS, (file) => parts.get(archiveFileName(file)) ?? new Uint8Array());
  const invalid = ARCHIVE_FILE_KEYS.flatMap((file) =>
    recordProblems(files[file], archiveFileName(file), validators(ARCHIVE_FILES[file])),
  );
  if (invalid.length > 0) throw new Refusal(422, invalid.slice(0, TOLD_PROBLEMS));
  const wrong = [...paperProblems(files, papers), ...checkArchive(files, manifest, step)];
  if (wrong.length > 0) throw new Refusal(422, wrong.slice(0, TOLD_PROBLEMS));
  return { manifest, files, path };
}

/** The hash that a part of an archive is named by, if it is the file of a paper. */
export function archivedPaperHash(name: string): string | undefined {
  return /^papers\/([0-9a-f]{64})$/.exec(name)?.[1];
}

/** Each paper has its file, the file is that paper, and no other files are there. */
function paperProblems(files: ArchiveBytes, papers: ReadonlyMap<string, ArchivedPaper>): Problem[] {
  const named = new Set<string>();
  const problems: Problem[] = [];
  for (const { sha256, name, bytes } of recordsOf<{ sha256: string; name: string; bytes: number }>(
    files,
    'attachments',
  )) {
    named.add(sha256);
    const file = papers.get(sha256);
    const path = archivedPaperName(sha256);
    if (!file) problems.push(problem('archive-file', path, `The file of the paper ${name} is missing.`));
    else if (bytes > MOST_PAPER_BYTES)
      problems.push(problem('archive-record', path, `The paper ${name} is too large.`));
    else if (file.bytes !== bytes || file.hash.digest('hex') !== sha256) {
      problems.push(problem('archive-hash', path, `The file of the paper ${name} has been changed.`));
    }
  }
  const strange = [...papers.keys()].filter((sha256) => !named.has(sha256)).map(archivedPaperName);
  return [
    ...problems,
    ...strange.map((path) => problem('archive-path', path, `“${path}” does not belong in this archive.`)),
  ];
}

/** Whether a file begins as a ZIP file does. */
function isZip(path: string): boolean {
  const file = openSync(path, 'r');
  try {
    const begin = Buffer.alloc(2);
    return readSync(file, begin) === 2 && begin.toString('latin1') === 'PK';
  } finally {
    closeSync(file);
  }
}

function readManifest(bytes: Uint8Array | undefined, validatorOf: ValidatorOf): ArchiveManifest {
  if (!bytes) throw refusal('archive-expected', '', 'This is not an archive: it has no manifest.json.');
  const manifest = parsed(new TextDecoder().decode(bytes));
  if (fieldOf(manifest, 'format') !== ARCHIVE_FORMAT) {
    throw refusal('archive-expected', 'manifest.json', 'The manifest is not that of an archive.');
  }
  if (Number(fieldOf(manifest, 'version')) > ARCHIVE_VERSION) {
    throw refusal(
      'archive-newer',
      'manifest.json',
      'A later version of Just Ledger has written this archive. Read it there.',
    );
  }
  const validate = validatorOf<ArchiveManifest>(ARCHIVE_SCHEMA.$defs.manifest);
  if (!validate(manifest)) throw new Refusal(422, [schemaProblem('manifest.json', validate.errors)]);
  return manifest;
}

function fileProblems(file: ArchiveFile, bytes: Uint8Array | undefined, manifest: ArchiveManifest): Problem[] {
  const name = archiveFileName(file);
  if (!bytes) return [problem('archive-file', name, `${name} is missing.`)];
  return hash('sha256', bytes) === manifest.files[file].sha256
    ? []
    : [problem('archive-hash', name, `${name} is not what the manifest says: it has been changed.`)];
}

function recordProblems(bytes: Uint8Array, name: string, validate: ValidateFunction): Problem[] {
  const problems: Problem[] = [];
  try {
    for (const { line, text } of linesOfBytes(bytes)) {
      const record = parsed(text);
      const path = `${name}:${line}`;
      if (record === undefined) problems.push(problem('archive-record', path, `${path}: this is not JSON.`));
      else if (!validate(record)) problems.push(schemaProblem(path, validate.errors));
      if (problems.length > TOLD_PROBLEMS) break;
    }
  } catch {
    problems.push(problem('archive-record', name, `${name} is not UTF-8.`));
  }
  return problems;
}

function schemaProblem(path: string, errors: readonly ErrorObject[] | null | undefined): Problem {
  const [first] = errors ?? [];
  const field = first?.instancePath.slice(1).replaceAll('/', '.');
  const extra = first?.params['additionalProperty'];
  const message = `${path}${field ? `, ${field}` : ''}: ${first?.message ?? 'not as described'}${extra ? ` (${extra})` : ''}.`;
  return problem('archive-record', path, message);
}

/** A field of what may be a record. */
function fieldOf(record: unknown, field: string): unknown {
  return typeof record === 'object' && record !== null ? Reflect.get(record, field) : undefined;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function refusal(code: string, path: string, message: string): Refusal {
  return new Refusal(422, [problem(code, path, message)]);
}
