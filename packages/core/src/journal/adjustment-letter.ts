/**
 * The letter of an adjusting entry, by which the worksheet tells it from the others of its fiscal year.
 *
 * @param place which of the adjusting entries of its year it is, in the order of posting, from 1
 * @example adjustmentLetter(2) // → 'b'
 * @example adjustmentLetter(28) // → 'ab'
 */
export function adjustmentLetter(place: number): string {
  const letter = String.fromCharCode(97 + ((place - 1) % 26));
  return place <= 26 ? letter : adjustmentLetter(Math.floor((place - 1) / 26)) + letter;
}
