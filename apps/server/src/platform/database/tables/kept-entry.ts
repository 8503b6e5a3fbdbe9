import type { DraftLine, DraftRequest } from '@just-ledger/contract';

/** What a line that is not posted yet means, by id: its number and names are only labels, which may change. */
export interface MeantIds {
  readonly account?: number;
  readonly contact?: number;
  readonly taxCode?: number;
  /** The id of a value by the id of its breakdown. */
  readonly breakdowns?: Readonly<Record<string, number>>;
}

/** A line as drafts and schedules keep it. */
export type KeptLine<Line extends DraftLine = DraftLine> = Line & { ids?: MeantIds };

/** An entry as drafts and patterns keep it; one of an earlier build may lack a field. */
export type KeptContent = Partial<Omit<DraftRequest, 'version' | 'forReview' | 'lines'>> & {
  readonly lines?: readonly KeptLine[];
};
