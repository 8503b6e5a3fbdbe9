import type { DraftLine } from '@just-ledger/contract';
import type { Books } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { contact } from '../../platform/database/schema.js';
import type { KeptLine, MeantIds } from '../../platform/database/tables/kept-entry.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';

/** Lines with the ids of what they name now beside their texts; what names nothing yet stays a text. */
export function withIds<Line extends DraftLine>(lines: readonly Line[], books: Books): KeptLine<Line>[] {
  return lines.map((line) => {
    const account = books.chart.byNumber.get(line.account?.trim() ?? '')?.id;
    const named = line.contact?.trim() ? books.findContact(line.contact.trim())?.id : undefined;
    const values = Object.entries(line.breakdowns ?? {}).flatMap(([name, valueName]) => {
      const breakdown = books.breakdowns.find((breakdown) => breakdown.name === name);
      const value = breakdown?.values.find((value) => value.name === valueName);
      return breakdown && value ? [[String(breakdown.id), value.id] as const] : [];
    });
    const tax = line.taxCode?.trim().toLowerCase();
    const taxCode = tax ? books.taxCodes?.find(({ code }) => code.toLowerCase() === tax)?.id : undefined;
    const ids: MeantIds = {
      ...(account !== undefined && { account }),
      ...(named !== undefined && { contact: named }),
      ...(taxCode !== undefined && { taxCode }),
      ...(values.length > 0 && { breakdowns: Object.fromEntries(values) }),
    };
    return Object.keys(ids).length > 0 ? { ...line, ids } : line;
  });
}

/** Lines with the numbers and names that what they mean bears now. */
export function withLabels<Line extends DraftLine>(
  db: Db,
  organisation: number,
  lines: readonly KeptLine<Line>[],
): Line[] {
  const chart = loadChart(db, organisation);
  const taxCodes = lines.some(({ ids }) => ids?.taxCode !== undefined) ? loadTaxCodes(db, organisation) : [];
  return lines.map((line) => {
    const { ids } = line;
    const account = chart.accounts.find(({ id }) => id === ids?.account)?.number;
    const taxCode = taxCodes.find(({ id }) => id === ids?.taxCode)?.code;
    const named = ids?.contact === undefined ? undefined : contactName(db, organisation, ids.contact);
    const labelled: KeptLine<Line> = {
      ...line,
      ...(account !== undefined && { account }),
      ...(named !== undefined && { contact: named }),
      ...(taxCode !== undefined && { taxCode }),
      ...(line.breakdowns && { breakdowns: valuesNow(db, organisation, line.breakdowns, ids?.breakdowns ?? {}) }),
    };
    delete labelled.ids;
    return labelled;
  });
}

/** The name of a contact, or of the one it was merged into. */
function contactName(db: Db, organisation: number, id: number): string | undefined {
  const row = db
    .select({ name: contact.name, mergedInto: contact.mergedInto })
    .from(contact)
    .where(isRow(contact, organisation, id))
    .get();
  return row?.mergedInto ? contactName(db, organisation, row.mergedInto) : row?.name;
}

/** Values by the names that they and their breakdowns bear now; those that meant nothing when kept, as they were typed. */
function valuesNow(
  db: Db,
  organisation: number,
  typed: Readonly<Record<string, string>>,
  meant: Readonly<Record<string, number>>,
): Record<string, string> {
  const now = Object.entries(meant).flatMap(([id, value]) => {
    const breakdown = loadBreakdowns(db, organisation).find((breakdown) => String(breakdown.id) === id);
    const name = breakdown?.values.find((breakdownValue) => breakdownValue.id === value)?.name;
    return breakdown && name !== undefined ? [[breakdown.name, name] as const] : [];
  });
  return Object.keys(meant).length < Object.keys(typed).length
    ? { ...typed, ...Object.fromEntries(now) }
    : Object.fromEntries(now);
}
