import type {
  PartState,
  SuggestionResponse,
  TakeOnResponse,
  TrayResponse,
  TrayRowsResponse,
} from '@just-ledger/contract';
import {
  accountIn,
  DETAIL_TRAYS,
  displayAmount,
  explainDifference,
  formatAmount,
  historyDates,
  minor,
  type Minor,
  parseCivilDate,
  placeOfLine,
  POSTED_PARTS,
  type PostedPart,
  signOffBlockers,
  suggestionWords,
  type TakeOnRow,
  takeOnStatus,
  type TrayKey,
  TRAYS,
  keysOf,
  versionOf,
} from '@just-ledger/core';
import { desc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { person, takeOn, takeOnEvent } from '../../platform/database/schema.js';
import { defineReading } from '../../platform/threads/task.js';
import {
  clearingInLedger,
  entriesOfPart,
  isPostedAsTyped,
  type LoadedTakeOn,
  loadTakeOn,
  versionOfTakeOn,
  versionOfTray,
  wantedEntries,
} from './take-on-store.js';

/** So many suggestions are told. */
const MOST_SUGGESTIONS = 12;

/** How a take-on stands as a whole. */
export const takeOnAt = defineReading(
  'takeOnAt',
  (db: Db, { organisation, today }: { organisation: number; today: string }): TakeOnResponse => {
    const loaded = loadTakeOn(db, organisation, parseCivilDate(today));
    const { trays, on, clearing, closesInto, rows } = loaded;
    const { chart, baseCurrency } = on.books;
    const write = (amount: Minor): string => formatAmount(amount, baseCurrency);
    const status = takeOnStatus(trays, on);
    const left = clearingInLedger(db, organisation, clearing);
    const events = eventsOf(db, organisation);
    const signedOff = db
      .select({ at: takeOn.signedOffAt, by: person.name })
      .from(takeOn)
      .innerJoin(person, eq(person.id, takeOn.signedOffBy))
      .where(eq(takeOn.organisation, organisation))
      .get();
    return {
      changeover: on.changeover,
      isBegun: events.length > 0 || Object.values(rows).some((some) => some.length > 0),
      debit: write(status.debit),
      credit: write(status.credit),
      outBy: write(status.outBy),
      trays: keysOf(TRAYS).map((tray) => trayResponse(db, organisation, tray, loaded, status.trays)),
      history: historyDates(trays.history.facts, trays['trial-balance'].facts, on).map(
        ({ date, rows: count, debit, credit, outBy, differing }) => ({
          date,
          rows: count,
          debit: write(debit),
          credit: write(credit),
          outBy: write(outBy),
          differing: differing ?? null,
        }),
      ),
      clearing: POSTED_PARTS.map((part) => ({
        part,
        expected: write(status.clearing.get(part) ?? minor(0)),
        posted: write(minor(left.get(part) ?? 0)),
      })),
      clearingAccount: clearing === undefined ? null : accountIn(chart, clearing).number,
      isUnclosed: status.isUnclosed,
      closesInto: typeof closesInto === 'number' ? accountIn(chart, closesInto).number : (closesInto ?? null),
      signedOff: signedOff?.at ? { at: signedOff.at, by: signedOff.by } : null,
      events,
      inTheWay: signOffBlockers(trays, on, closesInto !== undefined),
      version: versionOfTakeOn(loaded),
    };
  },
);

/** The rows of a tray, and what explains its difference. */
export const trayAt = defineReading(
  'trayAt',
  (
    db: Db,
    { organisation, today, tray }: { organisation: number; today: string; tray: TrayKey },
  ): TrayRowsResponse => {
    const loaded = loadTakeOn(db, organisation, parseCivilDate(today));
    const { trays, rows, on } = loaded;
    const facts = new Map(trays[tray].facts.map((fact) => [fact.row, fact]));
    const proposals = new Map(trays.assets.facts.map((fact) => [fact.row, fact.proposed]));
    const write = (amount: number): string => formatAmount(minor(amount), on.books.baseCurrency);
    return {
      tray,
      rows: rows[tray].map(({ id, cells }) => {
        const fact = facts.get(id);
        const proposed = tray === 'assets' ? proposals.get(id) : undefined;
        return {
          id,
          cells: { ...cells },
          problems: [...(trays[tray].problems.get(id) ?? [])],
          remarks: trays[tray].remarks
            .filter(({ row }) => row === id)
            .map(({ code, column, message }) => ({ code, column, message })),
          amount: fact ? write(fact.lines.reduce((sum, line) => sum + line.amount, 0)) : null,
          proposed: proposed === undefined ? null : write(proposed),
          version: versionOf({ ...cells }),
        };
      }),
      version: versionOfTray(rows[tray]),
      suggestions: suggestionsFor(tray, loaded),
    };
  },
);

function trayResponse(
  db: Db,
  organisation: number,
  tray: TrayKey,
  loaded: LoadedTakeOn,
  statuses: ReturnType<typeof takeOnStatus>['trays'],
): TrayResponse {
  const { trays, on } = loaded;
  const { chart, baseCurrency } = on.books;
  const write = (amount: Minor): string => formatAmount(amount, baseCurrency);
  const status = statuses.find((status) => status.tray === tray);
  const part = POSTED_PARTS.find((postedPart) => postedPart === tray);
  const entries = part ? entriesOfPart(db, organisation, part) : [];
  return {
    tray,
    rows: trays[tray].facts.length + trays[tray].problems.size,
    rowsWithProblems: trays[tray].problems.size,
    remarks: trays[tray].remarks.length,
    detail: write(status?.detail ?? minor(0)),
    trialBalance: status?.trialBalance === undefined ? null : write(status.trialBalance),
    difference: write(status?.difference ?? minor(0)),
    accounts: (status?.accounts ?? []).map(({ account, detail, foreign, trialBalance, difference }) => {
      const { number, name } = accountIn(chart, account);
      return {
        number,
        name,
        detail: write(detail),
        foreign: [...foreign].map(([currency, amount]) => ({ currency, amount: formatAmount(amount, currency) })),
        trialBalance: trialBalance === undefined ? null : write(trialBalance),
        difference: write(difference),
      };
    }),
    state: part ? stateOf(db, organisation, part, entries.length, loaded) : 'nothing',
    entries: entries.map(({ number }) => number),
    version: versionOfTray(loaded.rows[tray]),
  };
}

function stateOf(db: Db, organisation: number, part: PostedPart, posted: number, loaded: LoadedTakeOn): PartState {
  const wanted = wantedEntries(part, loaded);
  if (posted === 0) return wanted.length === 0 ? 'nothing' : 'waiting';
  return isPostedAsTyped(db, organisation, part, wanted) ? 'posted' : 'changed';
}

function suggestionsFor(tray: TrayKey, loaded: LoadedTakeOn): SuggestionResponse[] {
  const { trays, on, rows } = loaded;
  const part = [...DETAIL_TRAYS, 'trial-balance' as const].find((key) => key === tray);
  if (!part) return [];
  const status = takeOnStatus(trays, on);
  const difference =
    part === 'trial-balance'
      ? status.outBy
      : (status.trays.find((tray) => tray.tray === part)?.difference ?? minor(0));
  // while the other side is missing altogether there is nothing to explain
  if (part !== 'trial-balance' && status.trays.find((tray) => tray.tray === part)?.trialBalance === undefined)
    return [];
  return explainDifference(part, trays, on)
    .slice(0, MOST_SUGGESTIONS)
    .map((suggestion) => {
      const lines = suggestion.lines.map(placeOfLine).filter((line) => line !== undefined);
      const titles = lines.map((line) =>
        titleOf(
          line.tray,
          rows[line.tray].find(({ id }) => id === line.row),
          loaded,
        ),
      );
      const words = suggestionWords(suggestion, difference, titles, on.books.baseCurrency);
      return { slip: suggestion.slip, ...words, lines, weight: suggestion.weight };
    });
}

/** A row as people name it. */
function titleOf(tray: TrayKey, row: TakeOnRow | undefined, { on, trays }: LoadedTakeOn): string {
  if (!row) return '';
  const cell = (key: string): string => row.cells[key]?.trim() ?? '';
  const account = on.books.chart.byNumber.get(cell('account'));
  const named = {
    'trial-balance': account ? `${account.number} ${account.name}` : cell('account'),
    customers: `${cell('contact')} ${cell('document')}`,
    suppliers: `${cell('contact')} ${cell('document')}`,
    banks:
      cell('statement') === '' ? `${cell('payee')} ${cell('reference')}` : `${account?.name ?? ''} on the statement`,
    'asset-classes': cell('name'),
    assets: cell('name'),
    stock: cell('item'),
    other: cell('note') || `${account?.number} ${account?.name}`,
    equity: cell('note') || `${account?.number} ${account?.name}`,
    'running-year': `${account?.name ?? ''} ${cell('month')}`,
    history: `${account?.name ?? ''} ${cell('date')}`,
  } satisfies Record<TrayKey, string>;
  const amount = trays[tray].facts
    .find((fact) => fact.row === row.id)
    ?.lines.reduce((sum, line) => sum + line.amount, 0);
  const shown = amount === undefined ? '' : `, ${displayAmount(minor(Math.abs(amount)), on.books.baseCurrency)}`;
  return `${named[tray].trim() || 'A line'}${shown}`;
}

function eventsOf(db: Db, organisation: number): TakeOnResponse['events'] {
  return db
    .select({ event: takeOnEvent.event, at: takeOnEvent.at, by: person.name, reason: takeOnEvent.reason })
    .from(takeOnEvent)
    .innerJoin(person, eq(person.id, takeOnEvent.by))
    .where(eq(takeOnEvent.organisation, organisation))
    .orderBy(desc(takeOnEvent.id))
    .all();
}
