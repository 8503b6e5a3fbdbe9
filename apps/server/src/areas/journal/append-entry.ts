import {
  type Books,
  type CheckedEntry,
  type CivilDate,
  type ClosingPeriods,
  closingProblem,
  type EntryLine,
  entryNumber,
  type EntrySource,
  FIRST_PREVIOUS_SEAL,
  fiscalYearOf,
  mayPostWhileClosing,
  periodOf,
  type PostedEntry,
  problem,
  sealedContent,
  type Stage,
  stageOf,
} from '@just-ledger/core';
import { sealAfter } from '../../platform/database/seal-after.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { closingPeriodsOf } from '../books/books-store.js';
import { roleOf } from '../organisations/organisation-store.js';
import { broughtForwardChanged } from './brought-forward-changed.js';
import { CombinationIds } from './combination-ids.js';
import { type ChainEnd, postingStatements, type Volume } from './posting-statements.js';

/** Where an entry comes from. */
export interface Origin {
  readonly organisation: number;
  readonly person: number;
  readonly source: EntrySource;
}

/** What a reversal adds to an entry. */
export interface ReversalLink {
  readonly reverses: number;
  readonly stage: Stage;
}

/** An entry that has just been posted. */
export interface Appended {
  readonly place: number;
  readonly number: string;
  readonly posted: PostedEntry;
  readonly seal: string;
}

/** An entry to post, and what it reverses. */
export interface LinkedEntry {
  readonly entry: CheckedEntry;
  readonly link?: ReversalLink | undefined;
}

/** How many entries have been posted, and the numbers of the first and the last. */
export interface AppendedAll {
  readonly posted: number;
  readonly first: string | null;
  readonly last: string | null;
}

/** So many entries are laid out before they are posted together. */
const BATCH = 10_000;

/** Appends entries to an organisation's chain, one after the other, within one transaction. */
export class EntryAppender {
  private last: ChainEnd;
  private posted: number;
  private readonly years = new Map<string, string>();
  private readonly lastNumbers = new Map<string, number>();
  private readonly combinations: CombinationIds;
  private readonly statements;
  private volume: Volume;
  private closing: ClosingPeriods | undefined;

  constructor(
    private readonly context: WriteContext,
    private readonly origin: Origin,
    private readonly books: Books,
  ) {
    this.statements = postingStatements(context.db);
    this.combinations = new CombinationIds(context.db, origin.organisation);
    this.last = this.statements.chainEnd(origin.organisation) ?? {
      place: 0,
      seal: FIRST_PREVIOUS_SEAL,
      postedAt: '',
    };
    this.posted = this.last.place;
    this.volume = this.statements.volume(origin.organisation);
  }

  /** The place of the entry that is posted next. */
  get nextPlace(): number {
    return this.last.place + 1;
  }

  /** Posts one entry. @throws {Refusal} 422 if all entries together would come to more than the books can hold */
  append(checked: CheckedEntry, link?: ReversalLink): Appended {
    const appended = this.stage(checked, link);
    this.post();
    return appended;
  }

  /** Posts many entries in their order, a batch to a statement. */
  appendAll(entries: Iterable<CheckedEntry>): AppendedAll {
    return this.appendLinked(unlinked(entries));
  }

  /** The same with what some of them reverse. */
  appendLinked(entries: Iterable<LinkedEntry>): AppendedAll {
    let [posted, first, last]: [number, string | null, string | null] = [0, null, null];
    for (const { entry, link } of entries) {
      // what is reversed has to stand there
      if (link) this.post();
      last = this.stage(entry, link).number;
      first ??= last;
      posted += 1;
      if (posted % BATCH === 0) this.post();
    }
    this.post();
    return { posted, first, last };
  }

  /** Gives an entry its number, place and seal and lays it out with its lines. */
  private stage(checked: CheckedEntry, link?: ReversalLink): Appended {
    const { person, source } = this.origin;
    const year = this.yearOf(checked.date);
    const moment = this.context.clock.moment();
    const { place, seal: previousSeal, postedAt } = this.last;
    // written out: spreading the entry would take longer than sealing it
    const posted: PostedEntry = {
      date: checked.date,
      kind: checked.kind,
      explanation: checked.explanation,
      lines: checked.lines,
      ...(checked.reference !== undefined && { reference: checked.reference }),
      ...(checked.supplyDate !== undefined && { supplyDate: checked.supplyDate }),
      place: place + 1,
      year,
      number: this.lastNumber(year) + 1,
      stage: link?.stage ?? stageOf(checked.kind),
      source,
      ...(link && { reverses: link.reverses }),
      postedAt: moment > postedAt ? moment : postedAt,
    };
    this.assertMayPost(posted);
    this.volume = withinBounds(this.volume, posted.lines);
    const seal = sealOf(previousSeal, posted);
    this.statements.stageEntry({ entry: posted, person, previousSeal, seal });
    posted.lines.forEach((line, index) =>
      this.statements.stageLine(posted.place, index + 1, line, this.combinations.of(line)),
    );
    this.last = { place: posted.place, seal, postedAt: posted.postedAt };
    if (posted.date < this.books.calendar.firstDay && source !== 'closing') {
      this.context.tell(broughtForwardChanged, { organisation: this.origin.organisation, person });
    }
    this.lastNumbers.set(year, posted.number);
    return { place: posted.place, number: entryNumber(year, posted.number), posted, seal };
  }

  /** Posts what is laid out: the database checks it and writes its lines and totals. Until then nobody reads it. */
  post(): void {
    if (this.last.place === this.posted) return;
    this.statements.post(this.origin.organisation, this.posted + 1, this.last.place);
    this.context.chainMoved(this.origin.organisation);
    this.posted = this.last.place;
  }

  /** Into a month that is being closed not everybody posts; what closes a year is asked for by its own rules. */
  private assertMayPost({ date, stage }: PostedEntry): void {
    const { db } = this.context;
    const { organisation, person } = this.origin;
    const { periods, who } = (this.closing ??= closingPeriodsOf(db, organisation));
    if (periods.size === 0 || stage === 'closing') return;
    const { calendar } = this.books;
    const period = periodOf(calendar, date);
    if (!periods.has(period) || mayPostWhileClosing(who, roleOf(db, organisation, person) ?? 'reader')) return;
    throw new Refusal(422, [closingProblem(calendar, period, who)]);
  }

  /** The label of a date's fiscal year, which is the same for all dates of a month. */
  private yearOf(date: CivilDate): string {
    const month = date.slice(0, 7);
    const year = this.years.get(month) ?? fiscalYearOf(this.books.calendar, date).label;
    this.years.set(month, year);
    return year;
  }

  private lastNumber(year: string): number {
    return this.lastNumbers.get(year) ?? this.statements.lastNumber(this.origin.organisation, year);
  }
}

/**
 * What has been posted with some more lines. No sum over lines is larger than all debits together, so that bounding
 * these bounds every sum that is ever drawn: by account, by organisation, on either side.
 */
function withinBounds({ debit, foreign }: Volume, lines: readonly EntryLine[]): Volume {
  let [debits, foreigns] = [debit, foreign];
  for (const line of lines) {
    if (line.amount > 0) debits += line.amount;
    foreigns += Math.abs(line.foreign?.amount ?? 0);
  }
  if (Math.max(debits, foreigns) > Number.MAX_SAFE_INTEGER) {
    const message = 'With this, all entries together come to more than these books can hold.';
    throw new Refusal(422, [problem('books-full', 'lines', message)]);
  }
  return { debit: debits, foreign: foreigns };
}

/** The seal of an entry that follows another. */
export function sealOf(previousSeal: string, posted: PostedEntry): string {
  return sealAfter(previousSeal, sealedContent(posted));
}

function* unlinked(entries: Iterable<CheckedEntry>): Generator<LinkedEntry> {
  for (const entry of entries) yield { entry };
}
