import type { Decimal } from 'decimal.js';
import { PLAIN_MARKS, type AmountMarks } from './amount.js';
import { exponentOf, type CurrencyCode } from './currency.js';
import { minor, type Minor } from './minor.js';
import { Exact, roundHalfAwayFromZero } from './round.js';
import { plainNumber } from './typed-number.js';

/** What working out a typed amount gives: the amount, or nothing if the text is not arithmetic. */
export type Worked = { readonly ok: true; readonly amount: Minor } | { readonly ok: false };

/**
 * Works out what a person types into an amount cell: numbers, `+ - * / ( )` and per cent, e.g. `1200/3`,
 * `15%*800`, `12.50+3`. The result is rounded once, at the end, half away from zero.
 *
 * @param typed with the person's own decimal and thousands marks; a per cent sign divides by one hundred
 * @returns the amount in minor units; `ok: false` for anything else, including division by zero
 * @example evaluateAmount('1200/3', EUR) // → {ok: true, amount: 40000}
 */
export function evaluateAmount(typed: string, currency: CurrencyCode, marks: AmountMarks = PLAIN_MARKS): Worked {
  const tokens = tokensOf(typed, marks);
  if (!tokens || tokens.length === 0) return { ok: false };
  const reader = { tokens, at: 0 };
  const value = readSum(reader);
  if (!value || reader.at !== tokens.length || !value.isFinite()) return { ok: false };
  const units = value.times(new Exact(10).pow(exponentOf(currency)));
  if (units.abs().greaterThan(Number.MAX_SAFE_INTEGER)) return { ok: false };
  return { ok: true, amount: minor(roundHalfAwayFromZero(units)) };
}

interface Reader {
  readonly tokens: readonly string[];
  at: number;
}

/** Numbers, plain, and signs; a number's marks mean what they mean where it stands alone. */
function tokensOf(typed: string, marks: AmountMarks): string[] | undefined {
  const text = typed
    .replaceAll(/[\s\u00a0\u2009\u202f]+/g, ' ')
    .replaceAll(/[−–]/g, '-')
    .replaceAll('×', '*')
    .trim();
  const found = text.match(/\d[\d.,’']*(?: \d{3}(?!\d)[\d.,]*)*|[.,]\d+|[-+*/()%]/g) ?? [];
  if (found.join('').replaceAll(' ', '') !== text.replaceAll(' ', '')) return undefined;
  const tokens = found.map((token) => (/\d/.test(token) ? plainNumber(token, marks) : token));
  return tokens.includes(undefined) ? undefined : (tokens as string[]);
}

function readSum(reader: Reader): Decimal | undefined {
  let value = readProduct(reader);
  while (value && (reader.tokens[reader.at] === '+' || reader.tokens[reader.at] === '-')) {
    const sign = reader.tokens[reader.at++];
    const next = readProduct(reader);
    if (!next) return undefined;
    value = sign === '+' ? value.plus(next) : value.minus(next);
  }
  return value;
}

function readProduct(reader: Reader): Decimal | undefined {
  let value = readSigned(reader);
  while (value && (reader.tokens[reader.at] === '*' || reader.tokens[reader.at] === '/')) {
    const sign = reader.tokens[reader.at++];
    const next = readSigned(reader);
    if (!next || (sign === '/' && next.isZero())) return undefined;
    value = sign === '*' ? value.times(next) : value.dividedBy(next);
  }
  return value;
}

function readSigned(reader: Reader): Decimal | undefined {
  const token = reader.tokens[reader.at];
  if (token === '-' || token === '+') {
    reader.at += 1;
    const value = readSigned(reader);
    return token === '-' ? value?.negated() : value;
  }
  let value: Decimal | undefined;
  if (token === '(') {
    reader.at += 1;
    value = readSum(reader);
    if (reader.tokens[reader.at++] !== ')') return undefined;
  } else if (token !== undefined && /^[\d.]/.test(token)) {
    reader.at += 1;
    value = new Exact(token);
  }
  while (value && reader.tokens[reader.at] === '%') {
    reader.at += 1;
    value = value.dividedBy(100);
  }
  return value;
}
