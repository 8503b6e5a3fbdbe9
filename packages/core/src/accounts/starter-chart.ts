import type { OrganisationKind } from '../organisations/kind.js';
import type { ProposedAccount } from './check-account.js';

/** Accounts every kind of organisation starts with: number, name, classification, then role or control. */
const EVERYWHERE: readonly string[] = [
  '1000 | Cash in hand | current-assets | cash',
  '1010 | Bank account | current-assets | cash',
  '1100 | Trade receivables | current-assets | receivables',
  '1200 | Inventory | current-assets',
  '1300 | Prepaid expenses | current-assets',
  '1500 | Equipment | non-current-assets',
  '1509 | Accumulated depreciation, equipment | non-current-assets | contra',
  '2100 | Trade payables | current-liabilities | payables',
  '2200 | Tax owed | current-liabilities',
  '2300 | Accrued expenses | current-liabilities',
  '2400 | Received in advance | current-liabilities',
  '2600 | Loans | non-current-liabilities',
];

const TRADING: readonly string[] = [
  '4000 | Sales | revenue',
  '4090 | Sales returns and allowances | revenue | contra',
  '4500 | Interest received | other-income',
  '5000 | Cost of goods sold | cost-of-sales',
  '6000 | Wages | operating-expenses',
  '6100 | Rent | operating-expenses',
  '6200 | Power and water | operating-expenses',
  '6300 | Insurance | operating-expenses',
  '6400 | Office and telephone | operating-expenses',
  '6500 | Depreciation | operating-expenses',
  '6900 | Sundry expenses | operating-expenses',
  '7000 | Interest paid | other-expenses',
];

const GIVING: readonly string[] = [
  '4000 | Donations | revenue',
  '4100 | Membership fees | revenue',
  '4200 | Grants | revenue',
  '4500 | Interest received | other-income',
  '5000 | Costs of activities | operating-expenses',
  '6000 | Wages | operating-expenses',
  '6100 | Rent | operating-expenses',
  '6300 | Insurance | operating-expenses',
  '6400 | Office and telephone | operating-expenses',
  '6500 | Depreciation | operating-expenses',
  '6900 | Sundry expenses | operating-expenses',
];

const BY_KIND = {
  'sole-trader': [
    '3000 | Owner’s capital | equity | owner-capital',
    '3100 | Drawings | equity | drawings | 3000',
    '3900 | Income summary | equity | income-summary',
    ...TRADING,
  ],
  partnership: [
    '3000 | Partner A, capital | equity | owner-capital | | 1',
    '3010 | Partner B, capital | equity | owner-capital | | 1',
    '3100 | Partner A, drawings | equity | drawings | 3000',
    '3110 | Partner B, drawings | equity | drawings | 3010',
    '3900 | Income summary | equity | income-summary',
    ...TRADING,
  ],
  company: [
    '3000 | Share capital | equity | share-capital',
    '3200 | Retained earnings | equity | retained-earnings',
    '3300 | Dividends | equity | dividends | 3200',
    '3900 | Income summary | equity | income-summary',
    ...TRADING,
    '7500 | Income tax | income-tax',
  ],
  'non-profit': ['3000 | General fund | equity | fund', '3900 | Income summary | equity | income-summary', ...GIVING],
  'co-operative': [
    '3000 | Members’ shares | equity | members-shares',
    '3200 | General reserve | equity | reserve',
    '3300 | Dividends to members | equity | dividends | 3200',
    '3900 | Income summary | equity | income-summary',
    ...TRADING,
  ],
} as const satisfies Record<OrganisationKind, readonly string[]>;

/**
 * A short chart with which an organisation of a kind can keep books at once: every statement has its parts and the
 * year can be closed. Numbering follows common practice.
 *
 * @example starterChart('company').find((account) => account.role === 'retained-earnings')?.number // → '3200'
 */
export function starterChart(kind: OrganisationKind): ProposedAccount[] {
  return [...EVERYWHERE, ...BY_KIND[kind]].map((row) => {
    const [number = '', name = '', classification, use = '', closesTo, share] = row
      .split('|')
      .map((cell) => cell.trim());
    const isControl = use === 'receivables' || use === 'payables';
    return {
      number,
      name,
      classification,
      ...(use === 'contra' && { contra: true }),
      ...(isControl && { control: use }),
      ...(use !== '' && use !== 'contra' && !isControl && { role: use }),
      ...(closesTo && { closesTo }),
      ...(share && { share: Number(share) }),
    };
  });
}
