import { CLASSIFICATIONS, classificationsOf } from '../accounts/classification.js';
import { ZERO } from '../money/minor.js';
import { STATEMENT_WORDS, type OrganisationKind } from '../organisations/kind.js';
import type { Arrangement } from './arrangement.js';
import { isResult } from './statement-formulas.js';
import { lowerFirst, type StatementRow } from './statement-row.js';

/** Something that a statement calls by a name that can be chosen: a title, a heading, a sum. */
export interface StatementTerm {
  readonly key: string;
  /** What it is called where nobody chose a name. */
  readonly usual: string;
  /** What it is called where its figure is negative, if otherwise. */
  readonly usualLoss?: string;
}

/** The most characters of a chosen name. */
export const LONGEST_TERM = 80;

/** The end of the key under which a term is called where its figure is negative. */
export const LOSS = ':loss';

/** Headings of the same part in statements of another form. */
const SAME_TERM: Readonly<Record<string, string>> = { 'operating-revenue': 'revenue' };

/** The term that a row is called by, whatever the form of its statement. @example termOf('operating-revenue') // → 'revenue' */
export function termOf(key: string): string {
  return SAME_TERM[key] ?? key;
}

/**
 * The terms of the four statements, in their order. The sum of a part is called by its heading.
 *
 * @example statementTerms('company').find(({ key }) => key === 'net-result') // → { usual: 'Net income', usualLoss: 'Net loss' }
 */
export function statementTerms(kind: OrganisationKind): StatementTerm[] {
  const words = STATEMENT_WORDS[kind];
  const part = (key: keyof typeof CLASSIFICATIONS): StatementTerm => ({ key, usual: CLASSIFICATIONS[key].label });
  return [
    { key: 'income-statement', usual: 'Income statement' },
    part('revenue'),
    part('cost-of-sales'),
    { key: 'gross-result', usual: words.grossProfit, usualLoss: words.grossLoss },
    part('operating-expenses'),
    { key: 'operating-result', usual: words.operatingProfit, usualLoss: words.operatingLoss },
    part('other-income'),
    part('other-expenses'),
    { key: 'result-before-tax', usual: `${words.profit} before tax`, usualLoss: `${words.loss} before tax` },
    part('income-tax'),
    { key: 'expenses', usual: 'Expenses' },
    { key: 'net-result', usual: words.profit, usualLoss: words.loss },
    { key: 'equity-statement', usual: words.equityStatement },
    { key: 'contributions', usual: words.contributions },
    { key: 'withdrawals', usual: words.withdrawals },
    { key: 'transfers', usual: 'Transfers within equity' },
    { key: 'other', usual: 'Other changes' },
    { key: 'corrections', usual: 'Corrections of earlier years' },
    { key: 'balance-sheet', usual: 'Balance sheet' },
    ...classificationsOf('asset').map(part),
    { key: 'total-assets', usual: 'Total assets' },
    ...classificationsOf('liability').map(part),
    { key: 'total-liabilities', usual: 'Total liabilities' },
    { key: 'equity', usual: words.equity },
    { key: 'cash-flow-statement', usual: 'Cash-flow statement' },
    { key: 'notes', usual: 'Notes to the statements' },
  ];
}

/** A row's label in the words of the organisation: its own, that of the heading whose sum it is, or the usual one. */
export function wordedLabel(
  words: Arrangement['words'],
  { key, label, account, amount = ZERO }: Pick<StatementRow, 'key' | 'label' | 'account' | 'amount'>,
): string {
  if (account || key === '') return label;
  const wordOf = (term: string): string | undefined => words[termOf(term)];
  if (amount < 0 && isResult(key)) return wordOf(`${key}${LOSS}`) ?? label;
  const own = wordOf(key);
  if (own !== undefined) return own;
  const part = /^total-(liabilities-and-)?(.+)$/.exec(key);
  const heading = part?.[2] === undefined ? undefined : wordOf(part[2]);
  if (heading === undefined) return label;
  return `Total ${part?.[1] === undefined ? '' : 'liabilities and '}${lowerFirst(heading)}`;
}
