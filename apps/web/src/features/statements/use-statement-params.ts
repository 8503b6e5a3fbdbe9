import { type StatementKey, STATEMENTS } from '@just-ledger/contract';
import {
  type IncomeStatementForm,
  isKeyOf,
  keysOf,
  MOST_MONTHS,
  parseCivilDate,
  periodsBetween,
  type Rounding,
  statementSettings,
} from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import type { StatementAsked } from '../../api/statement-queries.js';
import { typedDay } from '../../ui/own-ways.js';

/** What the statements are called where they are chosen. */
export const STATEMENT_LABELS = {
  'income-statement': 'Income',
  'equity-statement': 'Equity',
  'balance-sheet': 'Balance sheet',
  'cash-flow-statement': 'Cash flow',
} as const satisfies Record<StatementKey, string>;

/** What may stand beside the days that are chosen. */
export const BESIDE = {
  '': 'these days alone',
  'years:1': 'and the year before',
  'years:2': 'and two years before',
  'years:4': 'and four years before',
  'periods:1': 'and the period before',
  'periods:3': 'and three periods before',
  months: 'by month',
  'year-to-date': 'and the year to date',
} as const;

/** A key of {@link BESIDE}, or the values of a breakdown. */
export type Beside = keyof typeof BESIDE | `by:${string}`;

/** Whether a text is a choice of columns that stand beside. */
export function isBeside(text: string): text is Beside {
  return (text !== '' && isKeyOf(BESIDE, text)) || text.startsWith('by:');
}

/** What a choice of columns is called. @example besideLabel('by:Fund') // → 'by fund' */
export function besideLabel(beside: Beside): string {
  return isKeyOf(BESIDE, beside) ? BESIDE[beside] : `by ${beside.slice(3).toLowerCase()}`;
}

/** How the chain is drawn: it is chosen in one place, holds for all of it, and stands in the address. */
export interface StatementParams {
  readonly form: IncomeStatementForm;
  readonly shown: ReadonlySet<StatementKey>;
  readonly beside: Beside;
  /** What may be chosen to stand beside these days. */
  readonly choices: readonly Beside[];
  /** Whether there is a change that could be told, and whether it is. */
  readonly change: { readonly isPossible: boolean; readonly isTold: boolean; readonly isChosen: boolean };
  /** To what figures are rounded; to the cent where it is empty. */
  readonly rounding: Rounding | '';
  setRounding(rounding: Rounding | ''): void;
  /** Whether the notes stand with them; where nobody has chosen, if there are any. */
  readonly notes: '' | 'yes' | 'no';
  setNotes(isShown: boolean): void;
  /** The day by whose knowledge they are drawn, as it is typed. */
  readonly known: string;
  /** Whether there is a day as known on, and whether what is known now stands beside it. */
  readonly against: { readonly isPossible: boolean; readonly isTold: boolean };
  readonly asked: StatementAsked;
  setAgainst(isTold: boolean): void;
  setForm(form: IncomeStatementForm): void;
  setBeside(beside: Beside): void;
  setChange(isTold: boolean): void;
  setKnown(typed: string): void;
  toggle(statement: StatementKey): void;
}

/** Reads and sets how the chain is drawn. */
export function useStatementParams(): StatementParams {
  const { organisation, calendar, from, to } = useBooks();
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const [form, setForm] = useSheetParam('form');
  const [columns, setColumns] = useSheetParam('columns');
  const [change, setChange] = useSheetParam('change');
  const [known, setKnown] = useSheetParam('known');
  const [against, setAgainst] = useSheetParam('against');
  const asKnownOn = known === '' ? undefined : typedDay(known, to);
  const [asksRounding, askRounding] = useSheetParam('rounding');
  const [statements, setStatements] = useSheetParam('statements');
  const [notes, setNotes] = useSheetParam('notes');
  const months = periodsBetween(calendar, parseCivilDate(from), parseCivilDate(to)).length;
  const choices = [
    ...keysOf(BESIDE).filter((key) => key !== 'months' || months <= MOST_MONTHS),
    ...breakdowns.map(({ name }): Beside => `by:${name}`),
  ];
  const beside = choices.find((key) => key === columns) ?? '';
  const given: Readonly<Record<string, string>> = {
    form,
    statements,
    columns: beside,
    change,
    rounding: asksRounding,
    against,
    notes,
  };
  const drawn = statementSettings((key) => given[key] ?? '', asKnownOn);
  const shown = new Set(drawn.statements);
  return {
    form: drawn.form,
    shown,
    beside,
    choices,
    change: { ...drawn.change, isChosen: change === 'yes' },
    asked: {
      from,
      to,
      columns: drawn.columns,
      change: drawn.change.isTold ? 'true' : undefined,
      rounding: drawn.rounding,
      asKnownOn: drawn.asKnownOn,
    },
    against: { isPossible: asKnownOn !== undefined, isTold: drawn.isAgainstNow },
    setAgainst: (isAsked) => setAgainst(isAsked ? 'now' : undefined),
    rounding: drawn.rounding ?? '',
    setRounding: (to) => askRounding(to || undefined),
    notes: drawn.notes,
    setNotes: (isShown) => setNotes(isShown ? 'yes' : 'no'),
    known,
    setKnown: (typed) => setKnown(typed || undefined),
    setForm: (key) => setForm(key === 'single-step' ? key : undefined),
    setBeside: (key) => setColumns(key || undefined),
    setChange: (isAsked) => setChange(isAsked ? 'yes' : 'no'),
    toggle: (key) => {
      const next = STATEMENTS.filter((statement) => shown.has(statement) !== (statement === key));
      if (next.length > 0) setStatements(next.length === STATEMENTS.length ? undefined : next.join('.'));
    },
  };
}
