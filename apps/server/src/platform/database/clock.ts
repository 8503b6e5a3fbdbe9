import { type CivilDate, parseCivilDate } from '@just-ledger/core';

/** What time it is for the books. */
export interface Clock {
  today(): CivilDate;
  /** The UTC moment at which something is posted: today's date with the time of day. */
  moment(): string;
}

/** The machine's clock, its date fixed if one is given. */
export function clockFor(fixedToday: string | undefined): Clock {
  const today = (): CivilDate => parseCivilDate(fixedToday || new Date().toISOString().slice(0, 10));
  return { today, moment: () => `${today()}${new Date().toISOString().slice(10)}` };
}
