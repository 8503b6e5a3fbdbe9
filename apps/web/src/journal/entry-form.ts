import type { AccountAnswer, BreakdownAnswer, DraftAnswer, DraftRequest, EntryRequest } from '@just-ledger/contract';
import {
  balancingAmount,
  baseAmount,
  formatAmount,
  isCivilDate,
  isCurrencyCode,
  isRate,
  minor,
  parseCivilDate,
  shortDate,
  typedDate,
  workOut,
  type CivilDate,
  type CurrencyCode,
  type Minor,
  type Side,
} from '@just-ledger/core';

/** Which way a rate is quoted. */
export type RateWay = 'rate' | 'ratePerBase';

/** A rate with the way it is quoted. */
export interface QuotedRate {
  readonly way: RateWay;
  readonly text: string;
}

/** A line as it is being typed. */
export interface FormLine {
  readonly key: number;
  readonly account: string;
  readonly note: string;
  readonly contact: string;
  readonly debit: string;
  readonly credit: string;
  readonly currency: string;
  readonly foreignAmount: string;
  readonly rate: string;
  /** Which way the rate is quoted: base for one foreign unit, or foreign for one base unit. */
  readonly rateWay: RateWay;
  /** What the line belongs to in the detail of its account: a document, an asset, an item of stock. */
  readonly document: string;
  /** The date on the document, when it falls due, and our own number for it; as typed. */
  readonly documentDate: string;
  readonly dueDate: string;
  readonly ownNumber: string;
  /** Names of breakdown values by the name of their breakdown. */
  readonly breakdowns: Readonly<Record<string, string>>;
  /** Whether fields stand open for breakdowns that the account does not need. */
  readonly showsBreakdowns?: boolean;
}

/** An entry as it is being typed. */
export interface EntryForm {
  readonly date: string;
  readonly kind: string;
  readonly explanation: string;
  readonly reference: string;
  readonly lines: readonly FormLine[];
}

/** What a date is near to does not matter once it has its year. */
const WHEREVER = parseCivilDate('2000-01-01');

let lastKey = 0;

/** An empty line. */
export function emptyLine(): FormLine {
  return {
    key: (lastKey += 1),
    account: '',
    note: '',
    contact: '',
    debit: '',
    credit: '',
    currency: '',
    foreignAmount: '',
    rate: '',
    rateWay: 'rate',
    document: '',
    documentDate: '',
    dueDate: '',
    ownNumber: '',
    breakdowns: {},
  };
}

/** An empty entry on a date. */
export function emptyForm(date: string, kind = 'ordinary'): EntryForm {
  return { date, kind, explanation: '', reference: '', lines: [emptyLine(), emptyLine(), emptyLine(), emptyLine()] };
}

/** A draft, to be gone on with. */
export function formOf(draft: DraftAnswer): EntryForm {
  const lines = draft.lines.map(({ ratePerBase, ...line }) => ({
    ...emptyLine(),
    ...Object.fromEntries(Object.entries(line).filter(([, value]) => value !== null && value !== undefined)),
    documentDate: shownDate(line.documentDate),
    dueDate: shownDate(line.dueDate),
    ...(ratePerBase && { rate: ratePerBase, rateWay: 'ratePerBase' as const }),
  }));
  return {
    date: draft.date,
    kind: draft.kind,
    explanation: draft.explanation,
    reference: draft.reference,
    lines: [...lines, emptyLine()],
  };
}

function shownDate(kept: string | null | undefined): string {
  return kept && isCivilDate(kept) ? shortDate(kept) : (kept ?? '');
}

/** What may happen to the form. */
export type FormEvent =
  | { readonly is: 'head'; readonly change: Partial<Omit<EntryForm, 'lines'>> }
  | { readonly is: 'line'; readonly at: number; readonly change: Partial<FormLine> }
  | { readonly is: 'settled'; readonly at: number; readonly side: Side; readonly currency: CurrencyCode }
  | {
      readonly is: 'foreign-settled';
      readonly at: number;
      readonly currency: CurrencyCode;
      readonly held?: QuotedRate | undefined;
    }
  | { readonly is: 'balanced-here'; readonly at: number; readonly currency: CurrencyCode }
  | { readonly is: 'repeat-above'; readonly at: number }
  | { readonly is: 'breakdowns-shown'; readonly at: number }
  | { readonly is: 'take-away'; readonly at: number }
  | { readonly is: 'start'; readonly form: EntryForm };

/** The form after an event. */
export function formReducer(form: EntryForm, event: FormEvent): EntryForm {
  switch (event.is) {
    case 'head':
      return { ...form, ...event.change };
    case 'line':
      return withRoom(withLine(form, event.at, event.change));
    case 'settled':
      return withLine(form, event.at, settled(form.lines[event.at], event.side, event.currency));
    case 'foreign-settled':
      return withRoom(withLine(form, event.at, foreignSettled(form.lines[event.at], event.currency, event.held)));
    case 'balanced-here':
      return withRoom(withLine(form, event.at, balancedHere(form, event.at, event.currency)));
    case 'repeat-above': {
      const above = form.lines[event.at - 1];
      return above
        ? withRoom(withLine(form, event.at, { ...above, key: form.lines[event.at]?.key ?? above.key }))
        : form;
    }
    case 'breakdowns-shown':
      return withLine(form, event.at, { showsBreakdowns: !form.lines[event.at]?.showsBreakdowns });
    case 'take-away':
      return withRoom({ ...form, lines: form.lines.filter((_, at) => at !== event.at) });
    case 'start':
      return event.form;
    default:
      return event satisfies never;
  }
}

/** The amounts of a form in minor units, debit positive; what is no arithmetic counts as nothing. */
export function amountsOf(form: EntryForm, currency: CurrencyCode): Minor[] {
  return form.lines.map((line) => {
    const [debit, credit] = [workOut(line.debit, currency), workOut(line.credit, currency)];
    return minor((debit.ok ? debit.amount : 0) - (credit.ok ? credit.amount : 0));
  });
}

/** What an empty line proposes: the amount that would balance the entry, on its side. */
export function proposalFor(
  form: EntryForm,
  at: number,
  currency: CurrencyCode,
): { side: Side; amount: Minor } | undefined {
  const line = form.lines[at];
  if (!line || line.debit !== '' || line.credit !== '') return undefined;
  return balancingAmount(amountsOf(form, currency));
}

/** Whether nothing has been typed into a line. */
export function isBlank(line: FormLine): boolean {
  return [line.account, line.note, line.contact, line.debit, line.credit, line.foreignAmount].every(
    (text) => text.trim() === '',
  );
}

/** The entry as it is sent: amounts worked out, the date completed, blank lines left out. */
export function entryRequest(form: EntryForm, near: CivilDate, currency: CurrencyCode): EntryRequest {
  const plain = (typed: string): string | undefined => {
    if (typed.trim() === '') return undefined;
    const worked = workOut(typed, currency);
    return worked.ok ? formatAmount(worked.amount, currency) : typed;
  };
  return {
    date: typedDate(form.date, near) ?? form.date,
    kind: form.kind,
    explanation: form.explanation,
    ...(form.reference.trim() && { reference: form.reference }),
    lines: form.lines
      .filter((line) => !isBlank(line))
      .map((line) => ({
        account: line.account,
        ...(plain(line.debit) !== undefined && { debit: plain(line.debit) as string }),
        ...(plain(line.credit) !== undefined && { credit: plain(line.credit) as string }),
        ...(line.note.trim() && { note: line.note }),
        ...(line.contact.trim() && { contact: line.contact }),
        ...documentOf(line),
        ...namedValues(line),
        ...(line.foreignAmount.trim() && {
          currency: line.currency,
          foreignAmount: line.foreignAmount,
          ...(line.rate.trim() && { [line.rateWay]: line.rate }),
        }),
      })),
  };
}

/** The entry as a draft is kept: just as it was typed. */
export function draftRequest(form: EntryForm, version?: number): DraftRequest {
  const lines = form.lines
    .filter((line) => !isBlank(line))
    .map(
      ({ key, showsBreakdowns, breakdowns, rate, rateWay, document, documentDate, dueDate, ownNumber, ...line }) => {
        void [key, showsBreakdowns, breakdowns];
        const typed = Object.fromEntries(Object.entries(line).filter(([, value]) => value !== ''));
        return {
          ...typed,
          ...(rate && { [rateWay]: rate }),
          ...documentOf({ document, documentDate, dueDate, ownNumber }),
          ...namedValues({ breakdowns }),
        } as DraftRequest['lines'][number];
      },
    );
  return {
    date: form.date,
    kind: form.kind,
    explanation: form.explanation,
    reference: form.reference,
    lines,
    ...(version !== undefined && { version }),
  };
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

/** A date as it is sent; it was completed with its year when its cell was left. */
function wholeDate(typed: string): string {
  return typedDate(typed, WHEREVER) ?? typed.trim();
}

/** The values that a line names, if any. */
function namedValues({ breakdowns }: Pick<FormLine, 'breakdowns'>): { breakdowns?: Record<string, string> } {
  const named = Object.entries(breakdowns).filter(([, name]) => name !== '');
  return named.length > 0 ? { breakdowns: Object.fromEntries(named) } : {};
}

/** The breakdowns that a line shows fields for: those it needs, those it names, and all of them if asked for. */
export function shownBreakdowns(
  line: FormLine,
  account: AccountAnswer | undefined,
  breakdowns: readonly BreakdownAnswer[],
): BreakdownAnswer[] {
  if (!account) return [];
  return breakdowns.filter(
    ({ name, selfBalancing }) =>
      selfBalancing || line.showsBreakdowns || account.breakdowns.includes(name) || Boolean(line.breakdowns[name]),
  );
}

/** The change of a line that gets its account: its own currency, and the usual values of the breakdowns it needs. */
export function withAccount(
  line: FormLine,
  number: string,
  account: AccountAnswer | undefined,
  breakdowns: readonly BreakdownAnswer[],
): Partial<FormLine> {
  const usual = breakdowns.flatMap(({ name, usualValue, selfBalancing }) =>
    usualValue && (selfBalancing || account?.breakdowns.includes(name)) ? [[name, usualValue] as const] : [],
  );
  return {
    account: number,
    currency: account?.currency ?? '',
    breakdowns: { ...Object.fromEntries(usual), ...line.breakdowns },
  };
}

/** The row of the form that a problem's path means; blank rows were not sent. */
export function rowOfPath(form: EntryForm, path: string): { row: number; field: string } | undefined {
  const match = /^lines\.(\d+)\.(\w+)/.exec(path);
  if (!match?.[1] || !match[2]) return undefined;
  const rows = form.lines.flatMap((line, at) => (isBlank(line) ? [] : [at]));
  const row = rows[Number(match[1])];
  return row === undefined ? undefined : { row, field: match[2] };
}

/** Accounts that can be written to by hand. */
export function writableAccounts(accounts: readonly AccountAnswer[]): AccountAnswer[] {
  return accounts.filter((one) => !one.heading && one.active && one.typedEntries);
}

function withLine(form: EntryForm, at: number, change: Partial<FormLine>): EntryForm {
  return { ...form, lines: form.lines.map((line, place) => (place === at ? { ...line, ...change } : line)) };
}

/** There is always an empty line to go on with. */
function withRoom(form: EntryForm): EntryForm {
  const last = form.lines.at(-1);
  return last && isBlank(last) && form.lines.length >= 2 ? form : { ...form, lines: [...form.lines, emptyLine()] };
}

/** An amount that was left: worked out, a negative one moved to the other side, the other side emptied. */
function settled(line: FormLine | undefined, side: Side, currency: CurrencyCode): Partial<FormLine> {
  const typed = line?.[side] ?? '';
  if (typed.trim() === '') return { [side]: '' };
  const worked = workOut(typed, currency);
  if (!worked.ok) return {};
  const other = side === 'debit' ? 'credit' : 'debit';
  const change: Partial<FormLine> =
    worked.amount < 0
      ? { [side]: '', [other]: formatAmount(minor(-worked.amount), currency) }
      : { [side]: worked.amount === 0 ? '' : formatAmount(worked.amount, currency), [other]: '' };
  return { ...change, ...(line && withoutOldRate(line, minor(Math.abs(worked.amount)), currency)) };
}

/** Of amount and rate the one typed last counts: a rate that does not lead to the amount is taken away. */
function withoutOldRate(line: FormLine, amount: Minor, base: CurrencyCode): Partial<FormLine> {
  if (line.rate.trim() === '' || amount === 0 || !isCurrencyCode(line.currency)) return {};
  const foreign = workOut(line.foreignAmount, line.currency);
  const quoted = { way: line.rateWay, text: line.rate.trim() };
  const computed = foreign.ok ? baseAmountOf(foreign.amount, line.currency, quoted, base) : undefined;
  return computed === undefined || Math.abs(computed) === amount ? {} : { rate: '' };
}

/** A foreign amount or rate that was left: the amount in the books' currency follows, on its side. */
function foreignSettled(
  line: FormLine | undefined,
  base: CurrencyCode,
  held: QuotedRate | undefined,
): Partial<FormLine> {
  if (!line || !isCurrencyCode(line.currency)) return {};
  const worked = workOut(line.foreignAmount, line.currency);
  if (!worked.ok || worked.amount === 0) return {};
  const foreignAmount = formatAmount(minor(Math.abs(worked.amount)), line.currency);
  // an amount that was typed without a rate stands: the two say at which rate
  if (line.rate.trim() === '' && (line.debit !== '' || line.credit !== '')) return { foreignAmount };
  const used = line.rate.trim() === '' ? held : { way: line.rateWay, text: line.rate.trim() };
  const amount = used && baseAmountOf(worked.amount, line.currency, used, base);
  if (!used || !amount) return worked.amount > 0 ? { foreignAmount } : {};
  const side: Side = amount < 0 || (line.credit !== '' && line.debit === '') ? 'credit' : 'debit';
  return {
    rate: used.text,
    rateWay: used.way,
    foreignAmount,
    debit: '',
    credit: '',
    [side]: formatAmount(minor(Math.abs(amount)), base),
  };
}

function baseAmountOf(
  foreign: Minor,
  from: CurrencyCode,
  { way, text }: QuotedRate,
  base: CurrencyCode,
): Minor | undefined {
  if (!isRate(text)) return undefined;
  return baseAmount(foreign, from, base, way === 'rate' ? { rate: text } : { ratePerBase: text });
}

function balancedHere(form: EntryForm, at: number, currency: CurrencyCode): Partial<FormLine> {
  const others = { ...form, lines: form.lines.filter((_, place) => place !== at) };
  const missing = balancingAmount(amountsOf(others, currency));
  if (!missing) return {};
  return { debit: '', credit: '', [missing.side]: formatAmount(missing.amount, currency) };
}
