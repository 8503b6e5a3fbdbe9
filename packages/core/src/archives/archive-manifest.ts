import { ARCHIVE_FILES, ARCHIVE_FILE_KEYS, type ArchiveFile } from './archive-files.js';
import { moment, record, sha256, text, whole, type JsonSchema } from './json-schema.js';

/** How an archive names itself. */
export const ARCHIVE_FORMAT = 'just-ledger-archive';

/** The version of the form; a reader refuses a later one. */
export const ARCHIVE_VERSION = 1;

/** What an archive says of itself, in `manifest.json`. */
export interface ArchiveManifest {
  readonly format: typeof ARCHIVE_FORMAT;
  readonly version: typeof ARCHIVE_VERSION;
  readonly organisation: string;
  readonly writtenAt: string;
  /** How many entries there are, and the seal of the last one (64 zeros for none). */
  readonly entries: number;
  readonly lastSeal: string;
  readonly files: Readonly<Record<ArchiveFile, { readonly records: number; readonly sha256: string }>>;
}

const MANIFEST = record('What the archive says of itself: manifest.json.', {
  format: { type: 'string', const: ARCHIVE_FORMAT } as JsonSchema,
  version: { type: 'integer', const: ARCHIVE_VERSION },
  organisation: text('The name of the organisation.'),
  writtenAt: moment(),
  entries: whole('How many entries there are.', 0),
  lastSeal: sha256('The seal of the last entry; 64 zeros if there is none.'),
  files: record(
    'Each file with its records and its hash.',
    Object.fromEntries(
      ARCHIVE_FILE_KEYS.map((file) => [
        file,
        record(`${file}.jsonl`, { records: whole('How many lines.', 0), sha256: sha256('Of the file’s bytes.') }),
      ]),
    ),
  ),
});

/**
 * The published description of an archive (JSON Schema, draft 2020-12): `$defs` has the manifest and one line of
 * each file, by the file’s name.
 */
export const ARCHIVE_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Archive of an organisation’s books',
  description:
    'A ZIP file with manifest.json, schema.json (this description) and JSON lines, one record a line, UTF-8. ' +
    'Amounts are whole numbers of minor units (ISO 4217), debit positive. The manifest is the document that this schema describes; ' +
    '$defs has one line of each file by its name.',
  $ref: '#/$defs/manifest',
  $defs: { manifest: MANIFEST, ...ARCHIVE_FILES },
} as const;
