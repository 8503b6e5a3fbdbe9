import {
  type Account,
  ACCOUNT_ROLES,
  accountParticulars,
  accountTitle,
  againstHistory,
  CASH_FLOW_CLASSES,
  COMPARED_OF_ACCOUNT,
  COMPARED_OF_CONTACT,
  COMPARED_OF_TAX_CODE,
  contactParticulars,
  explainedBy,
  fieldChanges,
  type Explanation,
  type FieldChange,
  isClassification,
  isKeyOf,
  isPeriod,
  lockedName,
  longMoment,
  mergedByHistory,
  minor,
  type Proof,
  proofOf,
  ratesTold,
  type SetUpSubject,
  standByHistory,
  sumOf,
  TAX_ROUNDINGS,
  TAX_SIDES,
  taxCodeParticulars,
} from '@just-ledger/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import {
  contact,
  periodEvent,
  periodLock,
  setUpChange,
  takeOn,
  takeOnEvent,
  yearClosing,
} from '../../platform/database/schema.js';
import { missingHistories } from '../../platform/database/chain-ends.js';
import type { KeptEnd } from '../../platform/database/ends-beside.js';
import {
  checkHistory,
  type HistoryCheck,
  type HistoryName,
  SEALED_HISTORIES,
} from '../../platform/database/sealed-histories.js';
import { loadChart } from '../accounts/account-store.js';
import { chartNames } from '../accounts/chart-names.js';
import { contactOf } from '../contacts/contact-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';

/** What the histories are of, within a sentence. */
const HISTORY_NAMES: Readonly<Record<HistoryName, string>> = {
  periods: 'locks and closings',
  takeOn: 'the take-on',
  setUp: 'the set-up',
};

/** How many things were compared with their history, and what is wrong with those that are not as it says. */
interface Compared {
  readonly count: number;
  readonly wrong: readonly string[];
}

/**
 * What happened to locks, sign-offs and the set-up, record after record as it was sealed, and whether locks, closed years,
 * accounts, contacts and tax codes stand as these records leave them.
 *
 * @param beside the chain ends of the organisation that are kept beside the books
 */
export function historyProof(db: Db, organisation: Organisation, beside: readonly KeptEnd[]): Proof {
  const { periods, takeOn, setUp } = SEALED_HISTORIES;
  const histories = [
    { what: HISTORY_NAMES.periods, check: checkHistory(db, periods, organisation.id) },
    { what: HISTORY_NAMES.takeOn, check: checkHistory(db, takeOn, organisation.id) },
    { what: HISTORY_NAMES.setUp, check: checkHistory(db, setUp, organisation.id) },
  ];
  const missing = beside.flatMap(({ keeper, histories }) =>
    missingHistories(db, organisation.id, histories).map(
      (name) => `${keeper} keeps the seal of a record of ${HISTORY_NAMES[name]} that is not there`,
    ),
  );
  const stands = [
    locksAgainstHistory(db, organisation),
    closedYearsAgainstHistory(db, organisation),
    takeOnAgainstHistory(db, organisation),
    accountsAgainstHistory(db, organisation),
    contactsAgainstHistory(db, organisation),
    taxCodesAgainstHistory(db, organisation),
  ];
  const explanations: Explanation[] = [
    ...histories.flatMap(({ what, check }) => brokenHistory(what, check)),
    ...[...missing, ...stands.flatMap(({ wrong }) => wrong)].map((label) => ({ label, amount: minor(1) })),
  ];
  const all = [...histories.map(({ check }) => check.records), ...stands.map(({ count }) => count)];
  const left = all.reduce((sum, count) => sum + count, beside.length * histories.length);
  const [first] = explanations;
  return explainedBy(
    proofOf('history', {
      leftLabel: 'Records and what they leave',
      left: minor(left),
      rightLabel: 'As sealed, and as recorded',
      right: minor(left - sumOf(explanations.map(({ amount }) => amount))),
      unit: 'records',
      remark: first
        ? `${first.label}.`
        : 'Every record of locks, sign-offs and set-up has its seal; locks, closed years, accounts, contacts and tax codes are as they leave them.',
    }),
    explanations,
  );
}

function brokenHistory(what: string, { records, intact, brokenAt }: HistoryCheck): Explanation[] {
  if (brokenAt === undefined) return [];
  const label = `What happened to ${what} on ${longMoment(brokenAt)} is not what was sealed, or something before it is missing; this and all after it`;
  return [{ label, amount: minor(records - intact) }];
}

/** Each period that is locked, or would be. */
function locksAgainstHistory(db: Db, { id, calendar }: Organisation): Compared {
  const byHistory = new Map<string, string>();
  for (const { event, period, entries, seal } of eventsOf(db, id)) {
    if (event === 'locked') byHistory.set(period, `${entries} ${seal}`);
    else if (event === 'unlocked') byHistory.delete(period);
  }
  const locks = db.select().from(periodLock).where(eq(periodLock.organisation, id)).all();
  const now = new Map<string, string>(locks.map(({ period, entries, seal }) => [period, `${entries} ${seal}`]));
  const periods = [...new Set([...byHistory.keys(), ...now.keys()])].sort();
  return {
    count: periods.length,
    wrong: periods.flatMap((period) => {
      const [recorded, found] = [byHistory.get(period), now.get(period)];
      if (recorded === found) return [];
      const lock = `lock of ${lockedName(calendar, period)}`;
      if (found === undefined) return [`The ${lock} is gone, though nobody has unlocked it`];
      if (recorded === undefined) return [`There is a ${lock}, though nobody has locked it`];
      return [`The ${lock} is not the one that was recorded`];
    }),
  };
}

/** Each year that is closed, or would be. */
function closedYearsAgainstHistory(db: Db, { id }: Organisation): Compared {
  const byHistory = new Set<string>();
  for (const { event, period } of eventsOf(db, id)) {
    if (isPeriod(period)) continue;
    if (event === 'closed') byHistory.add(period);
    else if (event === 'reopened') byHistory.delete(period);
  }
  const closings = db
    .select({ year: yearClosing.year })
    .from(yearClosing)
    .where(eq(yearClosing.organisation, id))
    .all();
  const now = new Set(closings.map(({ year }) => year));
  const years = [...new Set([...byHistory, ...now])].sort();
  return {
    count: years.length,
    wrong: years
      .filter((year) => byHistory.has(year) !== now.has(year))
      .map((year) =>
        now.has(year)
          ? `${year} counts as closed, though nobody has closed it`
          : `${year} was closed and not reopened since, and does not count as closed`,
      ),
  };
}

function eventsOf(db: Db, organisation: number) {
  return db
    .select()
    .from(periodEvent)
    .where(eq(periodEvent.organisation, organisation))
    .orderBy(asc(periodEvent.id))
    .all();
}

function takeOnAgainstHistory(db: Db, { id }: Organisation): Compared {
  const events = db
    .select()
    .from(takeOnEvent)
    .where(eq(takeOnEvent.organisation, id))
    .orderBy(asc(takeOnEvent.id))
    .all();
  const row = db.select().from(takeOn).where(eq(takeOn.organisation, id)).get();
  const [byHistory, now] = [events.at(-1)?.event === 'signed-off', (row?.signedOffAt ?? null) !== null];
  if (events.length === 0 && !now) return { count: 0, wrong: [] };
  const wrong = now
    ? 'The take-on counts as signed off, though nobody has signed it off'
    : 'The sign-off of the take-on is gone';
  return { count: 1, wrong: byHistory === now ? [] : [wrong] };
}

function accountsAgainstHistory(db: Db, { id }: Organisation): Compared {
  const byHistory = standByHistory(changesOf(db, id, 'account'));
  const chart = loadChart(db, id);
  const names = chartNames(db, id);
  const wrong = [...chart.byId.values()].flatMap((account): string[] => {
    const title = accountTitle(account);
    const recorded = byHistory.get(account.id);
    if (!recorded) return [`The account ${title} is there, though nobody has added it`];
    if (!isOfKnownWords(account)) return [`The account ${title} says of itself what no account can`];
    return sentences(
      `The account ${title}`,
      againstHistory(recorded, accountParticulars(account, chart, names), COMPARED_OF_ACCOUNT),
    );
  });
  const known = new Set<number>(chart.byId.keys());
  const gone = [...byHistory].filter(([account]) => !known.has(account));
  return {
    count: chart.byId.size + gone.length,
    wrong: [
      ...wrong,
      ...gone.map(([, { number, name }]) => `The account ${number} ${name} is gone, though nobody has removed it`),
    ],
  };
}

/** Whether an account is of the words that there are: somebody with the file may have written others. */
function isOfKnownWords({ classification, role, cashFlow }: Account): boolean {
  return (
    isClassification(classification) &&
    (role === undefined || isKeyOf(ACCOUNT_ROLES, role)) &&
    (cashFlow === undefined || isKeyOf(CASH_FLOW_CLASSES, cashFlow))
  );
}

function contactsAgainstHistory(db: Db, { id }: Organisation): Compared {
  const { contacts, merged } = mergedByHistory(changesOf(db, id, 'contact'));
  const rows = db.select().from(contact).where(eq(contact.organisation, id)).all();
  const byId = new Map<number, (typeof rows)[number]>(rows.map((row) => [row.id, row]));
  const titleOf = (row: { number?: string; name?: string } | undefined): string => `${row?.number} ${row?.name}`;
  const wrong = rows.flatMap((row): string[] => {
    const title = `The contact ${titleOf(row)}`;
    const recorded = contacts.get(row.id);
    if (!recorded) return [`${title} is there, though nobody has added it`];
    const differing = sentences(
      title,
      againstHistory(recorded, contactParticulars(contactOf(row)), COMPARED_OF_CONTACT),
    );
    const taker = merged.get(row.id) ?? null;
    if (taker === row.mergedInto) return differing;
    return [
      ...differing,
      row.mergedInto === null
        ? `${title} was merged into ${titleOf(byId.get(taker ?? 0))}, and is not any more`
        : `${title} counts as merged into ${titleOf(byId.get(row.mergedInto))}, though nobody has merged it`,
    ];
  });
  const gone = [...contacts].filter(([known]) => !byId.has(known));
  return {
    count: rows.length + gone.length,
    wrong: [...wrong, ...gone.map(([, row]) => `The contact ${titleOf(row)} is gone, though nobody has removed it`)],
  };
}

function taxCodesAgainstHistory(db: Db, { id }: Organisation): Compared {
  const byHistory = standByHistory(changesOf(db, id, 'tax-code'));
  const chart = loadChart(db, id);
  const codes = loadTaxCodes(db, id);
  const wrong = codes.flatMap((taxCode): string[] => {
    const title = `The tax code ${taxCode.code} ${taxCode.name}`;
    const recorded = byHistory.get(taxCode.id);
    if (!recorded) return [`${title} is there, though nobody has added it`];
    if (!isKeyOf(TAX_SIDES, taxCode.side) || !isKeyOf(TAX_ROUNDINGS, taxCode.rounding)) {
      return [`${title} says of itself what no tax code can`];
    }
    const now = taxCodeParticulars(taxCode, chart);
    return sentences(title, [
      ...againstHistory(recorded, now, COMPARED_OF_TAX_CODE),
      ...fieldChanges(ratesTold(recorded), ratesTold(now)),
    ]);
  });
  const known = new Set<number>(codes.map((taxCode) => taxCode.id));
  const gone = [...byHistory].filter(([taxCode]) => !known.has(taxCode));
  return {
    count: codes.length + gone.length,
    wrong: [
      ...wrong,
      ...gone.map(([, { code, name }]) => `The tax code ${code} ${name} is gone, though nobody has removed it`),
    ],
  };
}

/** One sentence for what differs of an object, so that each counts once. */
function sentences(title: string, differing: readonly FieldChange[]): string[] {
  if (differing.length === 0) return [];
  const fields = differing.map(
    ({ field, from, to }) => `${field}: ${to ?? 'nothing'}, recorded ${from ?? 'nothing'}`,
  );
  return [`${title} is not as recorded (${fields.join('; ')})`];
}

function changesOf(db: Db, organisation: number, subject: SetUpSubject) {
  return db
    .select({ object: setUpChange.object, action: setUpChange.action, fields: setUpChange.fields })
    .from(setUpChange)
    .where(and(eq(setUpChange.organisation, organisation), eq(setUpChange.subject, subject)))
    .orderBy(asc(setUpChange.id))
    .all();
}
