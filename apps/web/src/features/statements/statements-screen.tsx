import {
  type BalanceSheetResponse,
  type Comparison,
  type IncomeStatementResponse,
  paths,
  withQuery,
} from '@just-ledger/contract';
import type { CurrencyCode, IncomeStatementForm } from '@just-ledger/core';
import { useSuspenseQueries } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';

import { balanceSheetQuery, equityStatementQuery, incomeStatementQuery } from '../../api/statement-queries.js';
import { ComparedTable } from './compared-table.js';
import { EquityTable } from './equity-table.js';
import { Heading, StatementTable } from './statement-table.js';

/** The statement chain: three statements, with lines for the figures that one hands to the next. */
export default function StatementsScreen() {
  const { organisation, currency, from, to } = useBooks();
  const [chosen, setForm] = useSheetParam('form');
  const [compared, setCompared] = useSheetParam('beside');
  const beside: Comparison | undefined = compared === 'year-before' ? compared : undefined;
  const form: IncomeStatementForm = chosen === 'single-step' ? 'single-step' : 'multi-step';
  const [{ data: income }, { data: equity }, { data: sheet }] = useSuspenseQueries({
    queries: [
      incomeStatementQuery(organisation.id, from, to, form, beside),
      equityStatementQuery(organisation.id, from, to),
      balanceSheetQuery(organisation.id, to, beside),
    ],
  });
  const chain = useRef<HTMLDivElement>(null);
  return (
    <>
      <h1 className="visually-hidden">Statements</h1>
      <div className="row small no-print" style={{ justifyContent: 'flex-end', marginBottom: 8, gap: 16 }}>
        {(
          [
            ['', 'Multi-step'],
            ['single-step', 'Single-step'],
          ] as const
        ).map(([key, label]) => (
          <button
            key={key}
            type="button"
            className={(chosen === 'single-step') === (key !== '') ? 'plain strong' : 'plain soft'}
            aria-pressed={(chosen === 'single-step') === (key !== '')}
            onClick={() => setForm(key || undefined)}
          >
            {label}
          </button>
        ))}
        <button
          type="button"
          className={beside ? 'plain strong' : 'plain soft'}
          aria-pressed={beside !== undefined}
          onClick={() => setCompared(beside ? undefined : 'year-before')}
        >
          With the year before
        </button>
        <span className="soft">Save as CSV:</span>
        <a
          className="act"
          href={withQuery(paths.incomeStatementCsv(organisation.id), { from, to, form, beside })}
          download="income-statement.csv"
        >
          income
        </a>
        <a
          className="act"
          href={withQuery(paths.equityStatementCsv(organisation.id), { from, to })}
          download="equity-statement.csv"
        >
          equity
        </a>
        <a
          className="act"
          href={withQuery(paths.balanceSheetCsv(organisation.id), { asAt: to, beside })}
          download="balance-sheet.csv"
        >
          balance sheet
        </a>
        <button className="act" type="button" onClick={() => window.print()}>
          Print
        </button>
      </div>
      <div className="chain" ref={chain}>
        <section className="sheet statement" aria-label={income.title}>
          <Heading of={income} />
          <Figures
            of={income}
            to={to}
            currency={currency}
            carried={{ 'net-result': 'result' }}
            isStepped={form === 'multi-step'}
          />
        </section>
        <section
          className="sheet statement"
          aria-label={equity.title}
          style={{ flexGrow: equity.components.length > 2 ? 1.35 : 1.1 }}
        >
          <Heading of={equity} />
          {equity.rows.length > 0 && <EquityTable of={equity} currency={currency} />}
        </section>
        <section className="sheet statement" aria-label={sheet.title}>
          <Heading of={sheet} />
          <Figures of={sheet} to={to} currency={currency} carried={{ 'total-equity': 'equity' }} />
        </section>
        <CarryLines
          chain={chain}
          signature={`${from} ${to} ${form} ${beside} ${income.totals.netResult} ${sheet.totals.totalEquity} ${sheet.rows.length}`}
        />
      </div>
    </>
  );
}

/** The rows of a statement, by themselves or beside those of the year before; nothing if there are none. */
function Figures({
  of: { rows, beside },
  to,
  ...more
}: {
  of: IncomeStatementResponse | BalanceSheetResponse;
  to: string;
  currency: CurrencyCode;
  carried: Readonly<Record<string, string>>;
  isStepped?: boolean;
}) {
  if (beside) return <ComparedTable rows={rows} to={to} beside={beside} {...more} />;
  return rows.length === 0 ? null : <StatementTable rows={rows} {...more} />;
}

interface Curve {
  readonly path: string;
  readonly ends: readonly (readonly [number, number])[];
}

/** Draws each carried figure leaving one statement and arriving in the next. */
function CarryLines({ chain, signature }: { chain: React.RefObject<HTMLDivElement | null>; signature: string }) {
  const [curves, setCurves] = useState<readonly Curve[]>([]);
  // not a layout effect: the chain’s ref is set only after those of what lies in it
  useEffect(() => {
    const { current } = chain;
    if (!current) return undefined;
    const draw = (): void => setCurves(['result', 'equity'].flatMap((carry) => curveOf(current, carry)));
    draw();
    const watcher = new ResizeObserver(draw);
    watcher.observe(current);
    void document.fonts.ready.then(draw);
    return () => watcher.disconnect();
  }, [chain, signature]);
  return (
    <svg aria-hidden="true">
      {curves.map(({ path, ends }) => (
        <g key={path}>
          <path d={path} />
          {ends.map(([x, y]) => (
            <circle key={`${x} ${y}`} cx={x} cy={y} r={3.6} />
          ))}
        </g>
      ))}
    </svg>
  );
}

/** The figures that stand in a row, without the sign of their currency. */
function figuresIn(row: HTMLElement): string[] {
  const cells = [...row.querySelectorAll('td.num, th.num')];
  return cells.map((cell) => (cell.textContent ?? '').replace(/[^\d.,()]/g, '')).filter((text) => text !== '');
}

function curveOf(chain: HTMLElement, carry: string): Curve[] {
  const [leaving, arriving] = [...chain.querySelectorAll<HTMLElement>(`tr[data-carry="${carry}"]`)];
  // a line says that the same figure arrives; from old books to these it may not
  if (!leaving || !arriving || !figuresIn(leaving).some((one) => figuresIn(arriving).includes(one))) return [];
  const origin = chain.getBoundingClientRect();
  const [a, b] = [leaving.getBoundingClientRect(), arriving.getBoundingClientRect()];
  const sheetOf = (row: HTMLElement): DOMRect => (row.closest('.sheet') as HTMLElement).getBoundingClientRect();
  const [x1, x2] = [
    sheetOf(leaving).right - origin.left + chain.scrollLeft,
    sheetOf(arriving).left - origin.left + chain.scrollLeft,
  ];
  const [y1, y2] = [
    a.top + a.height / 2 - origin.top + chain.scrollTop,
    b.top + b.height / 2 - origin.top + chain.scrollTop,
  ];
  if (x2 < x1) return [];
  const middle = (x1 + x2) / 2;
  return [
    {
      path: `M ${x1} ${y1} C ${middle} ${y1}, ${middle} ${y2}, ${x2} ${y2}`,
      ends: [
        [x1, y1],
        [x2, y2],
      ],
    },
  ];
}
