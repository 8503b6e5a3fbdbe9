import type { CreateOrganisationRequest } from '@just-ledger/contract';
import {
  civilDate,
  type CivilDate,
  type FundRestriction,
  isKeyOf,
  isMidYear,
  type OrganisationKind,
  partsOf,
  startingDates,
  type StartingDates,
} from '@just-ledger/core';
import { typedDay } from '../../ui/own-ways.js';

/** A partner as typed. */
export interface TypedPartner {
  readonly name: string;
  readonly share: string;
}

/** A fund as typed. */
export interface TypedFund {
  readonly name: string;
  readonly restriction: FundRestriction;
}

/** The answers of a start, just as they are given. */
export interface BeginAnswers {
  readonly name: string;
  readonly kind: OrganisationKind;
  readonly baseCurrency: string;
  readonly fiscalYearStartMonth: number;
  readonly fiscalYearStartDay: number;
  readonly hadBooks: boolean;
  /** For a new organisation: the day on which it begins, as typed. */
  readonly foundedOn: string;
  /** For one that kept books before: the first month that is written here. */
  readonly firstMonth: number;
  readonly firstYear: number;
  /** Within a year: back to its first month, or from the changeover on. */
  readonly goesBack: boolean;
  readonly starterChart: boolean;
  readonly partners: readonly TypedPartner[];
  readonly shareClasses: readonly string[];
  readonly funds: readonly TypedFund[];
}

/** The answers nobody has given yet. */
export function firstAnswers(today: CivilDate): BeginAnswers {
  const { year, month } = partsOf(today);
  return {
    name: '',
    kind: 'sole-trader',
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    fiscalYearStartDay: 1,
    hadBooks: true,
    foundedOn: '',
    firstMonth: month,
    firstYear: year,
    goesBack: true,
    starterChart: true,
    partners: [
      { name: '', share: '1' },
      { name: '', share: '1' },
    ],
    shareClasses: ['Share capital'],
    funds: [
      { name: 'General fund', restriction: 'none' },
      { name: '', restriction: 'purpose' },
    ],
  };
}

/** Answers that were kept, laid over those nobody has given; what is not understood is left out. */
export function answersFrom(kept: Readonly<Record<string, unknown>> | null, today: CivilDate): BeginAnswers {
  const start = firstAnswers(today);
  const known = Object.entries(kept ?? {}).filter(
    ([field, value]) =>
      isKeyOf(start, field) &&
      typeof value === typeof start[field] &&
      Array.isArray(value) === Array.isArray(start[field]),
  );
  return { ...start, ...Object.fromEntries(known) };
}

/** The first day and changeover date that the answers lead to; undefined while the day cannot be read. */
export function datesOf(answers: BeginAnswers, today: CivilDate): StartingDates | undefined {
  if (!answers.hadBooks) {
    const on = typedDay(answers.foundedOn, today);
    return on && startingDates({ type: 'founded', on }, answers);
  }
  const firstMonth = firstMonthOf(answers);
  return startingDates({ type: answers.goesBack ? 'from-year-start' : 'from-changeover', firstMonth }, answers);
}

/** Whether there is something to decide about the months of the year that lie behind. */
export function asksWhetherToGoBack(answers: BeginAnswers): boolean {
  return answers.hadBooks && isMidYear(firstMonthOf(answers), answers);
}

/** What is asked of the server. @param dates undefined sends what was typed, so that the server says what is wrong */
export function beginRequest(answers: BeginAnswers, dates: StartingDates | undefined): CreateOrganisationRequest {
  const { name, kind, baseCurrency, fiscalYearStartMonth, fiscalYearStartDay, starterChart } = answers;
  const named = <T extends { readonly name: string }>(list: readonly T[]): T[] =>
    list.filter((partner) => partner.name.trim() !== '');
  const partners = named(answers.partners).map((typedPartner) => ({
    name: typedPartner.name,
    share: Number(typedPartner.share),
  }));
  const shareClasses = answers.shareClasses.filter((shareClass) => shareClass.trim() !== '');
  const funds = named(answers.funds);
  return {
    name,
    kind,
    baseCurrency,
    fiscalYearStartMonth,
    fiscalYearStartDay,
    starterChart,
    firstDay: dates?.firstDay ?? answers.foundedOn,
    ...(dates?.changeoverDate && { changeoverDate: dates.changeoverDate }),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    ...(starterChart && kind === 'partnership' && partners.length > 0 && { partners }),
    ...(starterChart && kind === 'company' && shareClasses.length > 0 && { shareClasses }),
    ...(starterChart && kind === 'non-profit' && funds.length > 0 && { funds: funds.map((fund) => ({ ...fund })) }),
  };
}

function firstMonthOf({ firstYear, firstMonth }: BeginAnswers): CivilDate {
  return civilDate(firstYear, firstMonth, 1);
}
