import type { TaxCodeResponse } from '@just-ledger/contract';
import type { Chart, TaxCode } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { taxCode, taxPart, taxRate } from '../../platform/database/schema.js';

/** A tax code as it is kept. */
export interface KeptTaxCode extends TaxCode {
  readonly version: number;
}

/** An organisation's tax codes in the order of their codes. */
export function loadTaxCodes(db: Db, organisation: number): KeptTaxCode[] {
  const rates = db.select().from(taxRate).where(eq(taxRate.organisation, organisation)).all();
  const parts = db.select().from(taxPart).where(eq(taxPart.organisation, organisation)).all();
  const partsOf = (code: number, firstDay: string): TaxCode['rates'][number]['parts'] =>
    parts
      .filter((part) => part.taxCode === code && part.firstDay === firstDay)
      .sort((a, b) => a.place - b.place)
      .map(({ rate, share, side, account }) => ({
        rate: rate,
        share: share,
        side,
        ...(account !== null && { account: account }),
      }));
  return db
    .select()
    .from(taxCode)
    .where(eq(taxCode.organisation, organisation))
    .orderBy(taxCode.code)
    .all()
    .map(({ id, code, name, side, rounding, active, version }) => ({
      id,
      code,
      name,
      side,
      rounding,
      active,
      version,
      rates: rates
        .filter((rate) => rate.taxCode === id)
        .sort((a, b) => a.firstDay.localeCompare(b.firstDay))
        .map(({ firstDay }) => ({
          ...(firstDay !== '' && { from: firstDay }),
          parts: partsOf(id, firstDay),
        })),
    }));
}

/** A tax code as it goes over the wire. */
export function taxCodeResponse(code: KeptTaxCode, chart: Chart): TaxCodeResponse {
  return {
    id: code.id,
    code: code.code,
    name: code.name,
    side: code.side,
    rounding: code.rounding,
    active: code.active,
    rates: code.rates.map(({ from, parts }) => ({
      from: from ?? null,
      parts: parts.map(({ rate, share, side, account }) => ({
        rate,
        share,
        side,
        account: account === undefined ? null : (chart.byId.get(account)?.number ?? null),
      })),
    })),
    usedBy: chart.accounts.filter((account) => account.taxCode === code.id).map((account) => account.number),
    version: code.version,
  };
}
