import type { Chart } from '../accounts/chart.js';
import { CLASSIFICATIONS, classificationsOf, type Classification } from '../accounts/classification.js';
import type { AccountId } from '../accounts/account.js';
import { sumByAccount, type LedgerFlow } from '../ledger/ledger-flow.js';
import { subtract, add, minor, type Minor } from '../money/minor.js';
import { STATEMENT_WORDS, type OrganisationKind } from '../organisations/kind.js';
import { rowsByClassification, statementPart, sumOfRows, type StatementRow } from './statement-row.js';

/** All revenue against all expense, or with gross and operating results between. */
export const INCOME_STATEMENT_FORMS = ['single-step', 'multi-step'] as const;

/** One of {@link INCOME_STATEMENT_FORMS}. */
export type IncomeStatementForm = (typeof INCOME_STATEMENT_FORMS)[number];

/** An income statement; amounts in minor units. */
export interface IncomeStatement {
  readonly rows: readonly StatementRow[];
  readonly totalRevenue: Minor;
  readonly totalExpenses: Minor;
  /** Revenue less expenses; negative for a loss. */
  readonly netResult: Minor;
}

/**
 * What accounts received in a span without closing entries, so that an income statement is the same before and after closing.
 *
 * @returns minor units by account, debit positive
 */
export function resultByAccount(flows: readonly LedgerFlow[]): Map<AccountId, Minor> {
  return sumByAccount(flows, ({ stage }) => stage !== 'closing');
}

/**
 * Draws up the income statement of a span. Closing entries are left out, so that it is the same before and after
 * closing.
 *
 * @param flows everything posted in the span
 * @param beside what the statements that are set beside this one show: sums that only those need are drawn here too
 * @example incomeStatement(chart, flows, 'company', 'single-step').netResult // → 466500
 */
export function incomeStatement(
  chart: Chart,
  flows: readonly LedgerFlow[],
  kind: OrganisationKind,
  form: IncomeStatementForm,
  zeros = false,
  beside: ReadonlySet<Classification> = new Set(),
): IncomeStatement {
  const rowsOf = rowsByClassification(chart, resultByAccount(flows), zeros);
  const isShown = (classification: Classification): boolean =>
    rowsOf(classification).length > 0 || beside.has(classification);
  const totalRevenue = sumOfRows(classificationsOf('revenue').flatMap(rowsOf));
  const totalExpenses = sumOfRows(classificationsOf('expense').flatMap(rowsOf));
  const netResult = subtract(totalRevenue, totalExpenses);
  const words = STATEMENT_WORDS[kind];
  const last: StatementRow = {
    row: 'total',
    key: 'net-result',
    label: netResult < 0 ? words.loss : words.profit,
    amount: netResult,
  };
  const rows =
    form === 'single-step' ? singleStep(rowsOf, totalRevenue, totalExpenses) : multiStep(rowsOf, isShown, kind);
  return { rows: [...rows, last], totalRevenue, totalExpenses, netResult };
}

type RowsOf = ReturnType<typeof rowsByClassification>;

function singleStep(rowsOf: RowsOf, totalRevenue: Minor, totalExpenses: Minor): StatementRow[] {
  return [
    { row: 'heading', key: 'revenue', label: 'Revenue' },
    ...classificationsOf('revenue').flatMap(rowsOf),
    { row: 'subtotal', key: 'total-revenue', label: 'Total revenue', amount: totalRevenue },
    { row: 'heading', key: 'expenses', label: 'Expenses' },
    ...classificationsOf('expense').flatMap(rowsOf),
    { row: 'subtotal', key: 'total-expenses', label: 'Total expenses', amount: totalExpenses },
  ];
}

function multiStep(
  rowsOf: RowsOf,
  isShown: (classification: Classification) => boolean,
  kind: OrganisationKind,
): StatementRow[] {
  const words = STATEMENT_WORDS[kind];
  const part = (classification: Classification, key: string = classification): StatementRow[] =>
    statementPart(key, CLASSIFICATIONS[classification].label, rowsOf(classification), isShown(classification));
  const sum = (classification: Classification): Minor => sumOfRows(rowsOf(classification));
  const result = (key: string, profit: string, loss: string, amount: Minor): StatementRow => ({
    row: 'subtotal',
    key,
    label: amount < 0 ? loss : profit,
    amount,
  });
  const gross = subtract(sum('revenue'), sum('cost-of-sales'));
  const operating = subtract(gross, sum('operating-expenses'));
  const others = add(sum('other-income'), minor(-sum('other-expenses')));
  const hasOthers = isShown('other-income') || isShown('other-expenses');
  const hasTax = isShown('income-tax');
  return [
    ...part('revenue', 'operating-revenue'),
    ...part('cost-of-sales'),
    ...(isShown('cost-of-sales') ? [result('gross-result', words.grossProfit, words.grossLoss, gross)] : []),
    ...part('operating-expenses'),
    ...(hasOthers || hasTax
      ? [result('operating-result', words.operatingProfit, words.operatingLoss, operating)]
      : []),
    ...part('other-income'),
    ...part('other-expenses'),
    ...(hasTax
      ? [
          result(
            'result-before-tax',
            `${words.profit} before tax`,
            `${words.loss} before tax`,
            add(operating, others),
          ),
        ]
      : []),
    ...part('income-tax'),
  ];
}
