import { booksOf } from '@just-ledger/server/areas/books/books-store';
import { createOrganisation } from '@just-ledger/server/areas/beginning/beginning-commands';
import { addAccount, changeAccount, importAccounts } from '@just-ledger/server/areas/accounts/account-commands';
import { addContact } from '@just-ledger/server/areas/contacts/contact-commands';
import { rowsOfTray } from '@just-ledger/server/areas/account-detail/tray-rows';
import { versionOfTray } from '@just-ledger/server/areas/take-on/take-on-store';
import { recurringJournalOf } from '@just-ledger/server/areas/recurring/recurring-store';
import { papersOf } from '@just-ledger/server/areas/gathering/paper-store';
import { addTakeOnRows, postTray } from '@just-ledger/server/areas/take-on/take-on-commands';
import { keepPaper } from '@just-ledger/server/areas/gathering/paper-commands';
import { postEntry } from '@just-ledger/server/areas/journal/entry-commands';
import { reverseEntry } from '@just-ledger/server/areas/journal/reversal-commands';
import { postDue, skipOccurrence } from '@just-ledger/server/areas/recurring/occurrence-commands';
import { organisationOf } from '@just-ledger/server/areas/organisations/organisation-store';
import { keepHolidays } from '@just-ledger/server/areas/organisations/holiday-store';
import { spreadOverTime } from '@just-ledger/server/areas/recurring/prepayment-commands';
import { keepRecurring } from '@just-ledger/server/areas/recurring/recurring-commands';
import { keepDraft } from '@just-ledger/server/areas/journal/draft-commands';
import { keepPattern } from '@just-ledger/server/areas/journal/pattern-commands';
import { lockPeriod } from '@just-ledger/server/areas/periods/period-commands';
import { arrangeStatements } from '@just-ledger/server/areas/statements/arrangement-commands';
import { writeNote } from '@just-ledger/server/areas/statements/note-commands';
import { composePapers } from '@just-ledger/server/areas/board-papers/board-papers-commands';
import { setPapersSending } from '@just-ledger/server/areas/board-papers/papers-sending-commands';
import { keepReport } from '@just-ledger/server/areas/kept-reports/kept-report-commands';
import { closeYear, reopenYear } from '@just-ledger/server/areas/closing/closing-commands';
import type {
  AccountRequest,
  ArrangementRequest,
  BoardPapersRequest,
  PapersSendingRequest,
  ChangeAccountRequest,
  ContactRequest,
  KeptReportRequest,
  NoteRequest,
  PrepaymentRequest,
  RecurringJournalRequest,
} from '@just-ledger/contract';
import {
  addDays,
  formatAmount,
  minor,
  parseCurrencyCode,
  proposalOf,
  type CivilDate,
  type FundRestriction,
  type OrganisationKind,
  type PaperState,
  type TrayKey,
} from '@just-ledger/core';
import { openForCommands, runCommand } from '@just-ledger/server/composition/commands';
import type { Command } from '@just-ledger/server/platform/threads/task';
import { readChartFile } from '@just-ledger/server/areas/accounts/chart-file';
import { chartNames } from '@just-ledger/server/areas/accounts/chart-names';
import type { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import type { Clock } from '@just-ledger/server/platform/database/clock';

const EUR = parseCurrencyCode('EUR');

/** A clock that the sample moves forward as its story goes on. */
export class StoryClock implements Clock {
  private minute = 0;

  constructor(private date: CivilDate) {}

  today(): CivilDate {
    return this.date;
  }

  moment(): string {
    this.minute += 1;
    const time = 9 * 60 + (this.minute % 540);
    return `${this.date}T${String(Math.floor(time / 60)).padStart(2, '0')}:${String(time % 60).padStart(2, '0')}:00.000Z`;
  }

  /** Goes on to a day; it never goes back. */
  goTo(date: CivilDate): void {
    if (date > this.date) [this.date, this.minute] = [date, 0];
  }
}

/**
 * A line of a sample entry: the account's number, euro (a credit negative), who where it matters, and the code of the tax
 * that is in the amount.
 */
export type SampleLine = readonly [account: string, euro: number, contact?: string, tax?: string];

/** One sample organisation, written through the same operations that its users have. */
export class SampleBooks {
  private constructor(
    private readonly context: WriteContext,
    readonly clock: StoryClock,
    readonly person: number,
    readonly organisation: number,
  ) {}

  /** Begins an organisation with a chart from CSV text. */
  static begin(
    folder: string,
    person: number,
    clock: StoryClock,
    fields: {
      name: string;
      kind: OrganisationKind;
      fiscalYearStartMonth: number;
      firstDay: CivilDate;
      changeoverDate?: CivilDate;
      /** A chart of its own as CSV text; else the starter chart of its kind. */
      chart?: string;
      funds?: { name: string; restriction: FundRestriction }[];
    },
  ): SampleBooks {
    const context = openForCommands(folder, clock);
    const { chart, ...request } = fields;
    const { id } = runCommand(context, createOrganisation, {
      person,
      request: { ...request, baseCurrency: 'EUR', timeZone: 'Europe/Dublin', starterChart: chart === undefined },
    });
    const books = new SampleBooks(context, clock, person, id);
    if (chart !== undefined) books.do(importAccounts, { organisation: id, person, rows: readChartFile(chart) });
    return books;
  }

  /** Does one operation in a transaction of its own. */
  do<Args, Result>(command: Command<Args, Result>, args: Args): Result {
    return runCommand(this.context, command, args);
  }

  contact(name: string, role: string, more: Partial<ContactRequest> = {}): void {
    const request = { name, roles: [role], ...more };
    this.do(addContact, { organisation: this.organisation, person: this.person, request });
  }

  /** Adds an account to the chart. */
  addAccount(request: AccountRequest): void {
    this.do(addAccount, { organisation: this.organisation, person: this.person, request });
  }

  renameAccount(number: string, name: string): void {
    this.changeAccount(number, { name });
  }

  /** Lets an account stand under a heading. */
  putUnder(number: string, parent: string): void {
    this.changeAccount(number, { parent });
  }

  /** Changes what an account says of itself. */
  changeAccount(number: string, change: Partial<AccountRequest>): void {
    const { chart } = booksOf(this.context, this.organisation);
    const account = chart.byNumber.get(number);
    if (!account) throw new Error(`the sample has no account ${number}`);
    const { breakdowns: needed, ...proposal } = proposalOf(
      account,
      chart,
      chartNames(this.context.db, this.organisation),
    );
    const request = {
      ...proposal,
      ...(needed && { breakdowns: [...needed] }),
      ...change,
      version: 1,
    } as ChangeAccountRequest;
    this.do(changeAccount, { organisation: this.organisation, person: this.person, id: account.id, request });
  }

  /** Types rows into a tray of the take-on. */
  takeOn(tray: TrayKey, ...rows: Record<string, string>[]): void {
    const actor = { organisation: this.organisation, person: this.person };
    this.do(addTakeOnRows, { ...actor, tray, rows: rows.map((cells) => ({ cells })) });
  }

  /** Posts what has been typed into a tray. */
  postTray(tray: TrayKey): void {
    const version = versionOfTray(rowsOfTray(this.context.db, this.organisation, tray));
    this.do(postTray, { organisation: this.organisation, person: this.person, tray, version });
  }

  /** Notes what stands of a paper to gather. */
  paper(paper: string, state: PaperState, note: string): void {
    const papers = papersOf(this.context.db, organisationOf(this.context.db, this.organisation));
    const request = { state, note, version: papers.find(({ key }) => key === paper)?.version ?? 0 };
    this.do(keepPaper, { organisation: this.organisation, person: this.person, paper, request });
  }

  /** Posts an entry whose lines name breakdown values. */
  postWith(
    date: CivilDate,
    explanation: string,
    lines: readonly (readonly [account: string, euro: number, breakdowns: Record<string, string>])[],
  ): void {
    this.clock.goTo(date);
    this.do(postEntry, {
      organisation: this.organisation,
      person: this.person,
      request: {
        date,
        explanation,
        lines: lines.map(([account, euro, breakdowns]) => ({ ...requestLine([account, euro]), breakdowns })),
      },
    });
  }

  /** Posts an entry a day or two after its date, as people do. @returns its number */
  post(
    date: CivilDate,
    explanation: string,
    lines: readonly SampleLine[],
    more: { kind?: string; reference?: string; reversesOn?: CivilDate; corrects?: string } = {},
  ): string {
    const lag = more.kind === 'opening' ? 1 : Number(date.slice(8)) % 3;
    this.clock.goTo(addDays(date, lag));
    return this.do(postEntry, {
      organisation: this.organisation,
      person: this.person,
      request: { date, explanation, ...more, lines: lines.map(requestLine) },
    }).number;
  }

  reverse(number: string, date: CivilDate, explanation: string): void {
    this.clock.goTo(date);
    this.do(reverseEntry, {
      organisation: this.organisation,
      person: this.person,
      number,
      request: { date, explanation },
    });
  }

  /** Keeps a recurring journal. @param more where its amounts come from, and what it does by itself */
  recurring(
    name: string,
    schedule: RecurringJournalRequest['schedule'],
    explanation: string,
    lines: readonly SampleLine[],
    { kind = 'ordinary', ...more }: Partial<RecurringJournalRequest> & { readonly kind?: string } = {},
  ): number {
    return this.do(keepRecurring, {
      organisation: this.organisation,
      person: this.person,
      request: { ...more, name, schedule, entry: { kind, explanation, lines: lines.map(requestLine) } },
    }).id;
  }

  /** Spreads a line of a posted bill over the days that it is for. */
  spreadOverTime(request: PrepaymentRequest): void {
    this.do(spreadOverTime, { organisation: this.organisation, person: this.person, request });
  }

  holidays(...holidays: readonly { readonly date: string; readonly name: string }[]): void {
    const request = { holidays: [...holidays], version: 0 };
    this.do(keepHolidays, { organisation: this.organisation, request });
  }

  /** Posts everything due by a day. */
  postDue(on: CivilDate): void {
    this.clock.goTo(on);
    this.do(postDue, { organisation: this.organisation, person: this.person });
  }

  skip(id: number, date: CivilDate, reason: string): void {
    this.clock.goTo(date);
    this.do(skipOccurrence, {
      organisation: this.organisation,
      person: this.person,
      id,
      request: { date, reason, version: recurringJournalOf(this.context.db, this.organisation, id).row.version },
    });
  }

  draft(date: string, explanation: string, lines: readonly SampleLine[], kind = 'ordinary'): void {
    this.do(keepDraft, {
      organisation: this.organisation,
      person: this.person,
      request: { date, kind, explanation, lines: lines.map(requestLine) },
    });
  }

  pattern(name: string, explanation: string, lines: readonly SampleLine[]): void {
    this.do(keepPattern, {
      organisation: this.organisation,
      person: this.person,
      request: { name, entry: { explanation, lines: lines.map(requestLine) } },
    });
  }

  lock(period: string): void {
    this.do(lockPeriod, { organisation: this.organisation, person: this.person, period });
  }

  close(year: string): void {
    this.do(closeYear, { organisation: this.organisation, person: this.person, year, query: {} });
  }

  /** Opens a closed year again, on a day and for a reason. */
  reopen(year: string, on: CivilDate, reason: string): void {
    this.clock.goTo(on);
    this.do(reopenYear, { organisation: this.organisation, person: this.person, year, reason });
  }

  /** A note to the statements of the fiscal year of a day. */
  note(date: CivilDate, note: Omit<NoteRequest, 'of' | 'statement'> & Partial<Pick<NoteRequest, 'statement'>>): void {
    const request: NoteRequest = { statement: 'balance-sheet', ...note, of: date };
    this.do(writeNote, { organisation: this.organisation, person: this.person, request });
  }

  /** How the statements are arranged. */
  arrange(arrangement: Omit<ArrangementRequest, 'version'>): void {
    const request: ArrangementRequest = { version: 0, ...arrangement };
    this.do(arrangeStatements, { organisation: this.organisation, person: this.person, request });
  }

  /** A report that everybody has under a name. @returns its id */
  keepReport(report: Omit<KeptReportRequest, 'shared'>): number {
    const request: KeptReportRequest = { ...report, shared: true };
    return this.do(keepReport, { organisation: this.organisation, person: this.person, request }).id;
  }

  /** Kept reports as one document. @param sending where it goes when it is issued */
  boardPapers(request: BoardPapersRequest, sending?: PapersSendingRequest): void {
    const by = { organisation: this.organisation, person: this.person };
    const { id } = this.do(composePapers, { ...by, request });
    if (sending) this.do(setPapersSending, { ...by, id, request: sending });
  }

  end(): void {
    this.context.db.$client.close();
  }
}

function requestLine([account, euro, contact, taxCode]: SampleLine) {
  const cents = Math.round(euro * 100);
  return {
    account,
    [cents > 0 ? 'debit' : 'credit']: formatAmount(minor(Math.abs(cents)), EUR),
    ...(contact && { contact }),
    ...(taxCode && { taxCode, amountIs: 'gross' as const }),
  };
}

/** What is going to happen in a story, each thing on its day, in the order of the days. */
export class StoryPlan {
  private readonly events: { date: CivilDate; write: (date: CivilDate) => void }[] = [];

  /** Plans something for a day. */
  on(date: CivilDate, write: (date: CivilDate) => void): void {
    this.events.push({ date, write });
  }

  /** Lets everything up to a day happen. */
  until(date: CivilDate): void {
    this.events.sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
    while (this.events[0] && this.events[0].date <= date) {
      const event = this.events.shift();
      event?.write(event.date);
    }
  }
}

/** Numbers that look like life and are the same each time: a share from −1 to 1 for a seed. */
export function wobble(seed: number): number {
  const value = Math.sin(seed * 12.9898) * 43758.5453;
  return (value - Math.floor(value)) * 2 - 1;
}

/** An amount in euro around a middle, to the cent. */
export function around(middle: number, seed: number, spread = 0.2): number {
  return Math.round(middle * (1 + spread * wobble(seed)) * 100) / 100;
}
