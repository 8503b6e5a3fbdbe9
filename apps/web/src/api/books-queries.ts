import { type FiscalYearsResponse, type OrganisationResponse, paths } from '@just-ledger/contract';
import {
  type BooksCalendar,
  type CivilDate,
  type CurrencyCode,
  mayDo,
  type ActKey,
  parseCivilDate,
  parseCurrencyCode,
} from '@just-ledger/core';
import { queryOptions, useSuspenseQuery } from '@tanstack/react-query';
import { useAddress, useOrganisationId } from './address.js';
import { api } from './request.js';

/** An organisation by its id. */
export const organisationQuery = (id: string) =>
  queryOptions({
    queryKey: ['organisation', id, 'itself'],
    queryFn: () => api.get(paths.organisation(id)),
  });

/** Its years and months. */
export const fiscalYearsQuery = (id: string) =>
  queryOptions({
    queryKey: ['organisation', id, 'fiscal-years'],
    queryFn: () => api.get(paths.fiscalYears(id)),
  });

/** What every screen needs to know of the books. */
export interface BooksNow {
  readonly organisation: OrganisationResponse;
  readonly currency: CurrencyCode;
  readonly calendar: BooksCalendar;
  readonly years: FiscalYearsResponse;
  readonly today: CivilDate;
  /** The span that the rail shows; positions are drawn at its end. */
  readonly from: CivilDate;
  readonly to: CivilDate;
  /** Whether the signed-in person's role is enough for what takes another. */
  readonly may: (act: ActKey) => boolean;
}

/** The books of the address, with the span chosen on the rail: by default the fiscal year up to today. */
export function useBooks(): BooksNow {
  const id = useOrganisationId();
  const { data: organisation } = useSuspenseQuery(organisationQuery(id));
  const { data: years } = useSuspenseQuery(fiscalYearsQuery(id));
  const address = useAddress();
  const today = parseCivilDate(years.today);
  const running = years.years.find((year) => year.from <= today && today <= year.to) ?? years.years[0];
  const from = parseCivilDate(address.from ?? running?.from ?? organisation.firstDay);
  const to = parseCivilDate(address.to ?? (today < from ? (running?.to ?? today) : today));
  const calendar = {
    firstDay: parseCivilDate(organisation.firstDay),
    fiscalYearStartMonth: organisation.fiscalYearStartMonth,
    fiscalYearStartDay: organisation.fiscalYearStartDay,
  };
  const currency = parseCurrencyCode(organisation.baseCurrency);
  // books that are archived are read only, whoever looks
  const role = organisation.archivedAt ? 'reader' : organisation.role;
  const may = (act: ActKey): boolean => mayDo(role, act);
  return { organisation, currency, calendar, years, today, from, to, may };
}
