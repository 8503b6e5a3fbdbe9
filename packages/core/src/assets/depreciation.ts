import { addDays, addMonths, parseCivilDate, partsOf, type CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { daysOfPeriod, fiscalMonthOf, type YearStart } from '../organisations/books-calendar.js';

/** An asset that comes within so many days of a month's beginning counts for all of it. */
const DAYS_THAT_COUNT = 15;

/** How an asset's cost is spread over its life. */
export const DEPRECIATION_METHODS = {
  'straight-line': 'Straight line',
  declining: 'Declining balance',
  'sum-of-years-digits': 'Sum of the years’ digits',
  none: 'Not depreciated',
} as const;

/** A key of {@link DEPRECIATION_METHODS}. */
export type DepreciationMethod = keyof typeof DEPRECIATION_METHODS;

/** Whether a text names a method. */
export function isDepreciationMethod(text: string): text is DepreciationMethod {
  return Object.hasOwn(DEPRECIATION_METHODS, text);
}

/** What an asset's depreciation follows from. */
export interface DepreciableAsset {
  /** Minor units. */
  readonly cost: Minor;
  /** What it is expected to be worth at the end; minor units. */
  readonly residual: Minor;
  readonly acquired: CivilDate;
  readonly method: DepreciationMethod;
  /** Years, a plain decimal; for the sum of the years' digits a whole number. */
  readonly life?: string | undefined;
  /** Declining balance: per cent of the carrying amount a year; twice the straight-line rate if left out. */
  readonly rate?: string | undefined;
}

/**
 * What has been written off of an asset at the end of a day, by whole months: the month of acquisition counts if the
 * asset came by its 15th day (common practice). Declining balance works by fiscal years and changes to straight line over
 * the rest of the life as soon as that writes off more; it never goes below the residual value.
 *
 * @param date the day; flows of its month count if it is the month's last day
 * @param start when fiscal years begin, and with them their months
 * @returns minor units, from zero to cost less residual; undefined if life or rate are missing
 * @example accumulatedDepreciation({cost: 1300000, residual: 100000, acquired: '2012-04-01', method: 'straight-line', life: '5'}, '2012-12-31', fromJanuary) // → 180000
 */
export function accumulatedDepreciation(
  asset: DepreciableAsset,
  date: CivilDate,
  start: YearStart,
): Minor | undefined {
  const base = asset.cost - asset.residual;
  if (asset.method === 'none' || base <= 0) return minor(0);
  const months = monthsHeld(start, asset.acquired, date);
  const life = asset.life === undefined ? undefined : monthsOf(asset.life);
  if (life !== undefined && life <= 0) return undefined;
  switch (asset.method) {
    case 'straight-line':
      if (life === undefined) return undefined;
      return roundHalfAwayFromZero(new Exact(base).times(Math.min(months, life)).dividedBy(life));
    case 'sum-of-years-digits':
      return life === undefined || life % 12 !== 0 ? undefined : byYearsDigits(base, life / 12, months);
    case 'declining':
      return declining(asset, life, months, firstMonth(start, asset.acquired), start);
    default:
      return asset.method satisfies never;
  }
}

/** What had been written off of an asset when it was taken on. */
export interface TakenOn {
  readonly at: CivilDate;
  readonly accumulated: Minor;
}

/**
 * What is written off of an asset after one day and up to another: the difference of two accumulated amounts. One that
 * was taken on with another accumulated amount than its method makes goes on from that: what is left is spread over
 * the rest of its life in the proportions of its method; a declining balance takes its rate of what is left. It never
 * goes below the residual value.
 *
 * @param since the day after which it counts
 * @param date the last day that counts
 * @returns minor units, never negative; undefined if life or rate are missing
 * @example depreciationBetween(truck, d('2012-11-30'), d('2012-12-31'), fromJanuary) // → 20000
 */
export function depreciationBetween(
  asset: DepreciableAsset,
  since: CivilDate,
  date: CivilDate,
  start: YearStart,
  takenOn?: TakenOn,
): Minor | undefined {
  const from = takenOn && takenOn.at > since ? takenOn.at : since;
  const upTo = (day: CivilDate): Minor | undefined =>
    takenOn ? accumulatedSince(asset, takenOn, day, start) : accumulatedDepreciation(asset, day, start);
  const [before, after] = [upTo(from), upTo(date)];
  return before === undefined || after === undefined ? undefined : minor(Math.max(after - before, 0));
}

/** What has been written off of an asset that was taken on, at the end of a later day. */
function accumulatedSince(
  asset: DepreciableAsset,
  { at, accumulated }: TakenOn,
  day: CivilDate,
  start: YearStart,
): Minor | undefined {
  const [then, now] = [at, day].map((date) => accumulatedDepreciation(asset, date, start));
  if (then === undefined || now === undefined) return undefined;
  if (then === accumulated || day <= at) return minor(Math.max(now - then + accumulated, accumulated));
  const whole = asset.cost - asset.residual;
  const left = Math.max(whole - accumulated, 0);
  if (asset.method === 'declining') {
    const life = asset.life === undefined ? undefined : monthsOf(asset.life);
    const done = monthsHeld(start, asset.acquired, at);
    const first = addMonths(firstMonth(start, asset.acquired), done);
    const carried = { ...asset, cost: minor(asset.cost - accumulated) };
    const months = monthsHeld(start, asset.acquired, day) - done;
    const further = declining(
      carried,
      life === undefined ? undefined : Math.max(life - done, 0),
      months,
      first,
      start,
    );
    return further === undefined ? undefined : minor(accumulated + further);
  }
  if (whole - then <= 0) return minor(accumulated);
  const share = new Exact(left).times(now - then).dividedBy(whole - then);
  return minor(accumulated + roundHalfAwayFromZero(share));
}

function monthsOf(life: string): number {
  return Math.round(new Exact(life).times(12).toNumber());
}

function byYearsDigits(base: number, years: number, months: number): Minor {
  const digits = (years * (years + 1)) / 2;
  let written = new Exact(0);
  for (let year = 0; year < years && months > year * 12; year += 1) {
    const part = Math.min(months - year * 12, 12);
    written = written.plus(
      new Exact(base)
        .times(years - year)
        .times(part)
        .dividedBy(digits * 12),
    );
  }
  return roundHalfAwayFromZero(written);
}

function declining(
  { cost, residual, life: years, rate }: DepreciableAsset,
  life: number | undefined,
  months: number,
  first: CivilDate,
  start: YearStart,
): Minor | undefined {
  if (rate === undefined && life === undefined) return undefined;
  // multiplied first and divided once: twice a third of a year cannot be written out
  const [share, per] = rate === undefined ? ['2', years ?? '1'] : [rate, '100'];
  let [carrying, done]: [number, number] = [cost, 0];
  while (done < months && carrying > residual) {
    const { month } = partsOf(addMonths(first, done));
    const untilYearEnd = ((start.fiscalYearStartMonth - month + 11) % 12) + 1;
    const part = Math.min(untilYearEnd, months - done);
    const byRate = new Exact(carrying).times(share).times(part).dividedBy(new Exact(per).times(12));
    const left = life === undefined ? undefined : life - done;
    const straight =
      left === undefined
        ? undefined
        : new Exact(carrying - residual).times(Math.min(part, left)).dividedBy(left > 0 ? left : part);
    const written = straight?.greaterThan(byRate) ? straight : byRate;
    carrying = Math.max(carrying - roundHalfAwayFromZero(written), residual);
    done += part;
  }
  return minor(cost - carrying);
}

/** The first day, in the calendar, of the first month that counts. */
function firstMonth(start: YearStart, acquired: CivilDate): CivilDate {
  const month = fiscalMonthOf(start, acquired);
  const first = parseCivilDate(`${month}-01`);
  const isEarly = acquired < addDays(daysOfPeriod(start, month).from, DAYS_THAT_COUNT);
  return isEarly ? first : addMonths(first, 1);
}

/** The whole months that an asset has been held, counted from {@link firstMonth}. */
function monthsHeld(start: YearStart, acquired: CivilDate, date: CivilDate): number {
  const month = fiscalMonthOf(start, date);
  const [from, to] = [partsOf(firstMonth(start, acquired)), partsOf(parseCivilDate(`${month}-01`))];
  const isWhole = date === daysOfPeriod(start, month).to;
  return Math.max(0, (to.year - from.year) * 12 + to.month - from.month + (isWhole ? 1 : 0));
}
