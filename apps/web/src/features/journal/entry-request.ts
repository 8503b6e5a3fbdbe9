import type { DraftRequest, DraftResponse, EntryRequest, EntryResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  type CurrencyCode,
  ENTRY_KINDS,
  isCivilDate,
  isCurrencyCode,
  linesAsTyped,
  parseCivilDate,
  shortDate,
} from '@just-ledger/core';
import { plainAmount, plainDecimal, typedDay, wireInCell } from '../../ui/own-ways.js';
import { emptyForm, type EntryForm } from './entry-form.js';
import { emptyLine, type FormLine, isBlank } from './form-line.js';

/** What a date is near to does not matter once it has its year. */
const WHEREVER = parseCivilDate('2000-01-01');

/** A date as it is sent; it was completed with its year when its cell was left. */
function wholeDate(typed: string): string {
  return typedDay(typed, WHEREVER) ?? typed.trim();
}

/** The values that a line names, if any. */
function namedValues({ breakdowns }: Pick<FormLine, 'breakdowns'>): { breakdowns?: Record<string, string> } {
  const named = Object.entries(breakdowns).filter(([, name]) => name !== '');
  return named.length > 0 ? { breakdowns: Object.fromEntries(named) } : {};
}

/** The document, or other part of the account's detail, that a line names; its dates completed. */
function documentOf({
  document,
  documentDate,
  dueDate,
  ownNumber,
}: Pick<FormLine, 'document' | 'documentDate' | 'dueDate' | 'ownNumber'>): Partial<EntryRequest['lines'][number]> {
  return {
    ...(document.trim() && { document: document.trim() }),
    ...(documentDate.trim() && { documentDate: wholeDate(documentDate) }),
    ...(dueDate.trim() && { dueDate: wholeDate(dueDate) }),
    ...(ownNumber.trim() && { ownNumber: ownNumber.trim() }),
  };
}

/** What a line says of its tax. */
function taxOf({
  taxCode,
  amountIs,
  taxAdjustment,
}: Pick<FormLine, 'taxCode' | 'amountIs' | 'taxAdjustment'>): Partial<EntryRequest['lines'][number]> {
  if (taxCode.trim() === '') return {};
  return {
    taxCode: taxCode.trim(),
    ...(amountIs && { amountIs }),
    ...(taxAdjustment && { taxAdjustment }),
  };
}

/** The amounts of a line as the wire has them; what cannot be read stays as it was typed. */
function plainAmounts(
  { debit, credit, foreignAmount, currency: own }: Pick<FormLine, 'debit' | 'credit' | 'foreignAmount' | 'currency'>,
  currency: CurrencyCode,
): Pick<FormLine, 'debit' | 'credit' | 'foreignAmount'> {
  return {
    debit: plainAmount(debit, currency),
    credit: plainAmount(credit, currency),
    foreignAmount: isCurrencyCode(own) ? plainAmount(foreignAmount, own) : foreignAmount,
  };
}

function shownDate(kept: string | null | undefined): string {
  return kept && isCivilDate(kept) ? shortDate(kept) : (kept ?? '');
}

/** A draft, to be gone on with: its amounts in the person's marks. @param currency of the books */
export function formOf(
  draft: Pick<DraftResponse, 'date' | 'kind' | 'explanation' | 'reference' | 'lines'> &
    Partial<Pick<DraftResponse, 'supplyDate' | 'corrects' | 'reversesOn' | 'attachments'>>,
  currency: CurrencyCode,
): EntryForm {
  const lines = draft.lines.map(({ ratePerBase, side, ...line }) => ({
    ...emptyLine(),
    ...Object.fromEntries(Object.entries(line).filter(([, value]) => value !== null && value !== undefined)),
    documentDate: shownDate(line.documentDate),
    dueDate: shownDate(line.dueDate),
    debit: wireInCell(line.debit ?? '', currency),
    credit: wireInCell(line.credit ?? '', currency),
    foreignAmount:
      line.currency && isCurrencyCode(line.currency)
        ? wireInCell(line.foreignAmount ?? '', line.currency)
        : (line.foreignAmount ?? ''),
    ...(ratePerBase && { rate: ratePerBase, rateWay: 'ratePerBase' as const }),
    ...(side && { settles: side }),
  }));
  return {
    date: shownDate(draft.date),
    kind: ENTRY_KINDS.find((kind) => kind === draft.kind) ?? 'ordinary',
    explanation: draft.explanation,
    reference: draft.reference,
    supplyDate: shownDate(draft.supplyDate),
    corrects: draft.corrects ?? '',
    reversesOn: shownDate(draft.reversesOn),
    attachments: draft.attachments ?? [],
    lines: [...lines, emptyLine()],
  };
}

/** Lines like those of an entry that was posted: its accounts, contacts and amounts, but none of its documents. */
export function linesLike(entry: EntryResponse, currency: CurrencyCode): FormLine[] {
  return linesAsTyped(entry.lines).map((line) => {
    const own = line.currency && isCurrencyCode(line.currency) ? line.currency : undefined;
    return {
      ...emptyLine(),
      account: line.account,
      note: line.note ?? '',
      contact: line.contact ?? '',
      debit: wireInCell(line.debit ?? '', currency),
      credit: wireInCell(line.credit ?? '', currency),
      breakdowns: line.breakdowns ?? {},
      ...(line.taxCode !== null && { taxCode: line.taxCode, amountIs: 'net' as const }),
      currency: own ?? '',
      ...(own && { foreignAmount: wireInCell(line.foreignAmount ?? '', own) }),
      ...(line.rate && { rate: line.rate, rateWay: 'rate' as const }),
      ...(line.ratePerBase && { rate: line.ratePerBase, rateWay: 'ratePerBase' as const }),
    };
  });
}

/** A new entry like one that was posted, on a date of its own and without its paper. */
export function formLike(entry: EntryResponse, date: string, currency: CurrencyCode): EntryForm {
  const { kind, explanation } = entry;
  return {
    ...emptyForm(date, kind === 'adjusting' ? kind : 'ordinary'),
    explanation,
    lines: [...linesLike(entry, currency), emptyLine()],
  };
}

/** The entry as it is sent: amounts worked out, the date completed, blank lines left out. */
export function entryRequest(form: EntryForm, near: CivilDate, currency: CurrencyCode): EntryRequest {
  return {
    date: typedDay(form.date, near) ?? form.date,
    kind: form.kind,
    explanation: form.explanation,
    ...(form.reference.trim() && { reference: form.reference }),
    ...(form.supplyDate.trim() && { supplyDate: wholeDate(form.supplyDate) }),
    ...(form.corrects && { corrects: form.corrects }),
    ...(form.reversesOn.trim() && { reversesOn: wholeDate(form.reversesOn) }),
    ...(form.attachments.length > 0 && { attachments: [...form.attachments] }),
    lines: form.lines
      .filter((line) => !isBlank(line))
      .map((line) => ({ line, plain: plainAmounts(line, currency) }))
      .map(({ line, plain }) => ({
        account: line.account,
        ...(plain.debit && { debit: plain.debit }),
        ...(plain.credit && { credit: plain.credit }),
        ...(line.note.trim() && { note: line.note }),
        ...(line.contact.trim() && { contact: line.contact }),
        ...documentOf(line),
        ...namedValues(line),
        ...taxOf(line),
        ...(line.attachments?.length && { attachments: [...line.attachments] }),
        ...(line.foreignAmount.trim() && {
          currency: line.currency,
          foreignAmount: plain.foreignAmount,
          ...(line.rate.trim() && { [line.rateWay]: plainDecimal(line.rate) }),
        }),
      })),
  };
}

/** The entry as a draft is kept: its date and amounts as the wire has them where they can be read, else as typed. */
export function draftRequest(
  form: EntryForm,
  near: CivilDate,
  currency: CurrencyCode,
  version?: number,
): DraftRequest {
  const lines = form.lines
    .filter((line) => !isBlank(line))
    .map(
      ({
        key,
        showsBreakdowns,
        doubts,
        settles,
        isRateTyped,
        was,
        breakdowns,
        rate,
        rateWay,
        document,
        documentDate,
        dueDate,
        ownNumber,
        taxCode,
        amountIs,
        taxAdjustment,
        isTaxProposed,
        showsTax,
        ...line
      }) => {
        void [key, showsBreakdowns, doubts, settles, isRateTyped, was, breakdowns, isTaxProposed, showsTax];
        const typed = Object.fromEntries(
          Object.entries({ ...line, ...plainAmounts(line, currency) }).filter(([, value]) => value.length > 0),
        );
        return {
          ...typed,
          ...(rate && { [rateWay]: plainDecimal(rate) }),
          ...documentOf({ document, documentDate, dueDate, ownNumber }),
          ...namedValues({ breakdowns }),
          ...taxOf({ taxCode, amountIs, taxAdjustment }),
        };
      },
    );
  return {
    date: typedDay(form.date, near) ?? form.date,
    kind: form.kind,
    explanation: form.explanation,
    reference: form.reference,
    ...(form.supplyDate.trim() && { supplyDate: wholeDate(form.supplyDate) }),
    ...(form.corrects && { corrects: form.corrects }),
    ...(form.reversesOn.trim() && { reversesOn: wholeDate(form.reversesOn) }),
    ...(form.attachments.length > 0 && { attachments: [...form.attachments] }),
    lines,
    ...(version !== undefined && { version }),
  };
}
