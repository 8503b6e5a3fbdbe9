import type { OrganisationKind } from '../organisations/kind.js';

/** What stands of a paper: still wanted, at hand, or not needed here. */
export const PAPER_STATES = ['wanted', 'at-hand', 'not-needed'] as const;

/** One of {@link PAPER_STATES}. */
export type PaperState = (typeof PAPER_STATES)[number];

/** A paper that is gathered before books begin. */
export interface PaperToGather {
  readonly key: string;
  readonly title: string;
  /** What is taken from it. */
  readonly gives: string;
}

interface Wanted extends PaperToGather {
  /** Only for organisations that kept books elsewhere before. */
  readonly takeOn?: true;
  readonly kinds?: readonly OrganisationKind[];
}

const PAPERS: readonly Wanted[] = [
  {
    key: 'bank-statements',
    title: 'Bank statements at the changeover date',
    gives: 'the balance of every account, and which cheques and deposits had not been cleared',
    takeOn: true,
  },
  { key: 'cash-count', title: 'Count of cash', gives: 'what lay in the till on the last day', takeOn: true },
  {
    key: 'trial-balance',
    title: 'Last trial balance of the old books',
    gives: 'every account’s balance; it may come later than the rest',
    takeOn: true,
  },
  {
    key: 'customer-invoices',
    title: 'Unpaid invoices to customers',
    gives: 'who owes what: the unpaid remainder, document number, date and due date of each',
    takeOn: true,
  },
  {
    key: 'supplier-bills',
    title: 'Unpaid bills from suppliers',
    gives: 'whom is owed what: the unpaid remainder, document number, date and due date of each',
    takeOn: true,
  },
  {
    key: 'fixed-assets',
    title: 'List of fixed assets',
    gives: 'cost or market value, date and accumulated depreciation of each',
    takeOn: true,
  },
  {
    key: 'stock-count',
    title: 'Stock count with unit costs',
    gives: 'quantity and cost of every item',
    takeOn: true,
  },
  {
    key: 'loans',
    title: 'Loan agreements and last statements',
    gives: 'what is still owed, interest and instalments',
  },
  { key: 'tax', title: 'Last tax returns', gives: 'tax owed or to be reclaimed', takeOn: true },
  {
    key: 'payroll',
    title: 'Payroll records',
    gives: 'wages and deductions still to be paid',
    takeOn: true,
  },
  {
    key: 'deposits',
    title: 'Deposits and payments in advance',
    gives: 'what was paid or received for times to come',
    takeOn: true,
  },
  {
    key: 'funds',
    title: 'Fund balances and the letters of their givers',
    gives: 'what each fund holds and for what it may be spent',
    kinds: ['non-profit'],
  },
  {
    key: 'held-for-others',
    title: 'Money held for others',
    gives: 'what was received only to be passed on, and is owed',
    kinds: ['non-profit'],
  },
  {
    key: 'members',
    title: 'Register of members and their shares',
    gives: 'what every member has paid in',
    kinds: ['co-operative'],
  },
  {
    key: 'partnership-agreement',
    title: 'Partnership agreement',
    gives: 'who the partners are and how the result is shared',
    kinds: ['partnership'],
  },
  {
    key: 'capital-accounts',
    title: 'Capital and drawings of each partner',
    gives: 'what each partner holds',
    takeOn: true,
    kinds: ['partnership'],
  },
  {
    key: 'share-register',
    title: 'Register of shares',
    gives: 'classes of shares, who holds them, and shares bought back',
    kinds: ['company'],
  },
  {
    key: 'founding',
    title: 'Founding document or statutes',
    gives: 'name, fiscal year and what must be kept in reserve',
    kinds: ['company', 'co-operative', 'non-profit', 'partnership'],
  },
];

/**
 * The papers to gather before an organisation's books begin, in the order in which they are used. Common practice.
 *
 * @param hadBooks whether it kept books elsewhere before, so that balances are taken on
 * @example papersToGather('sole-trader', false).map((paper) => paper.key) // → ['loans']
 */
export function papersToGather(kind: OrganisationKind, hadBooks: boolean): PaperToGather[] {
  return PAPERS.filter((paper) => (hadBooks || !paper.takeOn) && (paper.kinds?.includes(kind) ?? true)).map(
    ({ key, title, gives }) => ({ key, title, gives }),
  );
}
