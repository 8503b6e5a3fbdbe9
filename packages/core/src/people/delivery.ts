/**
 * What became of a message: `held` for an owner to hand on, since whoever has its link may use it; `waiting` to go out;
 * `sent`; `refused` for good.
 */
export const DELIVERY_STATES = ['held', 'waiting', 'sent', 'refused'] as const;

/** One of {@link DELIVERY_STATES}. */
export type DeliveryState = (typeof DELIVERY_STATES)[number];

/** Minutes from one try to the next: a mail server that is busy is not asked all the time, and one that is gone not for ever. */
const MINUTES = [1, 5, 15, 60, 4 * 60, 24 * 60];

/**
 * The minutes after which a message that could not go out is tried again. The steps grow, as RFC 5321 (4.5.4.1) wants it.
 *
 * @param tries how often it was tried, from 1
 * @returns undefined once it is given up
 * @example minutesToNextTry(1) // → 1
 */
export function minutesToNextTry(tries: number): number | undefined {
  return MINUTES[tries - 1];
}
