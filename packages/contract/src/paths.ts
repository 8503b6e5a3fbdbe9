import { addressOf } from './address.js';

/** Every address of the API, in one place. */
export const paths = {
  health: addressOf('/api/health'),
  openapi: addressOf('/api/openapi.json'),
  session: addressOf('/api/session'),
  sessionByPasskey: addressOf('/api/session/passkey'),
  passkeyOffer: addressOf('/api/session/passkey/offer'),
  firstOwner: addressOf('/api/first-owner'),
  ownPassword: addressOf('/api/own-sign-in/password'),
  ownPreferences: addressOf('/api/own-sign-in/preferences'),
  ownSignIn: addressOf('/api/own-sign-in'),
  ownSessions: addressOf('/api/own-sign-in/sessions'),
  ownSession: (key: string) => addressOf('/api/own-sign-in/sessions/{key}', key),
  ownPasskeys: addressOf('/api/own-sign-in/passkeys'),
  ownPasskeyOffer: addressOf('/api/own-sign-in/passkeys/offer'),
  ownPasskeyRemoval: (id: number) => addressOf('/api/own-sign-in/passkeys/{id}/removal', id),
  ownDevice: addressOf('/api/own-sign-in/device'),
  ownDeviceCodes: addressOf('/api/own-sign-in/device/codes'),
  ownDeviceRemoval: addressOf('/api/own-sign-in/device/removal'),
  passwordReset: addressOf('/api/password-reset'),
  newPassword: (token: string) => addressOf('/api/password-reset/{token}', token),
  invitation: (token: string) => addressOf('/api/invitations/{token}', token),
  people: (id: Id) => addressOf('/api/organisations/{organisation}/people', id),
  person: (id: Id, person: Id) => addressOf('/api/organisations/{organisation}/people/{id}', id, person),
  invitations: (id: Id) => addressOf('/api/organisations/{organisation}/invitations', id),
  organisationInvitation: (id: Id, invitation: Id) =>
    addressOf('/api/organisations/{organisation}/invitations/{id}', id, invitation),
  outbox: (id: Id) => addressOf('/api/organisations/{organisation}/outbox', id),
  messageLink: (id: Id, message: Id) => addressOf('/api/organisations/{organisation}/outbox/{id}/link', id, message),
  tryMessage: (id: Id, message: Id) => addressOf('/api/organisations/{organisation}/outbox/{id}/try', id, message),
  organisations: addressOf('/api/organisations'),
  organisation: (id: Id) => addressOf('/api/organisations/{organisation}', id),
  accounts: (id: Id) => addressOf('/api/organisations/{organisation}/accounts', id),
  accountsCsv: (id: Id) => addressOf('/api/organisations/{organisation}/accounts.csv', id),
  accountsImport: (id: Id) => addressOf('/api/organisations/{organisation}/accounts/import', id),
  accountsStarter: (id: Id) => addressOf('/api/organisations/{organisation}/accounts/starter', id),
  account: (id: Id, account: Id) => addressOf('/api/organisations/{organisation}/accounts/{id}', id, account),
  contacts: (id: Id) => addressOf('/api/organisations/{organisation}/contacts', id),
  wherePaid: (id: Id, contact: Id) =>
    addressOf('/api/organisations/{organisation}/contacts/{id}/where-paid', id, contact),
  contact: (id: Id, contact: Id) => addressOf('/api/organisations/{organisation}/contacts/{id}', id, contact),
  contactMerge: (id: Id, contact: Id) =>
    addressOf('/api/organisations/{organisation}/contacts/{id}/merge', id, contact),
  breakdowns: (id: Id) => addressOf('/api/organisations/{organisation}/breakdowns', id),
  breakdown: (id: Id, breakdown: Id) => addressOf('/api/organisations/{organisation}/breakdowns/{id}', id, breakdown),
  breakdownValues: (id: Id, breakdown: Id) =>
    addressOf('/api/organisations/{organisation}/breakdowns/{id}/values', id, breakdown),
  breakdownValue: (id: Id, breakdown: Id, value: Id) =>
    addressOf('/api/organisations/{organisation}/breakdowns/{id}/values/{value}', id, breakdown, value),
  taxCodes: (id: Id) => addressOf('/api/organisations/{organisation}/tax-codes', id),
  taxCode: (id: Id, code: Id) => addressOf('/api/organisations/{organisation}/tax-codes/{id}', id, code),
  currencies: (id: Id) => addressOf('/api/organisations/{organisation}/currencies', id),
  currency: (id: Id, currency: string) =>
    addressOf('/api/organisations/{organisation}/currencies/{currency}', id, currency),
  exchangeRates: (id: Id) => addressOf('/api/organisations/{organisation}/exchange-rates', id),
  exchangeRatesCsv: (id: Id) => addressOf('/api/organisations/{organisation}/exchange-rates.csv', id),
  exchangeRatesImport: (id: Id) => addressOf('/api/organisations/{organisation}/exchange-rates/import', id),
  exchangeRate: (id: Id, currency: string, date: string) =>
    addressOf('/api/organisations/{organisation}/exchange-rates/{currency}/{date}', id, currency, date),
  imports: (id: Id) => addressOf('/api/organisations/{organisation}/imports', id),
  import: (id: Id, key: string) => addressOf('/api/organisations/{organisation}/imports/{import}', id, key),
  importMatching: (id: Id, key: string) =>
    addressOf('/api/organisations/{organisation}/imports/{import}/matching', id, key),
  importTaking: (id: Id, key: string) =>
    addressOf('/api/organisations/{organisation}/imports/{import}/taking', id, key),
  /** A file of all that a subject has, by its ending: csv or xlsx. */
  exportFile: (id: Id, subject: string, ending: 'csv' | 'xlsx') =>
    addressOf('/api/organisations/{organisation}/exports/{file}', id, `${subject}.${ending}`),
  takeOn: (id: Id) => addressOf('/api/organisations/{organisation}/take-on', id),
  tray: (id: Id, tray: string) => addressOf('/api/organisations/{organisation}/take-on/trays/{tray}', id, tray),
  trayRows: (id: Id, tray: string) =>
    addressOf('/api/organisations/{organisation}/take-on/trays/{tray}/rows', id, tray),
  trayRow: (id: Id, tray: string, row: Id) =>
    addressOf('/api/organisations/{organisation}/take-on/trays/{tray}/rows/{row}', id, tray, row),
  trayPosting: (id: Id, tray: string) =>
    addressOf('/api/organisations/{organisation}/take-on/trays/{tray}/posting', id, tray),
  takeOnEquity: (id: Id) => addressOf('/api/organisations/{organisation}/take-on/equity', id),
  takeOnPack: (id: Id) => addressOf('/api/organisations/{organisation}/take-on/pack.pdf', id),
  takeOnSignOff: (id: Id) => addressOf('/api/organisations/{organisation}/take-on/sign-off', id),
  takeOnReopening: (id: Id) => addressOf('/api/organisations/{organisation}/take-on/reopening', id),
  archives: addressOf('/api/archives'),
  archiveSchema: addressOf('/api/archive-schema.json'),
  archive: (key: string) => addressOf('/api/archives/{archive}', key),
  archiveTaking: (key: string) => addressOf('/api/archives/{archive}/taking', key),
  organisationArchive: (id: Id) => addressOf('/api/organisations/{organisation}/archive.zip', id),
  archived: (id: Id) => addressOf('/api/organisations/{organisation}/archived', id),
  setUpChanges: (id: Id) => addressOf('/api/organisations/{organisation}/set-up-changes', id),
  papers: (id: Id) => addressOf('/api/organisations/{organisation}/papers', id),
  paper: (id: Id, paper: string) => addressOf('/api/organisations/{organisation}/papers/{paper}', id, paper),
  overview: addressOf('/api/overview'),
  backups: addressOf('/api/backups'),
  unfinishedStart: addressOf('/api/unfinished-start'),
  find: (id: Id) => addressOf('/api/organisations/{organisation}/find', id),
  entries: (id: Id) => addressOf('/api/organisations/{organisation}/entries', id),
  entriesCsv: (id: Id) => addressOf('/api/organisations/{organisation}/entries.csv', id),
  entriesXlsx: (id: Id) => addressOf('/api/organisations/{organisation}/entries.xlsx', id),
  entriesPdf: (id: Id) => addressOf('/api/organisations/{organisation}/entries.pdf', id),
  relatedEntries: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/related', id, number),
  entriesSums: (id: Id) => addressOf('/api/organisations/{organisation}/entries/sums', id),
  entrySet: (id: Id) => addressOf('/api/organisations/{organisation}/entries/set', id),
  sentences: (id: Id) => addressOf('/api/organisations/{organisation}/entries/sentences', id),
  entriesImport: (id: Id) => addressOf('/api/organisations/{organisation}/entries/import', id),
  entry: (id: Id, number: string) => addressOf('/api/organisations/{organisation}/entries/{number}', id, number),
  reverse: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/reverse', id, number),
  plannedReversal: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/planned-reversal', id, number),
  giveUpReversal: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/planned-reversal/give-up', id, number),
  plannedReversals: (id: Id) => addressOf('/api/organisations/{organisation}/planned-reversals', id),
  usualAmounts: (id: Id) => addressOf('/api/organisations/{organisation}/entries/usual-amounts', id),
  voucher: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/voucher.pdf', id, number),
  vouchers: (id: Id) => addressOf('/api/organisations/{organisation}/entries/vouchers.pdf', id),
  attachments: (id: Id) => addressOf('/api/organisations/{organisation}/attachments', id),
  attachment: (id: Id, paper: Id) => addressOf('/api/organisations/{organisation}/attachments/{id}', id, paper),
  attachmentContent: (id: Id, paper: Id) =>
    addressOf('/api/organisations/{organisation}/attachments/{id}/content', id, paper),
  bringBackAttachment: (id: Id, paper: Id) =>
    addressOf('/api/organisations/{organisation}/attachments/{id}/bring-back', id, paper),
  entryAttachments: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/attachments', id, number),
  detachAttachment: (id: Id, number: string, index: Id) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/attachments/{place}/detach', id, number, index),
  drafts: (id: Id) => addressOf('/api/organisations/{organisation}/drafts', id),
  draftSet: (id: Id) => addressOf('/api/organisations/{organisation}/drafts/set', id),
  postDrafts: (id: Id) => addressOf('/api/organisations/{organisation}/drafts/post', id),
  draft: (id: Id, draft: Id) => addressOf('/api/organisations/{organisation}/drafts/{id}', id, draft),
  sendBackDraft: (id: Id, draft: Id) =>
    addressOf('/api/organisations/{organisation}/drafts/{id}/send-back', id, draft),
  draftNotes: (id: Id, draft: Id) => addressOf('/api/organisations/{organisation}/drafts/{id}/notes', id, draft),
  bringBackDraft: (id: Id, draft: Id) =>
    addressOf('/api/organisations/{organisation}/drafts/{id}/bring-back', id, draft),
  entryTrail: (id: Id, number: string) =>
    addressOf('/api/organisations/{organisation}/entries/{number}/trail', id, number),
  postDraft: (id: Id, draft: Id) => addressOf('/api/organisations/{organisation}/drafts/{id}/post', id, draft),
  auditorsFile: (id: Id) => addressOf('/api/organisations/{organisation}/auditors-file', id),
  auditorsFileZip: (id: Id) => addressOf('/api/organisations/{organisation}/auditors-file.zip', id),
  everyBoardPapers: (id: Id) => addressOf('/api/organisations/{organisation}/board-papers', id),
  boardPapers: (id: Id, papers: Id) => addressOf('/api/organisations/{organisation}/board-papers/{id}', id, papers),
  papersSending: (id: Id, papers: Id) =>
    addressOf('/api/organisations/{organisation}/board-papers/{id}/sending', id, papers),
  sendPapers: (id: Id, index: Id) =>
    addressOf('/api/organisations/{organisation}/board-papers/issued/{place}/send', id, index),
  issuedPapers: (id: Id) => addressOf('/api/organisations/{organisation}/board-papers/issued', id),
  issuePapers: (id: Id, papers: Id) =>
    addressOf('/api/organisations/{organisation}/board-papers/{id}/issue', id, papers),
  boardPapersPdf: (id: Id, papers: Id) =>
    addressOf('/api/organisations/{organisation}/board-papers/{id}/document.pdf', id, papers),
  keptReports: (id: Id) => addressOf('/api/organisations/{organisation}/kept-reports', id),
  keptReport: (id: Id, kept: Id) => addressOf('/api/organisations/{organisation}/kept-reports/{id}', id, kept),
  patterns: (id: Id) => addressOf('/api/organisations/{organisation}/patterns', id),
  pattern: (id: Id, pattern: Id) => addressOf('/api/organisations/{organisation}/patterns/{id}', id, pattern),
  recurringPdf: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals.pdf', id),
  recurringXlsx: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals.xlsx', id),
  recurringJournals: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals', id),
  recurringJournal: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}', id, journal),
  postOccurrence: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/post', id, journal),
  skipOccurrence: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/skip', id, journal),
  draftOccurrence: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/draft', id, journal),
  reckonOccurrence: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/reckon', id, journal),
  recurringPreview: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/preview', id, journal),
  approveRecurring: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/approve', id, journal),
  pauseRecurring: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/pause', id, journal),
  resumeRecurring: (id: Id, journal: Id) =>
    addressOf('/api/organisations/{organisation}/recurring-journals/{id}/resume', id, journal),
  recurringTimeLine: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals/time-line', id),
  recurringAlike: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals/alike', id),
  prepayments: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals/prepayments', id),
  recurringStanding: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals/standing', id),
  recurringTold: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals/told', id),
  holidays: (id: Id) => addressOf('/api/organisations/{organisation}/holidays', id),
  postDue: (id: Id) => addressOf('/api/organisations/{organisation}/recurring-journals/post-due', id),
  fiscalYears: (id: Id) => addressOf('/api/organisations/{organisation}/fiscal-years', id),
  periodClosing: (id: Id, period: string) =>
    addressOf('/api/organisations/{organisation}/periods/{period}/closing', id, period),
  lock: (id: Id, period: string) => addressOf('/api/organisations/{organisation}/periods/{period}/lock', id, period),
  unlock: (id: Id, period: string) =>
    addressOf('/api/organisations/{organisation}/periods/{period}/unlock', id, period),
  closing: (id: Id, year: string) =>
    addressOf('/api/organisations/{organisation}/fiscal-years/{year}/closing', id, year),
  closingPdf: (id: Id, year: string) =>
    addressOf('/api/organisations/{organisation}/fiscal-years/{year}/closing.pdf', id, year),
  reopening: (id: Id, year: string) =>
    addressOf('/api/organisations/{organisation}/fiscal-years/{year}/reopening', id, year),
  taxReport: (id: Id) => addressOf('/api/organisations/{organisation}/reports/tax', id),
  taxReportPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/tax.pdf', id),
  taxReportWorkbook: (id: Id) => addressOf('/api/organisations/{organisation}/reports/tax.xlsx', id),
  taxReportCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/tax.csv', id),
  taxLines: (id: Id) => addressOf('/api/organisations/{organisation}/reports/tax/lines', id),
  taxSettlements: (id: Id) => addressOf('/api/organisations/{organisation}/tax-settlements', id),
  trialBalance: (id: Id) => addressOf('/api/organisations/{organisation}/reports/trial-balance', id),
  trialBalancePdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/trial-balance.pdf', id),
  trialBalanceWorkbook: (id: Id) => addressOf('/api/organisations/{organisation}/reports/trial-balance.xlsx', id),
  trialBalanceCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/trial-balance.csv', id),
  toDo: (id: Id, year: string) => addressOf('/api/organisations/{organisation}/fiscal-years/{year}/to-do', id, year),
  sharing: (id: Id) => addressOf('/api/organisations/{organisation}/sharing', id),
  lockedProofs: (id: Id) => addressOf('/api/organisations/{organisation}/proofs/locked', id),
  adjustments: (id: Id) => addressOf('/api/organisations/{organisation}/adjustments', id),
  lackingAdjustments: (id: Id) => addressOf('/api/organisations/{organisation}/adjustments/lacking', id),
  findings: (id: Id) => addressOf('/api/organisations/{organisation}/findings', id),
  finding: (id: Id, finding: string) =>
    addressOf('/api/organisations/{organisation}/findings/{finding}', id, finding),
  changes: (id: Id) => addressOf('/api/organisations/{organisation}/reports/changes', id),
  changesPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/changes.pdf', id),
  changesWorkbook: (id: Id) => addressOf('/api/organisations/{organisation}/reports/changes.xlsx', id),
  changesCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/changes.csv', id),
  worksheet: (id: Id) => addressOf('/api/organisations/{organisation}/reports/worksheet', id),
  worksheetPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/worksheet.pdf', id),
  worksheetWorkbook: (id: Id) => addressOf('/api/organisations/{organisation}/reports/worksheet.xlsx', id),
  worksheetCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/worksheet.csv', id),
  arrangement: (id: Id) => addressOf('/api/organisations/{organisation}/reports/arrangement', id),
  arrangedStatements: (id: Id) => addressOf('/api/organisations/{organisation}/reports/arrangement/statements', id),
  notes: (id: Id) => addressOf('/api/organisations/{organisation}/reports/notes', id),
  note: (id: Id, note: Id) => addressOf('/api/organisations/{organisation}/reports/notes/{id}', id, note),
  takeNotesOver: (id: Id) => addressOf('/api/organisations/{organisation}/reports/notes/taken-over', id),
  incomeStatement: (id: Id) => addressOf('/api/organisations/{organisation}/reports/income-statement', id),
  incomeStatementCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/income-statement.csv', id),
  equityStatement: (id: Id) => addressOf('/api/organisations/{organisation}/reports/equity-statement', id),
  equityStatementCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/equity-statement.csv', id),
  balanceSheet: (id: Id) => addressOf('/api/organisations/{organisation}/reports/balance-sheet', id),
  cashFlow: (id: Id) => addressOf('/api/organisations/{organisation}/reports/cash-flow-statement', id),
  cashFlowCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/cash-flow-statement.csv', id),
  statementsWorkbook: (id: Id) => addressOf('/api/organisations/{organisation}/reports/statements.xlsx', id),
  charts: (id: Id) => addressOf('/api/organisations/{organisation}/reports/charts', id),
  chartsPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/charts.pdf', id),
  figure: (id: Id) => addressOf('/api/organisations/{organisation}/reports/figure', id),
  figureLines: (id: Id) => addressOf('/api/organisations/{organisation}/reports/figure-lines', id),
  accountChange: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-change', id),
  statementsPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/statements.pdf', id),
  balanceSheetCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/balance-sheet.csv', id),
  accountLedger: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-ledger', id),
  accountLedgerSums: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-ledger/sums', id),
  accountLedgerBalances: (id: Id) =>
    addressOf('/api/organisations/{organisation}/reports/account-ledger/balances', id),
  accountLedgerXlsx: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-ledger.xlsx', id),
  accountLedgerPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-ledger.pdf', id),
  accountLedgerCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-ledger.csv', id),
  agedBalances: (id: Id) => addressOf('/api/organisations/{organisation}/reports/aged-balances', id),
  agedBalancesPdf: (id: Id) => addressOf('/api/organisations/{organisation}/reports/aged-balances.pdf', id),
  agedBalancesWorkbook: (id: Id) => addressOf('/api/organisations/{organisation}/reports/aged-balances.xlsx', id),
  agedBalancesCsv: (id: Id) => addressOf('/api/organisations/{organisation}/reports/aged-balances.csv', id),
  accountDetail: (id: Id) => addressOf('/api/organisations/{organisation}/reports/account-detail', id),
  openItems: (id: Id) => addressOf('/api/organisations/{organisation}/reports/open-items', id),
  statementOfAccount: (id: Id) => addressOf('/api/organisations/{organisation}/reports/statement-of-account', id),
  statementOfAccountCsv: (id: Id) =>
    addressOf('/api/organisations/{organisation}/reports/statement-of-account.csv', id),
  proofs: (id: Id) => addressOf('/api/organisations/{organisation}/proofs', id),
  proofsCheck: (id: Id) => addressOf('/api/organisations/{organisation}/proofs/check', id),
} as const;

type Id = number | string;
