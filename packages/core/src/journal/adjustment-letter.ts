/**
 * The letter of an adjusting entry, by which the worksheet tells it from the others of its fiscal year.
 *
 * @param index which of the adjusting entries of its year it is, in the order of posting, from 1
 * @example adjustmentLetter(2) // → 'b'
 * @example adjustmentLetter(28) // → 'ab'
 */
export function adjustmentLetter(index: number): string {
  const letter = String.fromCharCode(97 + ((index - 1) % 26));
  return index <= 26 ? letter : adjustmentLetter(Math.floor((index - 1) / 26)) + letter;
}
