import { type CivilDate, dayOf, parseCivilDate } from '@just-ledger/core';

/** What time it is for the books. */
export interface Clock {
  today(): CivilDate;
  /** The UTC moment at which something is posted: today's date with the time of day. */
  moment(): string;
}

/** The machine's clock, its date fixed if one is given. */
export function clockFor(fixedToday: string | undefined): Clock {
  const today = (): CivilDate => (fixedToday ? parseCivilDate(fixedToday) : dayOf(new Date().toISOString()));
  return { today, moment: () => `${today()}${new Date().toISOString().slice(10)}` };
}
