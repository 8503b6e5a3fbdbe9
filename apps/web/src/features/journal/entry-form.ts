import { type BalancingAmount, type CurrencyCode, type Minor, type Side, type EntryKind } from '@just-ledger/core';
import { inCell } from '../../ui/own-ways.js';
import { emptyLine, type FormLine, isBlank, lineAmount, type QuotedRate } from './form-line.js';
import { foreignSettled, settled, withRateOfDay } from './settled-line.js';

/** An entry as it is being typed. */
export interface EntryForm {
  readonly date: string;
  readonly kind: EntryKind;
  readonly explanation: string;
  readonly reference: string;
  /** The day of the supply, as typed, where it is another than the entry's. */
  readonly supplyDate: string;
  /** The number of the entry that it corrects. */
  readonly corrects: string;
  /** The day on which it is reversed by itself, as typed. */
  readonly reversesOn: string;
  /** The papers behind the whole of it, by id. */
  readonly attachments: readonly number[];
  readonly lines: readonly FormLine[];
}

/** An empty entry on a date. */
export function emptyForm(date: string, kind: EntryKind = 'ordinary'): EntryForm {
  const lines = [emptyLine(), emptyLine(), emptyLine(), emptyLine()];
  return {
    date,
    kind,
    explanation: '',
    reference: '',
    supplyDate: '',
    corrects: '',
    reversesOn: '',
    attachments: [],
    lines,
  };
}

/** In the address: an adjusting entry of which no account is known yet. */
export const BY_HAND = 'by-hand';

/** An adjusting entry on an account, whose other accounts and amounts are to be written. */
export function formOfAdjustment(account: string, date: string): EntryForm {
  const form = emptyForm(date, 'adjusting');
  return { ...form, lines: form.lines.map((line, index) => (index === 0 ? { ...line, account } : line)) };
}

/** What may happen to the form. */
export type FormEvent =
  | { readonly type: 'head'; readonly change: Partial<Omit<EntryForm, 'lines'>> }
  | { readonly type: 'line'; readonly at: number; readonly change: Partial<FormLine> }
  | { readonly type: 'settled'; readonly at: number; readonly side: Side; readonly currency: CurrencyCode }
  | {
      readonly type: 'foreign-settled';
      readonly at: number;
      readonly currency: CurrencyCode;
      readonly held?: QuotedRate | undefined;
    }
  | { readonly type: 'rate-of-day'; readonly at: number; readonly currency: CurrencyCode; readonly held: QuotedRate }
  | {
      readonly type: 'balanced-here';
      readonly at: number;
      readonly currency: CurrencyCode;
      /** What the other lines miss, with their tax. */
      readonly missing: BalancingAmount | undefined;
    }
  | { readonly type: 'repeat-above'; readonly at: number }
  | { readonly type: 'breakdowns-shown'; readonly at: number }
  | { readonly type: 'tax-shown'; readonly at: number }
  | { readonly type: 'remove'; readonly at: number }
  | { readonly type: 'insert'; readonly at: number }
  | { readonly type: 'move'; readonly at: number; readonly by: -1 | 1 }
  | { readonly type: 'pasted'; readonly at: number; readonly lines: readonly Partial<FormLine>[] }
  | { readonly type: 'lines-taken'; readonly lines: readonly FormLine[] }
  | { readonly type: 'paper-attached'; readonly paper: number; readonly line?: number | undefined }
  | { readonly type: 'paper-removed'; readonly paper: number; readonly line?: number | undefined }
  | { readonly type: 'taken-over'; readonly form: EntryForm }
  | { readonly type: 'start'; readonly form: EntryForm };

/** The form after an event. */
export function formReducer(form: EntryForm, event: FormEvent): EntryForm {
  switch (event.type) {
    case 'head':
      return { ...form, ...event.change };
    case 'line':
      return withRoom(withLine(form, event.at, withoutDoubts(form.lines[event.at], event.change)));
    case 'settled':
      return withLine(form, event.at, settled(form.lines[event.at], event.side, event.currency));
    case 'foreign-settled':
      return withRoom(withLine(form, event.at, foreignSettled(form.lines[event.at], event.currency, event.held)));
    case 'rate-of-day':
      return withLine(form, event.at, withRateOfDay(form.lines[event.at], event.currency, event.held));
    case 'balanced-here':
      return withRoom(withLine(form, event.at, balancedHere(form.lines[event.at], event.missing, event.currency)));
    case 'repeat-above': {
      const above = form.lines[event.at - 1];
      return above
        ? withRoom(withLine(form, event.at, { ...above, key: form.lines[event.at]?.key ?? above.key }))
        : form;
    }
    case 'breakdowns-shown':
      return withLine(form, event.at, { showsBreakdowns: !form.lines[event.at]?.showsBreakdowns });
    case 'tax-shown':
      return withLine(form, event.at, { showsTax: true });
    case 'remove':
      return withRoom({ ...form, lines: form.lines.filter((_, index) => index !== event.at) });
    case 'insert':
      return { ...form, lines: [...form.lines.slice(0, event.at), emptyLine(), ...form.lines.slice(event.at)] };
    case 'move':
      return withMoved(form, event.at, event.at + event.by);
    case 'pasted':
      return withPasted(form, event.at, event.lines);
    case 'lines-taken':
      return withRoom({ ...form, lines: event.lines });
    case 'paper-attached':
      return withPapers(form, event.line, (papers) => [
        ...papers.filter((paper) => paper !== event.paper),
        event.paper,
      ]);
    case 'paper-removed':
      return withPapers(form, event.line, (papers) => papers.filter((paper) => paper !== event.paper));
    case 'taken-over':
    case 'start':
      return event.form;
    default:
      return event satisfies never;
  }
}

/** The amounts of a form in minor units, debit positive; what is no arithmetic counts as nothing. */
export function amountsOf(form: EntryForm, currency: CurrencyCode): Minor[] {
  return form.lines.map((line) => lineAmount(line, currency));
}

/** What stands in a form, in a word or two. */
export function toldBriefly({ explanation, lines }: EntryForm): string {
  const written = lines.filter((line) => !isBlank(line)).length;
  const entry = explanation.trim() === '' ? 'an entry' : `“${explanation.trim()}”`;
  return `${entry}, ${written === 1 ? '1 line' : `${written} lines`}`;
}

/** Whether anything of a form has been typed that it did not begin with. */
export function isTyped(form: EntryForm, begun: EntryForm): boolean {
  if (form === begun) return false;
  const heads = [form, begun].map(({ kind, explanation, reference, supplyDate, reversesOn, attachments }) =>
    JSON.stringify([kind, explanation, reference, supplyDate, reversesOn, attachments]),
  );
  if (heads[0] !== heads[1]) return true;
  const [lines, first] = [form, begun].map((entryForm) => entryForm.lines.filter((line) => !isBlank(line)));
  if (lines?.length !== first?.length) return true;
  return (
    lines?.some((line, index) => line !== first?.[index] && contentOf(line) !== contentOf(first?.[index])) ?? false
  );
}

/** What has been typed into a line. */
function contentOf(line: FormLine | undefined): string {
  return JSON.stringify({
    ...line,
    key: undefined,
    doubts: undefined,
    showsBreakdowns: undefined,
    showsTax: undefined,
  });
}

/** The row of the form that a problem's path means; blank rows were not sent. */
export function rowOfPath(form: EntryForm, path: string): { row: number; field: string } | undefined {
  const match = /^lines\.(\d+)\.(\w+)/.exec(path);
  if (!match?.[1] || !match[2]) return undefined;
  const rows = form.lines.flatMap((line, index) => (isBlank(line) ? [] : [index]));
  const row = rows[Number(match[1])];
  return row === undefined ? undefined : { row, field: match[2] };
}

function withLine(form: EntryForm, position: number, change: Partial<FormLine>): EntryForm {
  return { ...form, lines: form.lines.map((line, index) => (index === position ? { ...line, ...change } : line)) };
}

/** The papers of the whole entry, or of a line, changed. */
function withPapers(
  form: EntryForm,
  line: number | undefined,
  change: (papers: readonly number[]) => readonly number[],
): EntryForm {
  if (line === undefined) return { ...form, attachments: change(form.attachments) };
  return withRoom(withLine(form, line, { attachments: change(form.lines[line]?.attachments ?? []) }));
}

/** The papers that an entry and its lines name, in their order. */
export function papersOf({ attachments, lines }: EntryForm): number[] {
  return [...new Set([...attachments, ...lines.flatMap((line) => line.attachments ?? [])])];
}

/** A change of cells takes away what was doubted in them. */
function withoutDoubts(line: FormLine | undefined, change: Partial<FormLine>): Partial<FormLine> {
  if (!line?.doubts || change.doubts) return change;
  const left = Object.entries(line.doubts).filter(([cell]) => !(cell in change));
  return { ...change, doubts: Object.fromEntries(left) };
}

/** Cells pasted from a spreadsheet, a row to a line from one on; lines are added as far as they are needed. */
function withPasted(form: EntryForm, position: number, lines: readonly Partial<FormLine>[]): EntryForm {
  const missing = Math.max(0, position + lines.length - form.lines.length);
  const room = [...form.lines, ...Array.from({ length: missing }, emptyLine)];
  const changed = room.map((line, index) => ({ ...line, ...lines[index - position] }));
  return withRoom({ ...form, lines: changed });
}

/** A line changes places with the one above or below it; beyond the ends it stays. */
function withMoved(form: EntryForm, position: number, to: number): EntryForm {
  const [line, other] = [form.lines[position], form.lines[to]];
  if (!line || !other) return form;
  const lines = form.lines.map((formLine, index) => (index === position ? other : index === to ? line : formLine));
  return withRoom({ ...form, lines });
}

/** There is always an empty line to go on with. */
function withRoom(form: EntryForm): EntryForm {
  const last = form.lines.at(-1);
  return last && isBlank(last) && form.lines.length >= 2 ? form : { ...form, lines: [...form.lines, emptyLine()] };
}

/** What is missing is paid: on a taxed line the tax is in it. */
function balancedHere(
  line: FormLine | undefined,
  missing: BalancingAmount | undefined,
  currency: CurrencyCode,
): Partial<FormLine> {
  if (!missing) return {};
  return {
    debit: '',
    credit: '',
    [missing.side]: inCell(missing.amount, currency),
    ...(line?.taxCode && { amountIs: 'gross', taxAdjustment: '' }),
  };
}
