/** An ISO 4217 alphabetic code that this table knows. */
export type CurrencyCode = string & { readonly __brand: 'CurrencyCode' };

/**
 * Codes by number of decimals. Source: ISO 4217 list one, column minor unit; codes without a minor unit
 * (metals, test and accounting units) are left out. Held against the package currency-codes in the tests.
 */
const CODES_BY_EXPONENT: Readonly<Record<number, string>> = {
  0: 'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF',
  2: 'AED AFN ALL AMD ANG AOA ARS AUD AWG AZN BAM BBD BDT BGN BMD BND BOB BOV BRL BSD BTN BWP BYN BZD CAD CDF CHE CHF CHW CNY COP COU CRC CUC CUP CVE CZK DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GTQ GYD HKD HNL HTG HUF IDR ILS INR IRR JMD KES KGS KHR KPW KYD KZT LAK LBP LKR LRD LSL MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MXV MYR MZN NAD NGN NIO NOK NPR NZD PAB PEN PGK PHP PKR PLN QAR RON RSD RUB SAR SBD SCR SDG SEK SGD SHP SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TOP TRY TTD TWD TZS UAH USD USN UYU UZS VED VES WST XCD YER ZAR ZMW ZWG',
  3: 'BHD IQD JOD KWD LYD OMR TND',
  4: 'CLF UYW',
};

const EXPONENTS: ReadonlyMap<string, number> = new Map(
  Object.entries(CODES_BY_EXPONENT).flatMap(([exponent, codes]) =>
    codes.split(' ').map((code): [string, number] => [code, Number(exponent)]),
  ),
);

/** Every known currency code, in alphabetical order. */
export const CURRENCY_CODES: readonly CurrencyCode[] = [...EXPONENTS.keys()].sort() as CurrencyCode[];

/** Whether a text is an ISO 4217 code with a minor unit. @example isCurrencyCode('EUR') // → true */
export function isCurrencyCode(text: string): text is CurrencyCode {
  return EXPONENTS.has(text);
}

/**
 * Takes a code from outside.
 *
 * @throws {RangeError} if ISO 4217 has no such code
 * @example parseCurrencyCode('EUR') // → 'EUR'
 */
export function parseCurrencyCode(text: string): CurrencyCode {
  if (!isCurrencyCode(text)) throw new RangeError(`${text} is not an ISO 4217 currency code`);
  return text;
}

/**
 * How many decimals a currency has. Not what Intl shows: that follows custom (0 for HUF), this the standard (2).
 *
 * @example exponentOf(parseCurrencyCode('JPY')) // → 0
 */
export function exponentOf(currency: CurrencyCode): number {
  return EXPONENTS.get(currency) ?? 2;
}
