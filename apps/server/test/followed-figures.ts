import type {
  BalanceSheetResponse,
  EquityStatementResponse,
  FigureLinesResponse,
  FigureQuery,
  FigureResponse,
} from '@just-ledger/contract';
import type { RunningServer } from './running-server.js';

/** What came of following every figure of some days to its lines. */
export interface Followed {
  readonly figures: number;
  /** The most statements on the way from a figure to its lines. */
  readonly steps: number;
  /** Figures whose parts, or lines, do not come to them, and parts that lead nowhere. */
  readonly faults: readonly string[];
}

/** The part of a shared result that is not in the component that is looked at; it stands in the others. */
const OF_OTHERS = 'What others have of it';

/** Follows every figure of the four statements to the lines or entries it is made of, adding up at each step. */
export async function followEveryFigure(
  server: RunningServer,
  base: string,
  days: { readonly from: string; readonly to: string },
): Promise<Followed> {
  const faults: string[] = [];
  let [figures, steps] = [0, 0];
  const get = async <Of>(path: string, query: object): Promise<Of> => {
    const asked = new URLSearchParams(
      Object.entries(query).flatMap(([key, value]) => (value === undefined || value === null ? [] : [[key, value]])),
    );
    return (await server.done('GET', `${base}/reports/${path}?${asked}`)) as Of;
  };
  const follow = async (asked: FigureQuery, expected: string, step: number, way: string): Promise<void> => {
    const { amount, parts, sum } = await get<FigureResponse>('figure', asked);
    figures += 1;
    steps = Math.max(steps, step);
    if (cents(amount) !== cents(expected) || cents(sum) !== cents(amount))
      faults.push(`${way}: ${expected}, found ${amount}, parts ${sum}`);
    for (const { label, lines, figure, entry, amount: part } of parts) {
      const on = `${way} > ${label}`;
      if (lines) {
        const { sign, ...query } = lines;
        const { sum: found } = await get<FigureLinesResponse>('figure-lines', query);
        if (sign * cents(found) !== cents(part)) faults.push(`${on}: ${part}, lines ${found}`);
      } else if (figure) await follow(figure, part, step + 1, on);
      else if (!entry && label !== OF_OTHERS) faults.push(`${on}: leads nowhere`);
    }
  };
  const sheets = {
    'income-statement': await get<BalanceSheetResponse>('income-statement', { ...days, form: 'multi-step' }),
    'balance-sheet': await get<BalanceSheetResponse>('balance-sheet', { asAt: days.to }),
    'cash-flow-statement': await get<BalanceSheetResponse>('cash-flow-statement', days),
  };
  for (const [statement, { rows }] of Object.entries(sheets)) {
    for (const { row, key, account, label, amount } of rows) {
      if (row === 'heading' || amount === null) continue;
      const asked = { statement: statement as keyof typeof sheets, row: key, ...days, ...(account && { account }) };
      await follow(asked, amount, 1, `${statement} > ${label}`);
    }
  }
  const equity = await get<EquityStatementResponse>('equity-statement', days);
  for (const { key, label, amounts, total } of equity.rows) {
    const asked = { statement: 'equity-statement', row: key, ...days } as const;
    await follow(asked, total, 1, `equity > ${label}`);
    for (const [index, component] of equity.components.entries()) {
      const amount = amounts[index] ?? '';
      if (cents(amount) === 0) continue;
      await follow({ ...asked, component: component.key }, amount, 1, `equity > ${label} of ${component.label}`);
    }
  }
  return { figures, steps, faults };
}

function cents(amount: string): number {
  // no negative zero
  return Math.round(Number(amount) * 100) || 0;
}
