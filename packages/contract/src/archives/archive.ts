import type { OrganisationKind, Problem, CurrencyCode } from '@just-ledger/core';
import { IsString, MaxLength, MinLength } from 'class-validator';

/** Where an archive is on its way into an installation. */
export type ArchiveState = 'reading' | 'read' | 'writing' | 'done' | 'failed';

/** An archive becomes books under this name. */
export class TakeArchiveRequest {
  @IsString() @MinLength(1, { message: 'Enter a name.' }) @MaxLength(120) name!: string;
}

/** What an archive holds. */
export interface ArchiveContentsResponse {
  organisation: string;
  kind: OrganisationKind;
  baseCurrency: CurrencyCode;
  firstDay: string;
  writtenAt: string;
  accounts: number;
  contacts: number;
  entries: number;
  /** The dates of the first and the last entry. */
  firstDate: string | null;
  lastDate: string | null;
  drafts: number;
  lastSeal: string;
  /** Books of this person that begin with the same entry: probably the same ones. */
  alreadyHere: { id: number; name: string } | null;
}

/** An archive on its way in. */
export interface ArchiveResponse {
  id: string;
  name: string;
  state: ArchiveState;
  /** Entries proved so far, while it is read; written so far, while a large one is. */
  progress: { done: number; total: number } | null;
  contents: ArchiveContentsResponse | null;
  problems: Problem[];
  /** The books that were made from it. */
  organisation: number | null;
}

/** Books that have been archived, and the archive that was written of them. */
export interface ArchivedBooksResponse {
  /** The file in the data folder. */
  archive: string;
  bytes: number;
}
