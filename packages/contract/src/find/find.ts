import { IsString, MaxLength } from 'class-validator';
import type { EntryResponse } from '../journal/entry.js';

/** What is looked for: words, a number, an amount. */
export class FindQuery {
  @IsString() @MaxLength(200) text!: string;
}

/** A contact that was found. */
export interface FoundContactResponse {
  id: number;
  number: string;
  name: string;
  roles: string[];
}

/** A paper that was found by its name or by what is written in it, with the number of the entry that it belongs to. */
export interface FoundPaperResponse {
  id: number;
  name: string;
  entry: string | null;
  /** What is written around the first word that its name does not have; null where its name has them all. */
  excerpt: string | null;
}

/** A draft that was found by its explanation. */
export interface FoundDraftResponse {
  id: number;
  date: string;
  explanation: string;
}

/** What of the books has what is looked for; of each kind the best few. */
export interface FindResponse {
  contacts: FoundContactResponse[];
  /** The latest entries with its words, and how many there are; null where that takes longer to count. */
  entries: EntryResponse[];
  entryCount: number | null;
  /** The latest entries with it as an amount. */
  ofAmount: EntryResponse[];
  papers: FoundPaperResponse[];
  patterns: { id: number; name: string }[];
  drafts: FoundDraftResponse[];
}
