import { type CivilDate, dayIn, parseCivilDate } from '@just-ledger/core';

/** What time it is for the books. */
export interface Clock {
  /** The civil date where a time zone holds. */
  today(timeZone: string): CivilDate;
  /** The UTC moment at which something is posted. */
  moment(): string;
}

/** The zone of the machine, for whoever has no books yet. */
export const MACHINE_TIME_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/**
 * The machine's clock, its date fixed if one is given.
 *
 * @param now what the machine's clock says
 */
export function clockFor(fixedToday: string | undefined, now: () => Date = () => new Date()): Clock {
  if (!fixedToday) return { today: (timeZone) => dayIn(timeZone, now()), moment: () => now().toISOString() };
  const today = parseCivilDate(fixedToday);
  return { today: () => today, moment: () => `${today}${now().toISOString().slice(10)}` };
}
