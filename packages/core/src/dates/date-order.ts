import { type DateOrder } from './typed-date.js';

/** Which comes first in the dates of a file, day or month, and whether that could be read the other way. */
export interface RecognisedOrder {
  readonly order: DateOrder;
  readonly isDoubtful: boolean;
}

/**
 * Recognises which comes first in dates such as `3/4/2026`, from those that can mean only one.
 *
 * @param otherwise the order where none of them says so
 * @example recogniseDateOrder(['3/4/2026', '4/17/2026']) // → {order: 'month-first', isDoubtful: false}
 */
export function recogniseDateOrder(texts: readonly string[], otherwise: DateOrder = 'day-first'): RecognisedOrder {
  let [dayFirst, monthFirst, open] = [0, 0, 0];
  for (const text of texts) {
    const [, first, second] = /^(\d{1,2})[\s/.-]+(\d{1,2})[\s/.-]+\d{2,4}$/.exec(text.trim()) ?? [];
    if (first === undefined || first === second) continue;
    if (Number(first) > 12) dayFirst += 1;
    else if (Number(second) > 12) monthFirst += 1;
    else open += 1;
  }
  return {
    order: monthFirst === dayFirst ? otherwise : monthFirst > dayFirst ? 'month-first' : 'day-first',
    isDoubtful: open > 0 && (dayFirst === 0) === (monthFirst === 0),
  };
}
