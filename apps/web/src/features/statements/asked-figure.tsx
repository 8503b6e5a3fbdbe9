import type { FigureQuery, StatementKey } from '@just-ledger/contract';
import { INCOME_STATEMENT_FORMS, STATEMENTS } from '@just-ledger/core';
import { clsx } from 'clsx';
import { createContext, useContext } from 'react';
import chain from './chain.module.css';

/** A figure of a statement whose source is asked for. */
export interface FigureAsked extends FigureQuery {
  readonly statement: StatementKey;
  readonly from: string;
  readonly to: string;
}

/** Which figure's source is looked at, and how another's is asked for. */
export interface FigureSources {
  /** As the address keeps it. */
  readonly asked: string;
  ask(this: void, figure: FigureAsked): void;
}

/** The source that is looked at beside the statements. */
export const FigureSourcesContext = createContext<FigureSources>({ asked: '', ask: () => undefined });

/** A figure that leads to what it is made of. */
export function AskedFigure({ figure, text }: { figure: FigureAsked; text: string }) {
  const { asked, ask } = useContext(FigureSourcesContext);
  return (
    <button
      type="button"
      className={clsx('plain', chain.asks)}
      data-figure
      // one stop a statement: arrows go on from there
      tabIndex={-1}
      title="Where does this come from?"
      aria-pressed={asked === writeFigure(figure)}
      onClick={() => ask(figure)}
    >
      {text}
    </button>
  );
}

const PARTS = [
  'statement',
  'from',
  'to',
  'row',
  'account',
  'component',
  'form',
  'breakdown',
  'value',
  'unnamed',
  'asKnownOn',
] as const;

/** A figure as the address keeps it. */
export function writeFigure(figure: FigureAsked): string {
  return PARTS.map((part) => encodeURIComponent(figure[part] ?? ''))
    .join('~')
    .replace(/~+$/, '');
}

/** A figure that the address keeps. */
export function readFigure(text: string): FigureAsked | undefined {
  const [named, from, to, row = '', account, component, form, breakdown, value, unnamed, asKnownOn] = text
    .split('~')
    .map(decoded);
  const statement = STATEMENTS.find((key) => key === named);
  if (!statement || !from || !to) return undefined;
  const asked: FigureAsked = { statement, from, to, row };
  if (account) asked.account = account;
  if (component) asked.component = component;
  if (breakdown) asked.breakdown = breakdown;
  if (value) asked.value = value;
  if (asKnownOn) asked.asKnownOn = asKnownOn;
  if (unnamed === 'true') asked.unnamed = unnamed;
  const known = INCOME_STATEMENT_FORMS.find((incomeStatementForm) => incomeStatementForm === form);
  if (known) asked.form = known;
  return asked;
}

function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return '';
  }
}
