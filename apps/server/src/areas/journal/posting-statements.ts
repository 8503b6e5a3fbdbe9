import type { EntryLine, PostedEntry } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';

/** What a staged entry carries beyond what is sealed. */
export interface StagedEntry {
  readonly entry: PostedEntry;
  readonly person: number;
  readonly previousSeal: string;
  readonly seal: string;
}

/** Where an organisation's chain ends. */
export interface ChainEnd {
  readonly place: number;
  readonly seal: string;
  readonly postedAt: string;
}

/** The statements by which entries get into the books. */
export interface PostingStatements {
  /** The entry that the next one follows, if there is any. */
  chainEnd(organisation: number): ChainEnd | undefined;
  /** The last number given in a fiscal year, 0 if none. */
  lastNumber(organisation: number, year: string): number;
  /** What the organisation's entries come to on one side, and in foreign currencies; minor units. */
  volume(organisation: number): Volume;
  /** The name of who posts. */
  personName(person: number): string;
  /** Lays an entry out, not yet posted. */
  stageEntry(staged: StagedEntry): void;
  /** Lays one of its lines out; the combination is that of its breakdown values, 0 for none. */
  stageLine(entry: number, index: number, line: EntryLine, combination: number): void;
  /** Posts what was staged from one place of the chain to another: the database checks it and writes lines and totals. */
  post(organisation: number, first: number, last: number): void;
}

/** How much has been posted in all. */
export interface Volume {
  readonly debit: number;
  readonly foreign: number;
}

/** The statements of a connection, prepared once: they are run for every entry and line of an import. */
export const postingStatements = oncePerConnection(prepare);

function prepare({ $client }: Db): PostingStatements {
  // our postings leave nothing staged; what somebody else has left there would be in the way of the next
  $client.exec('DELETE FROM staged_line; DELETE FROM staged_entry');
  const entryRow = $client.prepare(`INSERT INTO staged_entry (place, year, number, date, kind, stage, source,
    explanation, reference, reverses, supply_date, posted_at, posted_by, previous_seal, seal) VALUES (${marks(15)})`);
  const plainLine = $client.prepare('INSERT INTO staged_line (entry, place, account, amount) VALUES (?, ?, ?, ?)');
  const fullLine =
    $client.prepare(`INSERT INTO staged_line (entry, place, account, amount, movement, combination, contact,
    note, currency, foreign_amount, rate, rate_per_base, due_date, document, document_date, own_number, cash_basis,
    tax_code, tax_base, tax_rate, tax_side, tax_adjustment) VALUES (${marks(22)})`);
  const posting = $client.prepare('INSERT INTO posting (organisation, first, last) VALUES (?, ?, ?)');
  const chainEnd = $client.prepare<[number], ChainEnd>(
    'SELECT place, seal, posted_at AS postedAt FROM entry WHERE organisation = ? ORDER BY place DESC LIMIT 1',
  );
  const lastNumber = $client
    .prepare<[number, string], number>(
      'SELECT number FROM entry WHERE organisation = ? AND year = ? ORDER BY number DESC LIMIT 1',
    )
    .pluck();
  const volume = $client.prepare<[number], Volume>(
    'SELECT debit, foreign_amount AS "foreign" FROM volume WHERE organisation = ?',
  );
  const personName = $client.prepare<[number], string>('SELECT name FROM person WHERE id = ?').pluck();
  return {
    chainEnd: (organisation) => chainEnd.get(organisation),
    lastNumber: (organisation, year) => lastNumber.get(organisation, year) ?? 0,
    volume: (organisation) => volume.get(organisation) ?? { debit: 0, foreign: 0 },
    personName: (person) => personName.get(person) ?? '',
    stageEntry: ({ entry: postedEntry, person, previousSeal, seal }) => {
      entryRow.run(
        postedEntry.place,
        postedEntry.year,
        postedEntry.number,
        postedEntry.date,
        postedEntry.kind,
        postedEntry.stage,
        postedEntry.source,
        postedEntry.explanation,
        postedEntry.reference ?? null,
        postedEntry.reverses ?? null,
        postedEntry.supplyDate ?? null,
        postedEntry.postedAt,
        person,
        previousSeal,
        seal,
      );
    },
    stageLine: (entry, index, line, combination) => {
      const { account, amount, movement, contact, note, foreign, dueDate, document, documentDate, ownNumber } = line;
      const { cashBasis, tax } = line;
      const more = movement ?? contact ?? note ?? foreign ?? dueDate ?? document ?? documentDate ?? ownNumber;
      if ((more ?? cashBasis ?? tax ?? (combination || undefined)) === undefined) {
        plainLine.run(entry, index, account, amount);
        return;
      }
      const quote: { rate?: string; ratePerBase?: string } = foreign?.quote ?? {};
      fullLine.run(
        entry,
        index,
        account,
        amount,
        movement ?? '',
        combination,
        contact ?? null,
        note ?? null,
        foreign?.currency ?? null,
        foreign?.amount ?? null,
        quote.rate ?? null,
        quote.ratePerBase ?? null,
        dueDate ?? null,
        document ?? null,
        documentDate ?? null,
        ownNumber ?? null,
        cashBasis === undefined ? null : Number(cashBasis),
        tax?.code ?? null,
        tax?.base ?? null,
        tax?.rate ?? null,
        tax?.side ?? null,
        tax?.adjustment ?? null,
      );
    },
    post: (organisation, first, last) => {
      posting.run(organisation, first, last);
    },
  };
}

function marks(count: number): string {
  return Array<string>(count).fill('?').join(', ');
}
