import { useSuspenseQueries, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type ReactNode, useEffect, useMemo, useRef } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { notesQuery } from '../../api/note-queries.js';
import {
  balanceSheetQuery,
  cashFlowQuery,
  equityStatementQuery,
  incomeStatementQuery,
  type StatementAsked,
} from '../../api/statement-queries.js';
import type {
  BalanceSheetResponse,
  ColumnResponse,
  IncomeStatementResponse,
  StatementKey,
  StatementRowResponse,
} from '@just-ledger/contract';
import { type IncomeStatementForm, placeOfNote, STANDARD_NOTES } from '@just-ledger/core';
import sheetStyles from '../../ui/sheet.module.css';
import statement from '../../ui/statement.module.css';
import { type FigureAsked, FigureSourcesContext, readFigure, writeFigure } from './asked-figure.js';
import { type Carry, CarryLines } from './carry-lines.js';
import { rowsOfCash } from './rows-of-cash.js';
import styles from './chain.module.css';
import { ColumnsTable } from './columns-table.js';
import { EquityTable } from './equity-table.js';
import { StatementChoices } from './statement-choices.js';
import { FigureSource } from './figure-source.js';
import { AskedNote, goToNote, placesOf } from './asked-note.js';
import { placeKey } from './note-form.js';
import { NoteMarksContext } from './note-marks.js';
import { NotesSheet } from './notes-sheet.js';
import { Heading, StatementTable } from './statement-table.js';
import { useFigureKeys } from './use-figure-keys.js';
import { useStatementParams } from './use-statement-params.js';
import { WhyChanged } from './why-changed.js';
import why from './why-changed.module.css';
import { WithoutCash } from './without-cash.js';

const NO_ROWS: ReturnType<typeof rowsOfCash> = new Set();

/** What the cash-flow statement takes from the result, and hands to the balance sheet. */
const CARRIED_OF_CASH_FLOW: Readonly<Record<string, Carry>> = { 'net-result': 'result', 'cash-at-end': 'cash' };

/** The statement chain, with lines for the figures that one statement hands to the next. */
export default function StatementsScreen() {
  const { organisation, currency, may } = useBooks();
  const params = useStatementParams();
  const { asked, form, shown } = params;
  const [{ data: income }, { data: equity }, { data: sheet }, { data: cash }, { data: notes }] = useSuspenseQueries({
    queries: [
      incomeStatementQuery(organisation.id, { ...asked, form }),
      equityStatementQuery(organisation.id, asked),
      balanceSheetQuery(organisation.id, asked),
      cashFlowQuery(organisation.id, asked),
      notesQuery(organisation.id, { ...spanOf(asked), form }),
    ],
  });
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, asked.to));
  const isCashShown = shown.has('cash-flow-statement');
  const cashRows = useMemo(
    () => (isCashShown ? rowsOfCash(sheet, cash, accounts) : NO_ROWS),
    [isCashShown, sheet, cash, accounts],
  );
  const chain = useRef<HTMLDivElement>(null);
  const isCompared = income.columns.length > 1;
  const Table = isCompared ? ColumnsTable : StatementTable;
  const [asksWhy, setWhy] = useSheetParam('why');
  const [asksSource, setSource] = useSheetParam('source');
  const [asksNote, setNote] = useSheetParam('note');
  const hasNotes = params.notes === '' ? notes.notes.length > 0 : params.notes === 'yes';
  const source = asksSource === '' ? undefined : readFigure(asksSource);
  const sources = useMemo(
    () => ({
      asked: asksSource,
      ask: (figure: FigureAsked) => {
        setWhy(undefined);
        setNote(undefined);
        setSource(asksSource === writeFigure(figure) ? undefined : writeFigure(figure));
      },
    }),
    [asksSource, setSource, setWhy, setNote],
  );
  const signature = `${JSON.stringify(asked)} ${form} ${[...shown].join('.')} ${income.totals.netResult} ${sheet.totals.totalEquity} ${sheet.rows.length} ${cash.rows.length}`;
  const figureKeys = useFigureKeys(chain, signature);
  const askNote = (asked: string): void => {
    setSource(undefined);
    setWhy(undefined);
    setNote(asked);
  };
  const askWhy = (name: string): void => {
    setSource(undefined);
    setNote(undefined);
    setWhy(name);
  };
  const whyOf = (drawn: IncomeStatementResponse | BalanceSheetResponse) => (row: StatementRowResponse) =>
    canTellWhy(drawn, row)
      ? { isAsked: asksWhy === nameOf(drawn, row), ask: () => askWhy(nameOf(drawn, row)) }
      : undefined;
  const closeWhy = (): void => {
    chain.current?.querySelector<HTMLElement>('button[aria-pressed="true"]')?.focus();
    setWhy(undefined);
  };
  // beside what it is made of, the figure stays in sight
  useEffect(() => {
    chain.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [asksSource, asksWhy]);
  const closeSource = (): void => {
    chain.current?.querySelector<HTMLElement>('[data-figure][aria-pressed="true"]')?.focus();
    setSource(undefined);
  };
  const changed = [income, sheet]
    .flatMap((drawn) => drawn.rows.map((row) => ({ of: drawn, row })))
    .find(({ of, row }) => asksWhy !== '' && canTellWhy(of, row) && nameOf(of, row) === asksWhy);
  const isWhy = changed !== undefined && params.change.isTold;
  const isBeside = isWhy || source !== undefined || asksNote !== '';
  const part = (title: string, key: StatementKey, children: ReactNode): ReactNode => (
    <section
      data-sheet
      data-statement={key}
      className={clsx(sheetStyles.sheet, statement.statement, styles.sheet)}
      aria-label={title}
    >
      <NoteMarksContext value={hasNotes ? { notes: notes.notes, statement: key, go: goToNote } : undefined}>
        {children}
      </NoteMarksContext>
    </section>
  );
  return (
    <>
      <h1 className="visually-hidden">Statements</h1>
      <StatementChoices params={params} hasNotes={hasNotes} />
      <div className={clsx(isBeside ? why.withWhy : styles.fills)}>
        <FigureSourcesContext value={sources}>
          <div
            className={clsx(
              styles.chain,
              isCompared && styles.stacked,
              income.columns.length > 6 && styles.many,
              !params.change.isChosen && styles.dropsChange,
              shown.size === 1 && styles.alone,
            )}
            ref={chain}
            role="presentation"
            onKeyDown={figureKeys}
          >
            {shown.has('income-statement') &&
              part(
                income.title,
                'income-statement',
                <>
                  <Heading of={income} />
                  <Table
                    rows={income.rows}
                    columns={income.columns}
                    money={income}
                    carried={({ key }) => (key === 'net-result' ? 'result' : undefined)}
                    isStepped={form === 'multi-step'}
                    figureOf={(row, column) => figureOf('income-statement', row, column, form)}
                    onWhy={whyOf(income)}
                  />
                </>,
              )}
            {shown.has('equity-statement') &&
              part(
                equity.title,
                'equity-statement',
                <>
                  <Heading of={equity} />
                  {equity.rows.length > 0 && <EquityTable of={equity} currency={currency} />}
                </>,
              )}
            {shown.has('balance-sheet') &&
              part(
                sheet.title,
                'balance-sheet',
                <>
                  <Heading of={sheet} />
                  <Table
                    rows={sheet.rows}
                    columns={sheet.columns}
                    money={sheet}
                    carried={(row) =>
                      row.key === 'total-equity' ? 'equity' : cashRows.has(row) ? 'cash' : undefined
                    }
                    figureOf={(row, column) => figureOf('balance-sheet', row, column)}
                    onWhy={whyOf(sheet)}
                  />
                </>,
              )}
            {shown.has('cash-flow-statement') &&
              part(
                cash.title,
                'cash-flow-statement',
                <>
                  <Heading of={cash} />
                  <Table
                    rows={cash.rows}
                    columns={cash.columns}
                    money={cash}
                    carried={({ key }) => CARRIED_OF_CASH_FLOW[key]}
                    figureOf={(row, column) => figureOf('cash-flow-statement', row, column)}
                  />
                  <WithoutCash cash={cash} money={cash} />
                </>,
              )}
            {hasNotes && (
              <section
                data-sheet
                className={clsx(sheetStyles.sheet, statement.statement, styles.sheet, styles.noted)}
                aria-label={notes.title}
              >
                <NotesSheet
                  of={notes}
                  onWrite={(standard) =>
                    askNote(
                      standard
                        ? `new~balance-sheet~${STANDARD_NOTES[standard].on}~~${standard}`
                        : 'new~balance-sheet',
                    )
                  }
                  onChange={({ id }) => askNote(String(id))}
                />
              </section>
            )}
            <CarryLines chain={chain} signature={`${signature} ${isBeside}`} />
          </div>
        </FigureSourcesContext>
        {source && (
          <FigureSource
            key={asksSource}
            figure={source}
            currency={currency}
            asKnownOn={source.asKnownOn ?? asked.asKnownOn}
            onNote={may('writeNotes') ? () => askNote(`new~${placeOf(source)}`) : undefined}
            onClose={closeSource}
          />
        )}
        {asksNote !== '' && (
          <AskedNote
            key={asksNote}
            asked={asksNote}
            notes={notes}
            places={placesOf([income, equity, sheet, cash])}
            onClose={() => {
              setNote(undefined);
              if (params.notes === 'no') params.setNotes(true);
            }}
          />
        )}
        {isWhy && <WhyChanged asked={changed} currency={currency} asKnownOn={asked.asKnownOn} onClose={closeWhy} />}
      </div>
    </>
  );
}

/** The days that notes stand with. */
function spanOf({ from, to, asKnownOn }: StatementAsked) {
  return { from, to, ...(asKnownOn !== undefined && { asKnownOn }) };
}

/** What a note on a figure is on. */
function placeOf({ statement, row = '', account = '' }: FigureAsked): string {
  const notePlace = placeOfNote(row, account || null);
  return placeKey(statement, notePlace.row ?? '', notePlace.account);
}

/** By what the figure of a row in a column is asked for. */
function figureOf(
  statement: StatementKey,
  { key, account }: StatementRowResponse,
  { from, to, within, knownOn }: ColumnResponse,
  form?: IncomeStatementForm,
): FigureAsked {
  return {
    statement,
    row: key,
    from,
    to,
    ...(account !== null && { account }),
    ...(form && { form }),
    ...(knownOn !== null && { asKnownOn: knownOn }),
    ...(within && { breakdown: within.breakdown }),
    ...(within && (within.value === null ? { unnamed: 'true' } : { value: within.value })),
  };
}

/** By what a figure is known in the address. */
function nameOf(
  statement: IncomeStatementResponse | BalanceSheetResponse,
  { key, account }: StatementRowResponse,
): string {
  return `${'form' in statement ? 'income' : 'position'} ${account ?? key}`;
}

/** Whether it can be told why a figure changed: what equity did stands in its own statement. */
function canTellWhy({ rows }: { rows: readonly StatementRowResponse[] }, row: StatementRowResponse): boolean {
  if (row.row === 'heading' || row.key === 'total-equity') return false;
  const equity = rows.findIndex(({ key }) => key === 'equity');
  return row.row !== 'account' || equity < 0 || rows.indexOf(row) < equity;
}
