/** The check of ISO 13616 by its own words: move four to the end, letters to numbers, remainder by 97 is 1. */
export function isValid(iban: string): boolean {
  const moved = iban.slice(4) + iban.slice(0, 4);
  const digits = [...moved].map((sign) => parseInt(sign, 36).toString()).join('');
  return BigInt(digits) % 97n === 1n;
}
