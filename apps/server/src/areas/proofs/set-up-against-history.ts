import {
  type Account,
  ACCOUNT_ROLES,
  accountParticulars,
  accountTitle,
  againstHistory,
  breakdownParticulars,
  type ChangeOfObject,
  type Chart,
  CASH_FLOW_CLASSES,
  COMPARED_OF_CONTACT,
  comparedOfAccount,
  comparedOfBreakdown,
  comparedOfCurrency,
  comparedOfTaxCode,
  comparedOfValue,
  contactParticulars,
  type CurrencyKept,
  currencyKeptParticulars,
  type FieldChange,
  isClassification,
  isKeyOf,
  isRateField,
  mergedByHistory,
  NamesByHistory,
  rateField,
  rateInWords,
  RATES_READ,
  type SetUpSubject,
  standByHistory,
  TAX_ROUNDINGS,
  TAX_SIDES,
  taxCodeParticulars,
  valueInTrail,
  valueParticulars,
  type WordedParticulars,
} from '@just-ledger/core';
import { and, asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact, setUpChange } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { chartNames } from '../accounts/chart-names.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { contactOf } from '../contacts/contact-store.js';
import { loadCurrencies, loadRates } from '../currencies/currency-store.js';
import { inTrail } from '../currencies/rate-row.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';

/** How many objects were compared with their history, and what is wrong with those that are not as it says. */
export interface Compared {
  readonly count: number;
  readonly wrong: readonly string[];
}

/** What was recorded of the set-up, by subject, and what its objects were ever called. */
class History {
  readonly accounts: NamesByHistory;
  readonly breakdowns: NamesByHistory;
  readonly values: NamesByHistory;
  readonly taxCodes: NamesByHistory;

  constructor(
    private readonly db: Db,
    private readonly organisation: number,
  ) {
    const nameOf = ({ name }: WordedParticulars): string | undefined => name;
    this.accounts = new NamesByHistory(this.changesOf('account'), ({ number, name }) => `${number} ${name}`);
    this.breakdowns = new NamesByHistory(this.changesOf('breakdown'), nameOf);
    this.values = new NamesByHistory(this.changesOf('breakdown-value'), nameOf);
    this.taxCodes = new NamesByHistory(this.changesOf('tax-code'), ({ code }) => code);
  }

  changesOf(subject: SetUpSubject): ChangeOfObject[] {
    return this.db
      .select({ object: setUpChange.object, action: setUpChange.action, fields: setUpChange.fields })
      .from(setUpChange)
      .where(and(eq(setUpChange.organisation, this.organisation), eq(setUpChange.subject, subject)))
      .orderBy(asc(setUpChange.id))
      .all();
  }
}

/** An object as it stands now, by its number in the trail. */
interface Standing {
  readonly object: number;
  /** What it is, as a sentence begins. */
  readonly title: string;
  /** What differs from what was recorded; undefined where it says of itself what nothing of its kind can. */
  readonly differs: (recorded: WordedParticulars) => readonly FieldChange[] | undefined;
}

/** Accounts, contacts, breakdowns with their values, tax codes and currencies, each as its history leaves it. */
export function setUpAgainstHistory(db: Db, organisation: number): Compared[] {
  const history = new History(db, organisation);
  const chart = loadChart(db, organisation);
  return [
    accountsAgainstHistory(db, organisation, history, chart),
    contactsAgainstHistory(db, organisation, history),
    breakdownsAgainstHistory(db, organisation, history),
    valuesAgainstHistory(db, organisation, history, chart),
    taxCodesAgainstHistory(db, organisation, history, chart),
    currenciesAgainstHistory(db, organisation, history, chart),
  ];
}

/** Compares what stands with what was recorded. @param titleOf what an object was that is gone */
function compared(
  standing: readonly Standing[],
  byHistory: ReadonlyMap<number, WordedParticulars>,
  titleOf: (recorded: WordedParticulars) => string,
): Compared {
  const wrong = standing.flatMap(({ object, title, differs }) => {
    const recorded = byHistory.get(object);
    if (!recorded) return [`${title} is there, though nobody has added it`];
    const differing = differs(recorded);
    return differing ? sentences(title, differing) : [`${title} says of itself what nothing of its kind can`];
  });
  const known = new Set(standing.map(({ object }) => object));
  const gone = [...byHistory].filter(([object]) => !known.has(object));
  return {
    count: standing.length + gone.length,
    wrong: [...wrong, ...gone.map(([, recorded]) => `${titleOf(recorded)} is gone, though nobody has removed it`)],
  };
}

function accountsAgainstHistory(db: Db, organisation: number, history: History, chart: Chart): Compared {
  const names = chartNames(db, organisation);
  return compared(
    [...chart.byId.values()].map((account) => ({
      object: account.id,
      title: `The account ${accountTitle(account)}`,
      differs: (recorded) =>
        isOfKnownWords(account)
          ? againstHistory(recorded, accountParticulars(account, chart, names), comparedOfAccount(account, history))
          : undefined,
    })),
    standByHistory(history.changesOf('account')),
    ({ number, name }) => `The account ${number} ${name}`,
  );
}

/** Whether an account is of the words that there are: somebody with the file may have written others. */
function isOfKnownWords({ classification, role, cashFlow }: Account): boolean {
  return (
    isClassification(classification) &&
    (role === undefined || isKeyOf(ACCOUNT_ROLES, role)) &&
    (cashFlow === undefined || isKeyOf(CASH_FLOW_CLASSES, cashFlow))
  );
}

function contactsAgainstHistory(db: Db, organisation: number, history: History): Compared {
  const { contacts, merged } = mergedByHistory(history.changesOf('contact'));
  const rows = db.select().from(contact).where(eq(contact.organisation, organisation)).all();
  const byId = new Map<number, (typeof rows)[number]>(rows.map((row) => [row.id, row]));
  const titleOf = ({ number, name }: { number?: string; name?: string }): string => `The contact ${number} ${name}`;
  const { count, wrong } = compared(
    rows.map((row) => ({
      object: row.id,
      title: titleOf(row),
      differs: (recorded) => againstHistory(recorded, contactParticulars(contactOf(row)), COMPARED_OF_CONTACT),
    })),
    contacts,
    titleOf,
  );
  const named = (id: number | null): string => `${byId.get(id ?? 0)?.number} ${byId.get(id ?? 0)?.name}`;
  const mergedWrongly = rows.flatMap((row): string[] => {
    const taker = merged.get(row.id) ?? null;
    if (!contacts.has(row.id) || taker === row.mergedInto) return [];
    return row.mergedInto === null
      ? [`${titleOf(row)} was merged into ${named(taker)}, and is not any more`]
      : [`${titleOf(row)} counts as merged into ${named(row.mergedInto)}, though nobody has merged it`];
  });
  return { count, wrong: [...wrong, ...mergedWrongly] };
}

function breakdownsAgainstHistory(db: Db, organisation: number, history: History): Compared {
  return compared(
    loadBreakdowns(db, organisation).map((breakdown) => ({
      object: breakdown.id,
      title: `The breakdown ${breakdown.name}`,
      differs: (recorded) =>
        againstHistory(recorded, breakdownParticulars(breakdown), comparedOfBreakdown(breakdown, history.values)),
    })),
    standByHistory(history.changesOf('breakdown')),
    ({ name }) => `The breakdown ${name}`,
  );
}

function valuesAgainstHistory(db: Db, organisation: number, history: History, chart: Chart): Compared {
  const { accounts, values: named } = history;
  return compared(
    loadBreakdowns(db, organisation).flatMap(({ id, name, values }) => {
      const names = new Map(values.map((value) => [value.id, value.name]));
      const nameOf = (value: number | undefined): string | undefined => names.get(value ?? 0);
      return values.map((value) => ({
        object: valueInTrail(id, value.id),
        title: `The value ${value.name} of ${name}`,
        differs: (recorded: WordedParticulars) =>
          againstHistory(
            recorded,
            valueParticulars(value, nameOf, chart),
            comparedOfValue(id, value, named, accounts),
          ),
      }));
    }),
    standByHistory(history.changesOf('breakdown-value')),
    ({ name }) => `The value ${name} of a breakdown`,
  );
}

function taxCodesAgainstHistory(db: Db, organisation: number, history: History, chart: Chart): Compared {
  return compared(
    loadTaxCodes(db, organisation).map((taxCode) => ({
      object: taxCode.id,
      title: `The tax code ${taxCode.code} ${taxCode.name}`,
      differs: (recorded) =>
        isKeyOf(TAX_SIDES, taxCode.side) && isKeyOf(TAX_ROUNDINGS, taxCode.rounding)
          ? againstHistory(
              recorded,
              taxCodeParticulars(taxCode, chart),
              comparedOfTaxCode(recorded, taxCode, chart, history.accounts),
            )
          : undefined,
    })),
    standByHistory(history.changesOf('tax-code')),
    ({ code, name }) => `The tax code ${code} ${name}`,
  );
}

/**
 * Currencies with their rates. What a file brings is told as a whole: once one was read, only the rates that were typed
 * since are compared.
 */
function currenciesAgainstHistory(db: Db, organisation: number, history: History, chart: Chart): Compared {
  const typed = new Map<number, Set<string>>();
  const byHistory = standByHistory(history.changesOf('currency'), ({ object, action, fields }) => {
    if (action !== 'changed' || fields.some(({ field }) => field === RATES_READ)) typed.set(object, new Set());
    for (const { field } of fields) if (isRateField(field)) typed.get(object)?.add(field);
  });
  return compared(
    loadCurrencies(db, organisation).map((kept: CurrencyKept) => {
      const { object } = inTrail(kept.currency);
      const rates = Object.fromEntries(
        loadRates(db, organisation, kept.currency).map((rate) => [rateField(rate.date), rateInWords(rate)]),
      );
      return {
        object,
        title: `The currency ${kept.currency}`,
        differs: (recorded) => {
          const known = typed.get(object) ?? [];
          const comparedRates = RATES_READ in recorded ? known : [...known, ...Object.keys(rates)];
          return againstHistory(
            recorded,
            { ...currencyKeptParticulars(kept, chart), ...rates },
            comparedOfCurrency(kept, history.accounts, comparedRates),
          );
        },
      };
    }),
    byHistory,
    ({ currency }) => `The currency ${currency}`,
  );
}

/** One sentence for what differs of an object, so that each counts once. */
function sentences(title: string, differing: readonly FieldChange[]): string[] {
  if (differing.length === 0) return [];
  const fields = differing.map(
    ({ field, from, to }) => `${field}: ${to ?? 'nothing'}, recorded ${from ?? 'nothing'}`,
  );
  return [`${title} is not as recorded (${fields.join('; ')})`];
}
