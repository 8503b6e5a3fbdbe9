import type { Chart } from '../accounts/chart.js';
import { balancesOf, type LedgerFlow } from '../ledger/ledger-flow.js';
import { add, type Minor } from '../money/minor.js';
import { STATEMENT_WORDS, type OrganisationKind } from '../organisations/kind.js';
import { CLASSIFICATIONS, type Classification } from '../accounts/classification.js';
import { equityRow, type EquityStatement } from './equity-statement.js';
import { lowerFirst, rowsByClassification, statementPart, sumOfRows, type StatementRow } from './statement-row.js';

/** A balance sheet; amounts in minor units. */
export interface BalanceSheet {
  readonly rows: readonly StatementRow[];
  readonly totalAssets: Minor;
  readonly totalLiabilities: Minor;
  readonly totalEquity: Minor;
}

/**
 * Draws up the balance sheet at the end of an equity statement, whose closing column it carries, component by
 * component.
 *
 * @param flows everything posted up to the date
 * @param equity an equity statement that ends on the date
 * @param beside what the balance sheets that are set beside this one show: parts that only those have stand here too
 */
export function balanceSheet(
  chart: Chart,
  kind: OrganisationKind,
  flows: readonly LedgerFlow[],
  equity: EquityStatement,
  zeros = false,
  beside: ReadonlySet<Classification> = new Set(),
): BalanceSheet {
  const rowsOf = rowsByClassification(chart, balancesOf(flows), zeros);
  const part = (classification: Classification): StatementRow[] => {
    const rows = rowsOf(classification);
    const isShown = rows.length > 0 || beside.has(classification);
    return statementPart(classification, CLASSIFICATIONS[classification].label, rows, isShown);
  };
  const assets = [...part('current-assets'), ...part('non-current-assets')];
  const liabilities = [...part('current-liabilities'), ...part('non-current-liabilities')];
  const closing = equityRow(equity, 'closing-equity');
  const components = equity.components.map((component, index): StatementRow => ({
    row: 'account',
    key: component.account ? '' : String(component.key),
    label: component.label,
    ...(component.account && { account: component.account }),
    amount: closing.amounts[index] as Minor,
  }));
  const totalAssets = sumOfRows(assets.filter((row) => row.row === 'account'));
  const totalLiabilities = sumOfRows(liabilities.filter((row) => row.row === 'account'));
  const words = STATEMENT_WORDS[kind];
  return {
    rows: [
      ...assets,
      { row: 'total', key: 'total-assets', label: 'Total assets', amount: totalAssets },
      ...liabilities,
      { row: 'subtotal', key: 'total-liabilities', label: 'Total liabilities', amount: totalLiabilities },
      { row: 'heading', key: 'equity', label: words.equity },
      ...components.filter((row) => zeros || row.amount !== 0),
      {
        row: 'carry',
        key: 'total-equity',
        label: `Total ${lowerFirst(words.equity)}`,
        amount: closing.total,
      },
      {
        row: 'total',
        key: 'total-liabilities-and-equity',
        label: `Total liabilities and ${lowerFirst(words.equity)}`,
        amount: add(totalLiabilities, closing.total),
      },
    ],
    totalAssets,
    totalLiabilities,
    totalEquity: closing.total,
  };
}
