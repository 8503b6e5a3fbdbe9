import { type CivilDate, earlierOf, findFiscalYear, yearName } from '@just-ledger/core';
import { notFound, unprocessable } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** The fiscal year that an auditor's file is of. */
export interface AuditedYear {
  readonly label: string;
  readonly name: string;
  readonly from: CivilDate;
  readonly last: CivilDate;
  /** The day at which positions stand: its last day, or today while it is under way. */
  readonly to: CivilDate;
}

/** The year by its label. @throws {Refusal} 404 for none of these books, 422 for one that has not begun */
export function auditedYear({ calendar }: Organisation, label: string, today: CivilDate): AuditedYear {
  const year = findFiscalYear(calendar, label);
  if (!year) throw notFound('fiscal year');
  if (year.first > today) throw unprocessable('year-not-begun', 'year', `${yearName(year)} has not begun yet.`);
  return {
    label: year.label,
    name: yearName(year),
    from: year.first,
    last: year.last,
    to: earlierOf(year.last, today),
  };
}
