import type { DraftRequest, PatternResponse } from '@just-ledger/contract';
import type { CivilDate, CurrencyCode } from '@just-ledger/core';
import type { EntryForm } from './entry-form.js';
import { draftRequest, formOf } from './entry-request.js';
import { emptyLine, isBlank } from './form-line.js';

/** The amounts of a line, which a pattern may be kept without. */
const AMOUNTS = ['debit', 'credit', 'foreignAmount', 'rate', 'ratePerBase', 'taxAdjustment'] as const;

/** An entry as a pattern keeps it: without date, paper and documents, which are those of one entry only. */
export function patternRequest(
  form: EntryForm,
  near: CivilDate,
  currency: CurrencyCode,
  keepsAmounts: boolean,
): DraftRequest {
  const { kind, explanation, lines } = draftRequest(form, near, currency);
  const left = ['document', 'documentDate', 'dueDate', 'ownNumber', 'attachments', ...(keepsAmounts ? [] : AMOUNTS)];
  const kept = lines.map((line) => ({
    ...Object.fromEntries(Object.entries(line).filter(([field]) => !left.includes(field))),
    ...(!keepsAmounts &&
      (line.debit || line.credit) && { side: line.debit ? ('debit' as const) : ('credit' as const) }),
  }));
  return { ...(kind && { kind }), ...(explanation && { explanation }), lines: kept };
}

/** Whether any line of a pattern has an amount. */
export function hasAmounts({ lines }: Pick<PatternResponse, 'lines'>): boolean {
  return lines.some((line) => line.debit || line.credit || line.foreignAmount);
}

/** An entry begun from a pattern. @param date as it is shown */
export function formOfPattern(pattern: PatternResponse, date: string, currency: CurrencyCode): EntryForm {
  return { ...formOf({ ...pattern, date: '' }, currency), date };
}

/** An entry that takes a pattern's lines behind those it has, and its explanation and kind. Nothing typed is lost. */
export function withPattern(form: EntryForm, pattern: PatternResponse, currency: CurrencyCode): EntryForm {
  const taken = formOfPattern(pattern, form.date, currency);
  const own = form.lines.filter((line) => !isBlank(line));
  const lines = [...own, ...taken.lines.filter((line) => !isBlank(line)), emptyLine()];
  return { ...form, kind: taken.kind, explanation: taken.explanation || pattern.name, lines };
}
