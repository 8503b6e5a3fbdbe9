import {
  type BalanceSheetResponse,
  type Comparison,
  type IncomeStatementResponse,
  paths,
  withQuery,
} from '@just-ledger/contract';
import type { CurrencyCode, IncomeStatementForm } from '@just-ledger/core';
import { useSuspenseQueries } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useRef } from 'react';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import sheetStyles from '../../ui/sheet.module.css';
import statement from '../../ui/statement.module.css';
import { Choices } from '../../ui/choices.js';
import { Toggle } from '../../ui/toggle.js';
import styles from './chain.module.css';

import { balanceSheetQuery, equityStatementQuery, incomeStatementQuery } from '../../api/statement-queries.js';
import { CarryLines } from './carry-lines.js';
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
      <div className={clsx(layout.row, layout.toEnd, layout.belowClose, layout.wide, 'small no-print')}>
        <Choices
          value={chosen === 'single-step' ? chosen : ''}
          choices={[
            ['', 'Multi-step'],
            ['single-step', 'Single-step'],
          ]}
          onChoose={(key) => setForm(key || undefined)}
        />
        <Toggle isOn={beside !== undefined} onClick={() => setCompared(beside ? undefined : 'year-before')}>
          With the year before
        </Toggle>
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
      <div className={styles.chain} ref={chain}>
        <section
          data-sheet
          className={clsx(sheetStyles.sheet, statement.statement, styles.sheet)}
          aria-label={income.title}
        >
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
          data-sheet
          className={clsx(sheetStyles.sheet, statement.statement, styles.sheet)}
          aria-label={equity.title}
          style={{ flexGrow: equity.components.length > 2 ? 1.35 : 1.1 }}
        >
          <Heading of={equity} />
          {equity.rows.length > 0 && <EquityTable of={equity} currency={currency} />}
        </section>
        <section
          data-sheet
          className={clsx(sheetStyles.sheet, statement.statement, styles.sheet)}
          aria-label={sheet.title}
        >
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
