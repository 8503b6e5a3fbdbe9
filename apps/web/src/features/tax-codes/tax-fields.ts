import type { AccountResponse, TaxCodeRequest, TaxCodeResponse, TaxPartResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  isPercent,
  oppositeSide,
  parseCivilDate,
  shortDate,
  type Side,
  TAX_SIDES,
  taxOnTop,
  type TaxPart,
  type TaxRate,
  type TaxRounding,
  type TaxSide,
} from '@just-ledger/core';
import { typedDay } from '../../ui/own-ways.js';

/** A part of a tax as it is being typed; an empty account is the line's own. */
export interface PartFields {
  readonly key: number;
  readonly rate: string;
  readonly share: string;
  readonly side: Side;
  readonly account: string;
}

/** What a code takes from a day on, as it is being typed; an empty day is the beginning. */
export interface RateFields {
  readonly key: number;
  readonly from: string;
  readonly parts: readonly PartFields[];
}

/** A tax code as it is being typed. */
export interface TaxCodeFields {
  readonly code: string;
  readonly name: string;
  readonly side: TaxSide;
  readonly rounding: TaxRounding;
  readonly active: boolean;
  readonly rates: readonly RateFields[];
}

let lastKey = 0;
const nextKey = (): number => (lastKey += 1);

/** A part to be typed. */
export function emptyPart(side: Side): PartFields {
  return { key: nextKey(), rate: '', share: '100', side, account: '' };
}

/** A tax code's fields as it stands. */
export function fieldsOf({ code, name, side, rounding, active, rates }: TaxCodeResponse): TaxCodeFields {
  return {
    code,
    name,
    side,
    rounding,
    active,
    rates: rates.map(({ from, parts }) => ({
      key: nextKey(),
      from: from === null ? '' : shortDate(parseCivilDate(from)),
      parts: parts.map((part) => ({ ...part, account: part.account ?? '', key: nextKey() })),
    })),
  };
}

/** What a new tax code may begin with. */
export const SHAPES = {
  sales: 'on sales',
  purchases: 'on purchases',
  'partly-reclaimed': 'on purchases, reclaimed in part',
  'reverse-charge': 'on purchases, owed by the buyer (reverse charge)',
  none: 'no tax, reported only',
} as const;

/** A key of {@link SHAPES}. */
export type Shape = keyof typeof SHAPES;

/** The fields of a new tax code of a shape; accounts are proposed by their names. */
export function fieldsOfShape(shape: Shape, accounts: readonly AccountResponse[], rate = ''): TaxCodeFields {
  const named = (element: string): string =>
    accounts.find(
      (account) =>
        account.element === element && account.active && !account.heading && /\b(tax|vat|gst)\b/i.test(account.name),
    )?.number ?? '';
  const [owed, reclaimed] = [named('liability'), named('asset')];
  const part = (side: Side, account: string, share = '100'): PartFields => ({
    ...emptyPart(side),
    rate,
    share,
    account,
  });
  const parts: Record<Shape, PartFields[]> = {
    sales: [part('credit', owed)],
    purchases: [part('debit', reclaimed)],
    'partly-reclaimed': [part('debit', reclaimed, '50'), part('debit', '', '50')],
    'reverse-charge': [part('debit', reclaimed), part('credit', owed)],
    none: [],
  };
  return {
    code: '',
    name: '',
    side: shape === 'sales' || shape === 'none' ? 'sales' : 'purchases',
    rounding: 'line',
    active: true,
    rates: [{ key: nextKey(), from: '', parts: parts[shape] }],
  };
}

/** The rates with a further one from a day on, beginning with what held last. */
export function withNextRate(rates: readonly RateFields[]): RateFields[] {
  const last = rates.at(-1);
  const parts = (last?.parts ?? []).map((part) => ({ ...part, key: nextKey() }));
  return [...rates, { key: nextKey(), from: '', parts }];
}

/** The tax code as it is sent: days completed, the rest as typed. */
export function taxCodeRequest(fields: TaxCodeFields, near: CivilDate): TaxCodeRequest {
  const { code, name, side, rounding, active } = fields;
  return {
    code,
    name,
    side,
    rounding,
    active,
    rates: fields.rates.map(({ from, parts }) => ({
      ...(from.trim() && { from: typedDay(from, near) ?? from }),
      parts: parts.map((part) => ({
        rate: part.rate,
        side: part.side,
        ...(part.share.trim() && { share: part.share }),
        ...(part.account && { account: part.account }),
      })),
    })),
  };
}

/** The parts as core computes with them; undefined while one of them cannot be read yet. */
export function rateOfFields(
  { parts }: { readonly parts: readonly Omit<PartFields, 'key'>[] },
  accounts: readonly AccountResponse[],
): TaxRate | undefined {
  const read = parts.flatMap(({ rate, share, side, account }): TaxPart[] => {
    const [per, partOf] = [rate.trim(), share.trim() || '100'];
    const id = accounts.find((candidate) => candidate.number === account)?.id;
    return isPercent(per) && isPercent(partOf)
      ? [{ rate: per, share: partOf, side, ...(id !== undefined && { account: id }) }]
      : [];
  });
  return read.length === parts.length ? { parts: read } : undefined;
}

/** The fields that hold on a day; an empty day is the beginning. */
export function rateFieldsOn(rates: readonly RateFields[], date: CivilDate): RateFields | undefined {
  const began = rates.flatMap((rate) => {
    const from = rate.from.trim() === '' ? '' : (typedDay(rate.from, date) ?? undefined);
    return from !== undefined && from <= date ? [{ rate, from }] : [];
  });
  return began.sort((a, b) => a.from.localeCompare(b.from)).at(-1)?.rate;
}

/** What a code takes, in few words. @example '20 %' or '20 % reverse', owed and reclaimed by the buyer */
export function takes(parts: readonly TaxPartResponse[], side: TaxSide): string {
  if (parts.length === 0) return 'no tax';
  const rate = rateOfFields({ parts: parts.map((part) => ({ ...part, account: '' })) }, []);
  const onTop = rate && taxOnTop(rate, side);
  if (!onTop) return '';
  const against = parts.filter((part) => part.side === oppositeSide(TAX_SIDES[side].lineStandsOn));
  if (onTop.isZero() && against.length > 0) return `${against.map((part) => part.rate).join(' + ')} % reverse`;
  return `${onTop.times(100).toDecimalPlaces(4).toFixed()} %`;
}

/** What of an answer's rates holds on a day. */
export function rateAnswerOn({ rates }: TaxCodeResponse, date: string): TaxCodeResponse['rates'][number] | undefined {
  return rates.findLast(({ from }) => from === null || parseCivilDate(from) <= date);
}
