/** The kinds of organisation; each decides equity accounts, closing targets and the words of the statements. */
export const ORGANISATION_KINDS = ['sole-trader', 'partnership', 'company', 'non-profit', 'co-operative'] as const;

/** One of {@link ORGANISATION_KINDS}. */
export type OrganisationKind = (typeof ORGANISATION_KINDS)[number];

/** The kind as people read it. */
export const KIND_LABELS = {
  'sole-trader': 'Sole trader',
  partnership: 'Partnership',
  company: 'Company',
  'non-profit': 'Non-profit',
  'co-operative': 'Co-operative',
} as const satisfies Record<OrganisationKind, string>;

/** The words in which a kind's statements speak. */
export interface StatementWords {
  /** What a positive result is called, then a negative one. */
  readonly profit: string;
  readonly loss: string;
  readonly operatingProfit: string;
  readonly operatingLoss: string;
  readonly grossProfit: string;
  readonly grossLoss: string;
  /** The heading over equity in the balance sheet. */
  readonly equity: string;
  readonly equityStatement: string;
  readonly contributions: string;
  readonly withdrawals: string;
  /** Who signs the statements. */
  readonly signedBy: readonly string[];
}

const SURPLUS = {
  profit: 'Net surplus',
  loss: 'Net deficit',
  operatingProfit: 'Operating surplus',
  operatingLoss: 'Operating deficit',
  grossProfit: 'Gross surplus',
  grossLoss: 'Gross deficit',
} as const;

const INCOME = {
  profit: 'Net income',
  loss: 'Net loss',
  operatingProfit: 'Operating income',
  operatingLoss: 'Operating loss',
  grossProfit: 'Gross profit',
  grossLoss: 'Gross loss',
} as const;

/** Statement wording by kind; common practice. */
export const STATEMENT_WORDS = {
  'sole-trader': {
    ...INCOME,
    equity: 'Owner’s equity',
    equityStatement: 'Statement of owner’s equity',
    contributions: 'Paid in by the owner',
    withdrawals: 'Drawings',
    signedBy: ['Owner'],
  },
  partnership: {
    ...INCOME,
    equity: 'Partners’ equity',
    equityStatement: 'Statement of partners’ equity',
    contributions: 'Paid in by partners',
    withdrawals: 'Drawings',
    signedBy: ['Partner', 'Partner'],
  },
  company: {
    ...INCOME,
    equity: 'Shareholders’ equity',
    equityStatement: 'Statement of changes in equity',
    contributions: 'Shares issued',
    withdrawals: 'Dividends and shares bought back',
    signedBy: ['Director', 'Director'],
  },
  'non-profit': {
    ...SURPLUS,
    equity: 'Funds',
    equityStatement: 'Statement of changes in funds',
    contributions: 'Paid in',
    withdrawals: 'Paid out',
    signedBy: ['Chair', 'Treasurer'],
  },
  'co-operative': {
    ...SURPLUS,
    equity: 'Members’ funds',
    equityStatement: 'Statement of changes in members’ funds',
    contributions: 'Shares paid in',
    withdrawals: 'Dividends and shares repaid',
    signedBy: ['Chair', 'Treasurer'],
  },
} as const satisfies Record<OrganisationKind, StatementWords>;
