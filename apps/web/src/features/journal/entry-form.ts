import type {
  AccountResponse,
  BreakdownResponse,
  DraftRequest,
  DraftResponse,
  EntryRequest,
} from '@just-ledger/contract';
import {
  balancingAmount,
  baseAmount,
  type CivilDate,
  type CurrencyCode,
  formatAmount,
  isCivilDate,
  isCurrencyCode,
  isRate,
  minor,
  type Minor,
  parseCivilDate,
  shortDate,
  type Side,
  typedAmountProblem,
} from '@just-ledger/core';
import { inCell, plainDecimal, readTyped, typedDay, wireInCell } from '../../ui/own-ways.js';

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
  /** Whether somebody typed the rate; one that was proposed follows the date. */
  readonly isRateTyped?: boolean;
  /** The side on which it settles the document it names, as long as it has no amount. */
  readonly settles?: Side;
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
  /** What could not be understood when its cell was left, by the cell. */
  readonly doubts?: Readonly<Partial<Record<AmountCell, string>>>;
}

/** A cell that takes an amount or a rate. */
export type AmountCell = 'debit' | 'credit' | 'foreignAmount' | 'rate';

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

/** A draft, to be gone on with: its amounts in the person's marks. @param currency of the books */
export function formOf(draft: DraftResponse, currency: CurrencyCode): EntryForm {
  const lines = draft.lines.map(({ ratePerBase, ...line }) => ({
    ...emptyLine(),
    ...Object.fromEntries(Object.entries(line).filter(([, value]) => value !== null && value !== undefined)),
    documentDate: shownDate(line.documentDate),
    dueDate: shownDate(line.dueDate),
    debit: wireInCell(line.debit ?? '', currency),
    credit: wireInCell(line.credit ?? '', currency),
    foreignAmount: isCurrencyCode(line.currency ?? '')
      ? wireInCell(line.foreignAmount ?? '', line.currency as CurrencyCode)
      : (line.foreignAmount ?? ''),
    ...(ratePerBase && { rate: ratePerBase, rateWay: 'ratePerBase' as const }),
  }));
  return {
    date: shownDate(draft.date),
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
  | { readonly type: 'balanced-here'; readonly at: number; readonly currency: CurrencyCode }
  | { readonly type: 'repeat-above'; readonly at: number }
  | { readonly type: 'breakdowns-shown'; readonly at: number }
  | { readonly type: 'take-away'; readonly at: number }
  | { readonly type: 'pasted'; readonly at: number; readonly lines: readonly Partial<FormLine>[] }
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
      return withRoom({ ...form, lines: form.lines.filter((_, index) => index !== event.at) });
    case 'pasted':
      return withPasted(form, event.at, event.lines);
    case 'start':
      return event.form;
    default:
      return event satisfies never;
  }
}

/** The amounts of a form in minor units, debit positive; what is no arithmetic counts as nothing. */
export function amountsOf(form: EntryForm, currency: CurrencyCode): Minor[] {
  return form.lines.map((line) => {
    const [debit, credit] = [amountIn(line.debit, 'debit', currency), amountIn(line.credit, 'credit', currency)];
    return minor((debit ?? 0) - (credit ?? 0));
  });
}

/** What a cell of a side says, positive on that side; CR in a debit cell is negative there. */
function amountIn(typed: string, side: Side, currency: CurrencyCode): Minor | undefined {
  const read = readTyped(typed, currency);
  if (!read.ok) return undefined;
  return read.side !== undefined && read.side !== side ? minor(-read.amount) : read.amount;
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

/** Whether anything of a form has been typed that it did not begin with. */
export function isTyped(form: EntryForm, begun: EntryForm): boolean {
  const text = ({ lines, ...head }: EntryForm): string =>
    JSON.stringify([
      head.kind,
      head.explanation,
      head.reference,
      lines
        .filter((line) => !isBlank(line))
        .map(({ key, doubts, showsBreakdowns, ...line }) => {
          void [key, doubts, showsBreakdowns];
          return line;
        }),
    ]);
  return text(form) !== text(begun);
}

/** Whether nothing has been typed into a line. */
export function isBlank(line: FormLine): boolean {
  return [line.account, line.note, line.contact, line.debit, line.credit, line.foreignAmount].every(
    (text) => text.trim() === '',
  );
}

/** The entry as it is sent: amounts worked out, the date completed, blank lines left out. */
export function entryRequest(form: EntryForm, near: CivilDate, currency: CurrencyCode): EntryRequest {
  return {
    date: typedDay(form.date, near) ?? form.date,
    kind: form.kind,
    explanation: form.explanation,
    ...(form.reference.trim() && { reference: form.reference }),
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
        breakdowns,
        rate,
        rateWay,
        document,
        documentDate,
        dueDate,
        ownNumber,
        ...line
      }) => {
        void [key, showsBreakdowns, doubts, settles, isRateTyped, breakdowns];
        const typed = Object.fromEntries(
          Object.entries({ ...line, ...plainAmounts(line, currency) }).filter(([, value]) => value !== ''),
        );
        return {
          ...typed,
          ...(rate && { [rateWay]: plainDecimal(rate) }),
          ...documentOf({ document, documentDate, dueDate, ownNumber }),
          ...namedValues({ breakdowns }),
        } as DraftRequest['lines'][number];
      },
    );
  return {
    date: typedDay(form.date, near) ?? form.date,
    kind: form.kind,
    explanation: form.explanation,
    reference: form.reference,
    lines,
    ...(version !== undefined && { version }),
  };
}

/** The amounts of a line as the wire has them; what cannot be read stays as it was typed. */
function plainAmounts(
  { debit, credit, foreignAmount, currency: own }: Pick<FormLine, 'debit' | 'credit' | 'foreignAmount' | 'currency'>,
  currency: CurrencyCode,
): Pick<FormLine, 'debit' | 'credit' | 'foreignAmount'> {
  const plain = (typed: string, of: CurrencyCode): string => {
    const read = typed.trim() === '' ? undefined : readTyped(typed, of);
    return read?.ok ? formatAmount(read.amount, of) : typed.trim();
  };
  return {
    debit: plain(debit, currency),
    credit: plain(credit, currency),
    foreignAmount: isCurrencyCode(own) ? plain(foreignAmount, own) : foreignAmount,
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
  return typedDay(typed, WHEREVER) ?? typed.trim();
}

/** The values that a line names, if any. */
function namedValues({ breakdowns }: Pick<FormLine, 'breakdowns'>): { breakdowns?: Record<string, string> } {
  const named = Object.entries(breakdowns).filter(([, name]) => name !== '');
  return named.length > 0 ? { breakdowns: Object.fromEntries(named) } : {};
}

/** The breakdowns that a line shows fields for: those it needs, those it names, and all of them if asked for. */
export function shownBreakdowns(
  line: FormLine,
  account: AccountResponse | undefined,
  breakdowns: readonly BreakdownResponse[],
): BreakdownResponse[] {
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
  account: AccountResponse | undefined,
  breakdowns: readonly BreakdownResponse[],
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
  const rows = form.lines.flatMap((line, index) => (isBlank(line) ? [] : [index]));
  const row = rows[Number(match[1])];
  return row === undefined ? undefined : { row, field: match[2] };
}

/** Accounts that can be written to by hand. */
export function writableAccounts(accounts: readonly AccountResponse[]): AccountResponse[] {
  return accounts.filter((account) => !account.heading && account.active && account.typedEntries);
}

function withLine(form: EntryForm, at: number, change: Partial<FormLine>): EntryForm {
  return { ...form, lines: form.lines.map((line, place) => (place === at ? { ...line, ...change } : line)) };
}

/** A change of cells takes away what was doubted in them. */
function withoutDoubts(line: FormLine | undefined, change: Partial<FormLine>): Partial<FormLine> {
  if (!line?.doubts) return change;
  const left = Object.entries(line.doubts).filter(([cell]) => !(cell in change));
  return { ...change, doubts: Object.fromEntries(left) };
}

function withDoubt(line: FormLine | undefined, cell: AmountCell, why: string): Partial<FormLine> {
  return { doubts: { ...line?.doubts, [cell]: why } };
}

/** Cells pasted from a spreadsheet, a row to a line from one on; lines are added as far as they are needed. */
function withPasted(form: EntryForm, at: number, lines: readonly Partial<FormLine>[]): EntryForm {
  const missing = Math.max(0, at + lines.length - form.lines.length);
  const room = [...form.lines, ...Array.from({ length: missing }, emptyLine)];
  const changed = room.map((line, place) => ({ ...line, ...lines[place - at] }));
  return withRoom({ ...form, lines: changed });
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
  const read = readTyped(typed, currency);
  if (!read.ok) return withDoubt(line, side, typedAmountProblem(typed.trim(), read.failure, currency));
  const amount = amountIn(typed, side, currency) ?? read.amount;
  const other = side === 'debit' ? 'credit' : 'debit';
  const change: Partial<FormLine> =
    amount < 0
      ? { [side]: '', [other]: inCell(minor(-amount), currency) }
      : { [side]: amount === 0 ? '' : inCell(amount, currency), [other]: '' };
  return { ...change, doubts: {}, ...(line && withoutOldRate(line, minor(Math.abs(amount)), currency)) };
}

/** Of amount and rate the one typed last counts: a rate that does not lead to the amount is taken away. */
function withoutOldRate(line: FormLine, amount: Minor, base: CurrencyCode): Partial<FormLine> {
  if (line.rate.trim() === '' || amount === 0 || !isCurrencyCode(line.currency)) return {};
  const foreign = readTyped(line.foreignAmount, line.currency);
  const quoted = { way: line.rateWay, text: plainDecimal(line.rate) };
  const computed = foreign.ok ? baseAmountOf(foreign.amount, line.currency, quoted, base) : undefined;
  return computed === undefined || Math.abs(computed) === amount ? {} : { rate: '', isRateTyped: false };
}

/** A foreign amount or rate that was left: the amount in the books' currency follows, on its side. */
function foreignSettled(
  line: FormLine | undefined,
  base: CurrencyCode,
  held: QuotedRate | undefined,
): Partial<FormLine> {
  if (!line || !isCurrencyCode(line.currency)) return {};
  const worked = readTyped(line.foreignAmount, line.currency);
  if (!worked.ok) {
    const typed = line.foreignAmount.trim();
    return withDoubt(line, 'foreignAmount', typedAmountProblem(typed, worked.failure, line.currency));
  }
  if (worked.amount === 0) return {};
  const foreignAmount = inCell(minor(Math.abs(worked.amount)), line.currency);
  // an amount that was typed without a rate stands: the two say at which rate
  if (line.rate.trim() === '' && (line.debit !== '' || line.credit !== '')) return { foreignAmount };
  const used = line.rate.trim() === '' ? held : { way: line.rateWay, text: plainDecimal(line.rate) };
  const amount = used && baseAmountOf(worked.amount, line.currency, used, base);
  if (!used || !amount) return worked.amount > 0 ? { foreignAmount } : {};
  const settles = line.settles !== undefined && line.debit === '' && line.credit === '' ? line.settles : undefined;
  const side: Side = settles ?? (amount < 0 || (line.credit !== '' && line.debit === '') ? 'credit' : 'debit');
  return {
    rate: used.text,
    rateWay: used.way,
    isRateTyped: line.rate.trim() !== '' && line.isRateTyped !== false,
    foreignAmount,
    debit: '',
    credit: '',
    [side]: inCell(minor(Math.abs(amount)), base),
  };
}

/** A rate that was proposed follows the date; one that was typed stays, and so does an amount that was. */
function withRateOfDay(line: FormLine | undefined, base: CurrencyCode, held: QuotedRate): Partial<FormLine> {
  if (!line) return {};
  const isWaiting = line.settles !== undefined && line.foreignAmount !== '' && isWithoutAmount(line);
  if (isWaiting) return { ...foreignSettled(line, base, held), isRateTyped: false };
  if (line.isRateTyped !== false || line.rate.trim() === '') return {};
  if (line.rateWay === held.way && line.rate === held.text) return {};
  const side: Side = line.credit !== '' ? 'credit' : 'debit';
  const plain = { ...line, rate: '', debit: '', credit: '', settles: side };
  return { ...foreignSettled(plain, base, held), isRateTyped: false };
}

function isWithoutAmount({ debit, credit, rate }: FormLine): boolean {
  return debit === '' && credit === '' && rate.trim() === '';
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
  return { debit: '', credit: '', [missing.side]: inCell(missing.amount, currency) };
}
