import type { OrganisationKind } from '../organisations/kind.js';
import type { ProposedAccount } from './check-account.js';
import { equityOf, type StarterBreakdown, type StarterWishes } from './starter-equity.js';

/** What an organisation starts with. */
export interface StarterChart {
  readonly accounts: readonly ProposedAccount[];
  readonly breakdowns: readonly StarterBreakdown[];
}

/** Accounts every kind of organisation starts with: number, name, classification, then role, control or contra. */
const EVERYWHERE: readonly string[] = [
  '1000 | Cash in hand | current-assets | cash',
  '1010 | Bank account | current-assets | cash',
  '1020 | Savings account | current-assets | cash',
  '1100 | Trade receivables | current-assets | receivables',
  '1109 | Allowance for doubtful debts | current-assets | contra',
  '1200 | Inventory | current-assets',
  '1300 | Prepaid expenses | current-assets',
  '1350 | Tax to be reclaimed | current-assets',
  '1400 | Other receivables | current-assets',
  '1500 | Equipment | non-current-assets',
  '1509 | Accumulated depreciation, equipment | non-current-assets | contra',
  '1510 | Vehicles | non-current-assets',
  '1519 | Accumulated depreciation, vehicles | non-current-assets | contra',
  '1600 | Land and buildings | non-current-assets',
  '1609 | Accumulated depreciation, buildings | non-current-assets | contra',
  '2100 | Trade payables | current-liabilities | payables',
  '2150 | Card and overdraft | current-liabilities | cash',
  '2200 | Tax owed | current-liabilities',
  '2300 | Accrued expenses | current-liabilities',
  '2310 | Wages and payroll deductions owed | current-liabilities',
  '2400 | Received in advance | current-liabilities',
  '2600 | Loans | non-current-liabilities',
];

const TRADING: readonly string[] = [
  '4000 | Sales | revenue',
  '4090 | Sales returns and allowances | revenue | contra',
  '4500 | Interest received | other-income',
  '4600 | Exchange gains | other-income',
  '4700 | Gains on disposal | other-income',
  '5000 | Cost of goods sold | cost-of-sales',
  '5100 | Carriage inwards | cost-of-sales',
  '6000 | Wages | operating-expenses',
  '6050 | Employer’s contributions | operating-expenses',
  '6100 | Rent | operating-expenses',
  '6200 | Power and water | operating-expenses',
  '6300 | Insurance | operating-expenses',
  '6350 | Repairs | operating-expenses',
  '6400 | Office and telephone | operating-expenses',
  '6450 | Advertising | operating-expenses',
  '6500 | Depreciation | operating-expenses',
  '6550 | Travel and vehicles | operating-expenses',
  '6600 | Professional fees | operating-expenses',
  '6650 | Bank charges | operating-expenses',
  '6700 | Doubtful debts | operating-expenses',
  '6900 | Sundry expenses | operating-expenses',
  '7000 | Interest paid | other-expenses',
  '7100 | Exchange losses | other-expenses',
  '7200 | Losses on disposal | other-expenses',
];

const GIVING: readonly string[] = [
  '2500 | Held for others, to be passed on | current-liabilities',
  '4000 | Donations | revenue',
  '4050 | Legacies | revenue',
  '4100 | Membership fees | revenue',
  '4200 | Grants | revenue',
  '4300 | Income from activities | revenue',
  '4400 | Fundraising events | revenue',
  '4500 | Interest received | other-income',
  '4600 | Exchange gains | other-income',
  '5000 | Costs of activities | operating-expenses',
  '5100 | Grants given | operating-expenses',
  '5200 | Costs of fundraising | operating-expenses',
  '6000 | Wages | operating-expenses',
  '6050 | Employer’s contributions | operating-expenses',
  '6100 | Rent | operating-expenses',
  '6200 | Power and water | operating-expenses',
  '6300 | Insurance | operating-expenses',
  '6350 | Repairs | operating-expenses',
  '6400 | Office and telephone | operating-expenses',
  '6500 | Depreciation | operating-expenses',
  '6550 | Travel and volunteers | operating-expenses',
  '6600 | Professional fees | operating-expenses',
  '6650 | Bank charges | operating-expenses',
  '6900 | Sundry expenses | operating-expenses',
  '7000 | Interest paid | other-expenses',
  '7100 | Exchange losses | other-expenses',
];

const BY_KIND = {
  'sole-trader': TRADING,
  partnership: TRADING,
  company: [
    ...TRADING,
    '2250 | Income tax owed | current-liabilities',
    '2350 | Dividends owed | current-liabilities',
    '7500 | Income tax | income-tax',
  ],
  'non-profit': GIVING,
  'co-operative': [
    ...TRADING,
    '2350 | Dividends owed to members | current-liabilities',
    '2360 | Members’ shares to be repaid | current-liabilities',
    '2610 | Loans from members | non-current-liabilities',
    '7500 | Income tax | income-tax',
  ],
} as const satisfies Record<OrganisationKind, readonly string[]>;

/**
 * A chart with which an organisation of a kind can keep books at once: every statement has its parts and the year can
 * be closed. Numbering and classification follow common practice.
 *
 * @param wishes partners, classes of shares or funds by name; each kind has a usual set
 * @example starterChart('company').accounts.find((account) => account.role === 'retained-earnings')?.number // → '3200'
 */
export function starterChart(kind: OrganisationKind, wishes: StarterWishes = {}): StarterChart {
  const equity = equityOf(kind, wishes);
  const names = equity.breakdowns.map((breakdown) => breakdown.name);
  const accounts = [...EVERYWHERE, ...BY_KIND[kind]].map(accountOfRow).map((account): ProposedAccount => {
    const isTemporary = /^[4-9]/.test(account.number);
    return isTemporary && names.length > 0 ? { ...account, breakdowns: names } : account;
  });
  const all: ProposedAccount[] = [...accounts, ...equity.accounts];
  return {
    accounts: all.sort((a, b) => (a.number < b.number ? -1 : 1)),
    breakdowns: equity.breakdowns,
  };
}

function accountOfRow(row: string): ProposedAccount {
  const [number = '', name = '', classification, use = ''] = row.split('|').map((cell) => cell.trim());
  const isControl = use === 'receivables' || use === 'payables';
  return {
    number,
    name,
    classification,
    ...(use === 'contra' && { contra: true }),
    ...(isControl && { control: use }),
    ...(use !== '' && use !== 'contra' && !isControl && { role: use }),
  };
}
