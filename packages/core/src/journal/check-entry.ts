import { accountTitle, type Account } from '../accounts/account.js';
import { accountIn } from '../accounts/chart.js';
import { type CivilDate, isCivilDate } from '../dates/civil-date.js';
import { displayAmount } from '../money/amount.js';
import { minor, sumOf, type Minor } from '../money/minor.js';
import { isPlainText } from '../problems/plain-text.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import type { Breakdown } from '../breakdowns/breakdown.js';
import type { Books } from '../books/books.js';
import { checkDate } from './check-date.js';
import { checkReversalDate, correctsNothing } from './reversal.js';
import { checkLine, type LineOf, type ReadLine } from './check-line.js';
import type { CheckedEntry, EntryLine } from './entry.js';
import { taxedEntryWithin } from './entry-tax.js';
import { ENTRY_KINDS, type EntryKind, type EntrySource } from '../ledger/entry-kind.js';
import { proposeMovements } from '../ledger/movement.js';
import type { ProposedEntry } from './proposed-entry.js';

/** How many lines one entry may have. */
export const MOST_LINES = 10_000;

/**
 * Checks a proposed entry against the books.
 *
 * @param source where it comes from; people write `manual` entries
 * @param allowed the kinds that may come from there
 * @returns the entry with references resolved and movements proposed, or every problem, each at its field
 * @example checkEntry(rent, books, 'manual', TYPED_KINDS) // → {ok: false, problems: [{code: 'unbalanced', …}]}
 */
export function checkEntry(
  proposed: ProposedEntry,
  books: Books,
  source: EntrySource,
  allowed: readonly EntryKind[],
): Checked<CheckedEntry> {
  const problems: Problem[] = [];
  const kind = readKind(proposed.kind, allowed, problems);
  const date = checkDate(proposed.date, kind, books);
  if (!date.ok) problems.push(...date.problems);
  const explanation = proposed.explanation.trim();
  if (explanation === '') problems.push(problem('explanation-missing', 'explanation', 'Say what the entry is for.'));
  else if (!isPlainText(explanation, 500)) {
    problems.push(problem('text', 'explanation', 'An explanation is up to 500 characters on one line.'));
  }
  const reference = proposed.reference?.trim();
  if (reference && !isPlainText(reference, 60)) {
    problems.push(problem('text', 'reference', 'A reference is up to 60 characters on one line.'));
  }
  const supplyDate = proposed.supplyDate?.trim();
  if (supplyDate && !isCivilDate(supplyDate)) {
    problems.push(problem('not-a-date', 'supplyDate', `“${supplyDate}” is not a date.`));
  }
  const taxDate = supplyDate && isCivilDate(supplyDate) ? supplyDate : date.ok ? date.value : undefined;
  const reversesOn = proposed.reversesOn?.trim();
  const back = reversesOn && date.ok ? checkReversalDate(reversesOn, { date: date.value, kind }, books) : undefined;
  if (back && !back.ok) problems.push(...back.problems);
  const context = { kind, source, takesDifferences: true, taxDate, ...(date.ok && { date: date.value }) };
  const lines = readLines(proposed, context, books, problems);
  if (proposed.corrects && lines && correctsNothing(lines)) {
    problems.push(problem('corrects-nothing', 'lines', 'The right lines say the same as the wrong ones.'));
  }
  if (!date.ok || !lines || problems.length > 0) return refused(problems);
  return valid({
    date: date.value,
    kind,
    explanation,
    ...(reference && { reference }),
    ...(supplyDate && { supplyDate: supplyDate as CivilDate }),
    ...(back?.ok && { reversesOn: back.value }),
    lines: withMovements(kind, lines),
  });
}

/**
 * What keeps an entry from balancing, as a whole and within each value of a self-balancing breakdown.
 *
 * @param lines amounts in minor units, debit positive
 * @returns no problem exactly when everything sums to zero
 */
export function balanceProblems(lines: readonly EntryLine[], books: Books): Problem[] {
  let debit: Minor;
  let credit: Minor;
  try {
    debit = sumOf(lines.filter((line) => line.amount > 0).map((line) => line.amount));
    credit = sumOf(lines.filter((line) => line.amount < 0).map((line) => minor(-line.amount)));
  } catch {
    return [problem('amount-too-large', 'lines', 'The sum is larger than the books can hold.')];
  }
  const show = (amount: Minor): string => displayAmount(amount, books.baseCurrency);
  if (debit !== credit) {
    const side = debit > credit ? 'credit' : 'debit';
    const missing = show(minor(Math.abs(debit - credit)));
    return [
      problem(
        'unbalanced',
        'lines',
        `Debits are ${show(debit)}, credits ${show(credit)}: ${missing} is missing on the ${side} side.`,
      ),
    ];
  }
  return books.breakdowns
    .filter((breakdown) => breakdown.selfBalancing)
    .flatMap((breakdown) => valueProblems(lines, breakdown, show));
}

function valueProblems(
  lines: readonly EntryLine[],
  breakdown: Breakdown,
  show: (amount: Minor) => string,
): Problem[] {
  const byValue = new Map<number | undefined, Minor>();
  for (const line of lines) {
    const value = line.breakdowns?.[String(breakdown.id)];
    byValue.set(value, minor((byValue.get(value) ?? 0) + line.amount));
  }
  return [...byValue].flatMap(([value, amount]) => {
    if (amount === 0) return [];
    const name = breakdown.values.find((candidate) => candidate.id === value)?.name ?? 'without a value';
    const missing = show(minor(Math.abs(amount)));
    return [
      problem(
        'breakdown-unbalanced',
        'lines',
        `${breakdown.name} ${name} is out by ${missing}; each ${breakdown.name} balances by itself.`,
      ),
    ];
  });
}

function readKind(text: string | undefined, allowed: readonly EntryKind[], problems: Problem[]): EntryKind {
  const kind = ENTRY_KINDS.find((candidate) => candidate === (text || 'ordinary'));
  if (kind && allowed.includes(kind)) return kind;
  const hint =
    kind === 'closing'
      ? ' Closing entries come from closing the year.'
      : kind === 'reversing'
        ? ' Reverse an entry from its page.'
        : '';
  problems.push(problem('entry-kind', 'kind', `The kind is one of ${allowed.join(', ')}.${hint}`));
  return kind ?? 'ordinary';
}

function readLines(
  proposed: ProposedEntry,
  entry: LineOf,
  books: Books,
  problems: Problem[],
): readonly ReadLine[] | undefined {
  if (proposed.lines.length < 2) {
    problems.push(problem('too-few-lines', 'lines', 'An entry has at least two lines.'));
  }
  if (proposed.lines.length > MOST_LINES) {
    problems.push(problem('too-many-lines', 'lines', `An entry has at most ${MOST_LINES} lines.`));
    return undefined;
  }
  const read = proposed.lines.map((line, index) => checkLine(line, index, entry, books, problems));
  if (read.some((line) => line === undefined)) return undefined;
  const lines = withTax(read as ReadLine[], entry, books, problems);
  if (!lines) return undefined;
  problems.push(...differenceProblems(lines, books));
  problems.push(
    ...balanceProblems(
      lines.map(({ line }) => line),
      books,
    ),
  );
  return lines;
}

/** Lines with their tax reckoned, the lines of it behind them. */
function withTax(
  lines: readonly ReadLine[],
  { taxDate }: LineOf,
  books: Books,
  problems: Problem[],
): readonly ReadLine[] | undefined {
  if (!lines.some(({ taxing }) => taxing)) return lines;
  if (!taxDate) return undefined;
  const taxed = taxedEntryWithin(lines, taxDate, books.baseCurrency);
  if (!taxed) {
    problems.push(problem('amount-too-large', 'lines', 'With its tax it is larger than the books can hold.'));
    return undefined;
  }
  const before = problems.length;
  const own = lines.map(({ account }, index): ReadLine => ({ account, line: taxed.lines[index] as EntryLine }));
  const tax = taxed.tax.map((line): ReadLine => ({ account: accountIn(books.chart, line.account), line }));
  own.forEach(({ line }, index) => {
    if (line.amount !== 0 && line.tax?.base !== 0) return;
    problems.push(problem('tax-swallows', `lines.${index}.taxCode`, 'Nothing of the amount is left beside its tax.'));
  });
  for (const { account, line } of tax) {
    const lacking = (account.requiredBreakdowns ?? []).find((id) => line.breakdowns?.[String(id)] === undefined);
    const name = books.breakdowns.find(({ id }) => id === lacking)?.name;
    const index = lines.findIndex(({ taxing }) => taxing?.code.id === line.tax?.code);
    if (lacking === undefined || name === undefined) continue;
    const message = `${accountTitle(account)}, where the tax goes, needs its ${name}.`;
    problems.push(problem('breakdown-missing', `lines.${index}.breakdowns.${name}`, message));
  }
  return problems.length > before ? undefined : [...own, ...tax];
}

/**
 * Amounts alone on accounts kept in another currency: differences of rates, and nothing else. Together they stand
 * against the accounts for gains and losses of that currency.
 */
function differenceProblems(lines: readonly ReadLine[], books: Books): Problem[] {
  const alone = lines.flatMap(({ account, line }, index) => {
    const { currency } = account;
    return currency !== undefined && currency !== books.baseCurrency && !line.foreign
      ? [{ account, currency, place: index, amount: line.amount }]
      : [];
  });
  return [...new Set(alone.map(({ currency }) => currency))].flatMap((currency) => {
    const own = alone.filter((candidate) => candidate.currency === currency);
    const takers = new Set(Object.values(books.exchange?.accounts(currency) ?? {}));
    const taken = lines
      .filter(({ account }) => takers.has(account.id))
      .reduce((sum, { line }) => sum + line.amount, 0);
    if (own.reduce((sum, { amount }) => sum + amount, 0) + taken === 0) return [];
    return own.map(({ account, place }) =>
      problem(
        'foreign-amount-missing',
        `lines.${place}.foreignAmount`,
        `${accountTitle(account)} is kept in ${currency}: enter the ${currency} amount. Without one only a difference of rates stands there, against the accounts for gains and losses of ${currency}.`,
      ),
    );
  });
}

function withMovements(kind: EntryKind, lines: readonly ReadLine[]): EntryLine[] {
  const proposals = proposeMovements(
    kind,
    lines.map(({ account, line }): { account: Account; amount: Minor } => ({ account, amount: line.amount })),
  );
  return lines.map(({ line }, index) => {
    const movement = line.movement ?? proposals[index];
    return movement && kind !== 'opening' && kind !== 'closing' ? { ...line, movement } : line;
  });
}
