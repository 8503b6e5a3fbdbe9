import { readFileSync } from 'node:fs';

/** A published or derivable case; `source` and `basis` say where its figures come from. */
export interface Case<Inputs, Expected> {
  readonly id: string;
  readonly title: string;
  readonly source: { readonly work: string; readonly locator: string };
  readonly basis: readonly { readonly covers: string; readonly basis: string }[];
  readonly inputs: Inputs;
  readonly expected: Expected;
}

/** The cases of a topic, as they stand in test/cases. */
export function casesOf<Inputs, Expected>(topic: string): Case<Inputs, Expected>[] {
  const text = readFileSync(new URL(`./cases/${topic}.json`, import.meta.url), 'utf8');
  return (JSON.parse(text) as { cases: Case<Inputs, Expected>[] }).cases;
}

/** The case with an id. */
export function caseOf<Inputs, Expected>(topic: string, id: string): Case<Inputs, Expected> {
  const found = casesOf<Inputs, Expected>(topic).find((candidate) => candidate.id === id);
  if (!found) throw new Error(`no case ${id} in ${topic}`);
  return found;
}

/** A line of a case's entry: the account by number, a plain decimal amount. */
export interface CaseSide {
  readonly account: string;
  readonly amount: string;
}

/** An entry of a case. */
export interface CaseEntry {
  readonly date: string;
  readonly explanation: string;
  readonly debits: readonly CaseSide[];
  readonly credits: readonly CaseSide[];
}

/** An account of a case. */
export interface CaseAccount {
  readonly number: string;
  readonly name: string;
  readonly element: string;
  readonly contra: boolean;
  readonly contra_to?: string;
  readonly section?: string;
  readonly role?: string;
}

/** A trial balance of a case. */
export interface CaseTrialBalance {
  readonly date: string;
  readonly rows: readonly { readonly account: string; readonly debit: string; readonly credit: string }[];
  readonly total_debit: string;
  readonly total_credit: string;
}

/** What a whole accounting cycle starts from. */
export interface CycleInputs {
  readonly form: 'corporation' | 'sole_proprietorship' | 'partnership';
  readonly currency: string;
  readonly period: { readonly start: string; readonly end: string };
  readonly accounts: readonly CaseAccount[];
  readonly opening_balances?: CaseTrialBalance;
  readonly starting_trial_balance?: CaseTrialBalance;
  readonly entries: readonly CaseEntry[];
  readonly adjusting_entries: readonly CaseEntry[];
}

/** A row of a published statement. */
export interface PublishedRow {
  readonly account: string;
  readonly amount: string;
}

/** What a whole accounting cycle leads to. */
export interface CycleExpected {
  readonly unadjusted_trial_balance: CaseTrialBalance;
  readonly adjusted_trial_balance?: CaseTrialBalance;
  readonly post_closing_trial_balance?: CaseTrialBalance;
  readonly income_statement: {
    readonly format?: 'single-step' | 'multi-step';
    readonly net_income: string;
    readonly revenues?: readonly PublishedRow[];
    readonly sales?: readonly PublishedRow[];
    readonly expenses?: readonly PublishedRow[];
    readonly cost_of_sales?: readonly PublishedRow[];
    readonly operating_expenses?: Readonly<Record<string, { readonly rows: readonly PublishedRow[] }>>;
    readonly net_sales?: string;
    readonly total_cost_of_sales?: string;
    readonly gross_profit?: string;
    readonly total_operating_expenses?: string;
    readonly total_revenues?: string;
    readonly total_expenses?: string;
  };
  readonly statement_of_changes_in_equity: {
    readonly components: readonly {
      readonly account: string;
      readonly opening: string;
      readonly contributions: string;
      readonly net_income: string;
      readonly distributions: string;
      readonly closing: string;
    }[];
    readonly total: {
      readonly opening: string;
      readonly contributions: string;
      readonly net_income: string;
      readonly distributions: string;
      readonly closing: string;
    };
  };
  readonly balance_sheet: {
    readonly assets?: readonly PublishedRow[];
    readonly liabilities?: readonly PublishedRow[];
    readonly equity?: readonly PublishedRow[];
    readonly total_assets: string;
    readonly total_liabilities: string;
    readonly total_equity: string;
    readonly total_liabilities_and_equity: string;
  };
  readonly closing_entries?: readonly CaseEntry[];
}

/** All whole cycles among the cases. */
export function cycles(): Case<CycleInputs, CycleExpected>[] {
  return [
    ...casesOf<CycleInputs, CycleExpected>('accounting-cycle'),
    ...casesOf<CycleInputs, CycleExpected>('adjusting-entries'),
    ...casesOf<CycleInputs, CycleExpected>('closing-entries'),
  ];
}

/** The kind of organisation of a case's form. */
export const KIND_OF_FORM = {
  corporation: 'company',
  sole_proprietorship: 'sole-trader',
  partnership: 'partnership',
} as const;

const ROLES: Readonly<Record<string, string>> = {
  cash: 'cash',
  capital: 'owner-capital',
  retained_earnings: 'retained-earnings',
  dividends: 'dividends',
  drawings: 'drawings',
  income_summary: 'income-summary',
};

const SECTIONS: Readonly<Record<string, string>> = {
  'asset/current': 'current-assets',
  'asset/noncurrent': 'non-current-assets',
  'liability/current': 'current-liabilities',
  'revenue/sales': 'revenue',
  'revenue/other_income': 'other-income',
  'expense/cogs': 'cost-of-sales',
  'expense/operating': 'operating-expenses',
  'expense/other_expense': 'other-expenses',
};

/** A case's accounts in our words; partners share three to two, the ratio that the published division has. */
export function chartOfCase({ accounts, form }: CycleInputs) {
  const capitals = accounts.filter((account) => account.role === 'capital').map((account) => account.number);
  return accounts.map((account) => {
    const role = account.role ? ROLES[account.role] : account.name === 'Common Stock' ? 'share-capital' : undefined;
    const isClosed = role === 'drawings' || role === 'dividends';
    return {
      number: account.number,
      name: account.name,
      element: account.element,
      classification: SECTIONS[`${account.element}/${account.section ?? ''}`],
      contra: account.contra,
      role,
      closesTo: isClosed ? account.contra_to : undefined,
      share:
        form === 'partnership' && role === 'owner-capital' ? [3, 2][capitals.indexOf(account.number)] : undefined,
    };
  });
}
