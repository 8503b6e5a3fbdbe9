/** Stands for a check of telephone numbers by their country, which no field asks for. */
export function parsePhoneNumberFromString() {
  throw new Error('telephone numbers are not checked by their country');
}

export default parsePhoneNumberFromString;
