import {
  type AmountMarks,
  type CivilDate,
  type CurrencyCode,
  type DateOrder,
  displayAmount,
  displayRounded,
  formatAmount,
  MARKS_OF_AMOUNTS,
  type Minor,
  type PaperSize,
  PLAIN_MARKS,
  type Preferences,
  readTypedAmount,
  type Rounding,
  safeParseAmount,
  type TypedAmount,
  typedDate,
  USUAL_PREFERENCES,
} from '@just-ledger/core';

/** How the signed-in person reads and types. One person sits before a page, so it holds for all of it. */
let own: { readonly marks: AmountMarks; readonly order: DateOrder; readonly paper: PaperSize } = {
  marks: PLAIN_MARKS,
  order: 'day-first',
  paper: USUAL_PREFERENCES.paper,
};

/** Takes over how the person reads and types; what is shown from then on follows. */
export function setOwnWays({ amounts, dates, paper }: Preferences = USUAL_PREFERENCES): void {
  own = { marks: MARKS_OF_AMOUNTS[amounts], order: dates, paper };
}

/** The person's marks. */
export function ownMarks(): AmountMarks {
  return own.marks;
}

/** On which paper the person prints. */
export function ownPaper(): PaperSize {
  return own.paper;
}

/** The address of a printed file, on the person's paper; the usual one needs no saying. */
export function onOwnPaper(href: string): string {
  return own.paper === USUAL_PREFERENCES.paper ? href : `${href}${href.includes('?') ? '&' : '?'}size=${own.paper}`;
}

/** Which the person writes first, day or month. */
export function ownDateOrder(): DateOrder {
  return own.order;
}

/** An amount as the person reads it: grouped, negatives in parentheses. */
export function displayed(amount: Minor, currency: CurrencyCode): string {
  return displayAmount(amount, currency, own.marks);
}

/** A figure that was rounded as the person reads it. */
export function displayedRounded(amount: Minor, currency: CurrencyCode, rounding: Rounding): string {
  return displayRounded(amount, currency, rounding, own.marks);
}

/** An amount as it stands in a cell that can be typed into: the person's decimal mark, nothing between thousands. */
export function inCell(amount: Minor, currency: CurrencyCode): string {
  const plain = formatAmount(amount, currency);
  return own.marks.decimal === '.' ? plain : plain.replace('.', own.marks.decimal);
}

/** An amount of the wire as it stands in a cell; what is none stays as it is. */
export function wireInCell(text: string, currency: CurrencyCode): string {
  const read = safeParseAmount(text, currency);
  return read.ok ? inCell(read.amount, currency) : text;
}

/** Reads what the person typed as an amount. */
export function readTyped(typed: string, currency: CurrencyCode): TypedAmount {
  return readTypedAmount(typed, currency, own.marks);
}

/** An amount that the person typed, as the wire has it; what cannot be read stays as it was typed. */
export function plainAmount(typed: string, currency: CurrencyCode): string {
  const read = typed.trim() === '' ? undefined : readTyped(typed, currency);
  return read?.ok ? formatAmount(read.amount, currency) : typed.trim();
}

/** Reads what the person typed as a date. */
export function typedDay(typed: string, near: CivilDate): CivilDate | undefined {
  return typedDate(typed, near, own.order);
}

/** A rate or another exact number as the wire takes it: a comma that parts decimals becomes a point. */
export function plainDecimal(typed: string): string {
  const text = typed.trim().replaceAll(/[\s’']/g, '');
  return /^\d+,\d+$/.test(text) ? text.replace(',', '.') : text;
}

/** An exact number of the wire as the person writes it: their decimal mark, nothing between thousands. */
export function writtenDecimal(plain: string): string {
  return plain.replace('.', own.marks.decimal);
}

/**
 * A number that the person typed, by their own marks, as the wire takes it; what cannot be read so stays as it was typed:
 * to whom a comma parts thousands, `1,000` is a thousand and `12,5` nothing.
 */
export function plainNumber(typed: string): string {
  const { decimal, thousands } = own.marks;
  const [whole = '', ...rest] = typed
    .trim()
    .replaceAll(/[\s'’]/g, '')
    .split(decimal);
  const groups = thousands.trim() === '' ? [whole] : whole.split(thousands);
  const isGrouped = groups.length === 1 || (groups[0] !== '' && groups.slice(1).every((group) => group.length === 3));
  const plain = [groups.join(''), ...rest].join('.');
  return isGrouped && /^\d+(\.\d+)?$/.test(plain) ? plain : typed.trim();
}
