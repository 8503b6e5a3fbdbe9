import type { EntryLineRequest } from '@just-ledger/contract';
import { linesAsTyped } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { entryAnswers, findEntryByNumber } from '../journal/entry-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** The lines of an entry as they could be asked for. */
export function postedLines(db: Db, organisation: Organisation, number: string): EntryLineRequest[] {
  const row = findEntryByNumber(db, organisation.id, number);
  const [entry] = row ? entryAnswers(db, organisation, [row]) : [];
  return linesAsTyped(entry?.lines ?? []).map((line) => {
    const { account, debit, credit, note, contact, breakdowns, document, taxCode, amountIs, taxAdjustment } = line;
    return {
      account,
      ...(debit !== null && { debit }),
      ...(credit !== null && { credit }),
      ...(note !== null && { note }),
      ...(contact !== null && { contact }),
      ...(document !== null && { document }),
      ...(breakdowns !== null && { breakdowns }),
      ...(taxCode !== null && { taxCode }),
      ...(amountIs !== null && { amountIs }),
      ...(taxAdjustment !== null && { taxAdjustment }),
    };
  });
}
