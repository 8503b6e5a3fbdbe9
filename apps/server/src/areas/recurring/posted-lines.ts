import type { EntryLineRequest } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { entryAnswers, findEntryByNumber } from '../journal/entry-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** The lines of an entry as they could be asked for. */
export function postedLines(db: Db, organisation: Organisation, number: string): EntryLineRequest[] {
  const row = findEntryByNumber(db, organisation.id, number);
  const [entry] = row ? entryAnswers(db, organisation, [row]) : [];
  return (entry?.lines ?? []).map(({ account, debit, credit, note, contact, breakdowns, document }) => ({
    account,
    ...(debit !== null && { debit }),
    ...(credit !== null && { credit }),
    ...(note !== null && { note }),
    ...(contact !== null && { contact }),
    ...(document !== null && { document }),
    ...(breakdowns !== null && { breakdowns }),
  }));
}
