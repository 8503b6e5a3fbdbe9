import type { FindQuery, FindResponse } from './find/find.js';
import type {
  AccountLedgerQuery,
  PrintedLedgerQuery,
  AccountLedgerResponse,
  BalancesResponse,
  LedgerSumsResponse,
} from './account-ledger/account-ledger.js';
import type {
  AccountRequest,
  AccountResponse,
  ChangeAccountRequest,
  ChartImportResponse,
} from './accounts/account.js';
import type { ArchiveResponse, ArchivedBooksResponse, TakeArchiveRequest } from './archives/archive.js';
import type {
  AttachmentResponse,
  AttachmentsQuery,
  AttachmentsResponse,
  AttachRequest,
  ContentQuery,
  DetachRequest,
  EntryPaperResponse,
  UploadQuery,
} from './attachments/attachment.js';
import type { SetUpChangeResponse, SetUpChangesQuery } from './audit-trail/set-up-change.js';
import type { BackupsResponse } from './backups/backup.js';
import type {
  BreakdownRequest,
  BreakdownResponse,
  BreakdownValueRequest,
  ChangeBreakdownRequest,
  ChangeBreakdownValueRequest,
} from './breakdowns/breakdown.js';
import type {
  ClosingQuery,
  PrintedClosingQuery,
  ClosingRehearsalResponse,
  ClosingRequest,
  ClosingResponse,
  FiscalYearsResponse,
  LockQuery,
  PeriodToDoResponse,
  ProfitSharingRequest,
  ProfitSharingResponse,
  ReasonRequest,
  ReopeningQuery,
} from './closing/closing.js';
import type {
  ChangeContactRequest,
  ContactRequest,
  ContactResponse,
  MergeContactRequest,
  WherePaidResponse,
} from './contacts/contact.js';
import type {
  ChangeCurrencyRequest,
  ChangeRateRequest,
  CurrenciesQuery,
  CurrencyRequest,
  CurrencyResponse,
  ExchangeRateResponse,
  ExchangeRatesQuery,
} from './currencies/currency.js';
import type { PaperRequest, PaperResponse } from './gathering/paper.js';
import type { HealthResponse } from './health/health.js';
import type { ImportCounts, ImportQuery, ImportResponse, MatchingRequest } from './imports/import.js';
import type {
  GiveUpReversalRequest,
  DraftNoteRequest,
  DraftRequest,
  DraftSetRequest,
  DraftResponse,
  DraftsQuery,
  EntriesImportResponse,
  EntriesQuery,
  PrintedEntriesQuery,
  EntriesResponse,
  EntriesSumsResponse,
  EntrySetRequest,
  EntrySetResponse,
  EntryEventResponse,
  EntryRequest,
  EntryResponse,
  PatternRequest,
  PatternResponse,
  PlannedReversalResponse,
  PlanReversalRequest,
  PostDraftRequest,
  PostDraftsRequest,
  RelatedEntriesResponse,
  SaidSentenceResponse,
  SendBackRequest,
  ReverseRequest,
  UsualAmountsQuery,
  UsualAmountsResponse,
} from './journal/entry.js';
import type {
  AccountDetailQuery,
  AccountDetailResponse,
  AgedBalancesQuery,
  PrintedAgedBalancesQuery,
  AgedBalancesResponse,
  OpenItemsQuery,
  OpenItemsResponse,
  StatementOfAccountQuery,
  StatementOfAccountResponse,
} from './open-items/open-items.js';
import type { HolidaysRequest, HolidaysResponse } from './organisations/holidays.js';
import type {
  ChangeOrganisationRequest,
  CreateOrganisationRequest,
  OrganisationResponse,
  StarterWishesRequest,
  UnfinishedStartRequest,
  UnfinishedStartResponse,
} from './organisations/organisation.js';
import type { BooksStatusResponse } from './overview/overview.js';
import type {
  ChangePersonRequest,
  InvitationOffer,
  InvitationRequest,
  InvitationResponse,
  NewPasswordRequest,
  MadeLinkResponse,
  OutboxMessageResponse,
  PasswordResetRequest,
  PersonResponse,
  TakeInvitationRequest,
} from './people/person.js';
import type { LookedAt, LookedAtQuery } from './looked-at.js';
import type { PrintedQuery } from './printed-query.js';
import type { ProblemDetails } from './problems/problem-details.js';
import type { LockedProofsResponse, ProofsQuery, ProofsResponse } from './proofs/proofs.js';
import type {
  AlikeEntriesResponse,
  DraftOccurrenceRequest,
  FactsOfDateRequest,
  OccurrencesQuery,
  PauseRequest,
  PostDueQuery,
  PostDueResponse,
  PostOccurrenceRequest,
  PrepaymentRequest,
  PrepaymentResponse,
  ProposedOccurrenceResponse,
  RecurringJournalRequest,
  RecurringJournalResponse,
  RecurringPreviewResponse,
  RecurringStandingResponse,
  SkipOccurrenceRequest,
  TimeLineResponse,
  ToldRequest,
} from './recurring/recurring-journal.js';
import type {
  ChangePasswordRequest,
  DeviceCodeRequest,
  DeviceOfferResponse,
  NewPasskeyRequest,
  PasskeyOfferResponse,
  PasskeyRequest,
  FirstOwnerRequest,
  OwnSignInResponse,
  PasswordAgainRequest,
  PreferencesRequest,
  RecoveryCodesResponse,
  SessionResponse,
  SignInRequest,
} from './sessions/session.js';
import type {
  AuditorsFileQuery,
  AuditorsFileResponse,
  WrittenAuditorsFileQuery,
} from './auditors-file/auditors-file.js';
import type {
  BoardPapersRequest,
  BoardPapersResponse,
  IssuedPapersResponse,
  IssuePapersRequest,
  PapersSendingRequest,
  SendPapersRequest,
} from './board-papers/board-papers.js';
import type { KeptReportRequest, KeptReportResponse, KeptResponse } from './kept-reports/kept-reports.js';
import type {
  KeptNoteResponse,
  NoteRequest,
  NotesQuery,
  NotesResponse,
  TakeNotesRequest,
} from './statements/notes.js';
import type {
  ArrangedDaysQuery,
  ArrangedStatementsResponse,
  ArrangementRequest,
  ArrangementResponse,
} from './statements/arrangement.js';
import type {
  AccountChangeQuery,
  FigureLinesQuery,
  FigureLinesResponse,
  FigureQuery,
  FigureResponse,
  AccountChangeResponse,
  BalanceSheetQuery,
  PrintedStatementsQuery,
  BalanceSheetResponse,
  CashFlowResponse,
  ChartsQuery,
  ChartsResponse,
  PrintedChartsQuery,
  EquityStatementResponse,
  IncomeStatementQuery,
  IncomeStatementResponse,
  SpanQuery,
} from './statements/statements.js';
import type {
  AcceptEquityRequest,
  AddedRowsResponse,
  ChangeTakeOnRequest,
  ChangeTakeOnRowRequest,
  ReopenTakeOnRequest,
  TakeOnResponse,
  TakeOnRowsRequest,
  TrayRowsResponse,
} from './take-on/take-on.js';
import type { ChangeTaxCodeRequest, TaxCodeRequest, TaxCodeResponse } from './tax-codes/tax-code.js';
import type {
  TaxLinesQuery,
  TaxLinesResponse,
  TaxReportQuery,
  PrintedTaxReportQuery,
  TaxReportResponse,
  TaxSettlementRequest,
  TaxSettlementResponse,
} from './tax-report/tax-report.js';
import type { AdjustmentsQuery, AdjustmentsResponse, LackingAdjustmentResponse } from './adjustments/adjustments.js';
import type { FindingsQuery, FindingsResponse, FindingStateRequest } from './findings/findings.js';
import type {
  TrialBalanceQuery,
  PrintedTrialBalanceQuery,
  TrialBalanceResponse,
  ChangesQuery,
  PrintedChangesQuery,
  ChangesResponse,
  WorksheetQuery,
  PrintedWorksheetQuery,
  WorksheetResponse,
} from './trial-balance/trial-balance.js';

/** A file instead of JSON: text as CSV (RFC 4180), a workbook or CSV, a printed paper, an archive. */
export interface FileOf<ContentType extends string> {
  contentType: ContentType;
}
export type CsvFile = FileOf<'text/csv'>;
export type TableFile = FileOf<'text/csv' | 'application/octet-stream'>;
export type PdfFile = FileOf<'application/pdf'>;
export type WorkbookFile = FileOf<'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'>;
/** A paper as it was sent: what kind it is, its content says. */
export type PaperFile = FileOf<
  | 'application/octet-stream'
  | 'application/pdf'
  | 'image/png'
  | 'image/jpeg'
  | 'image/webp'
  | 'image/heic'
  | 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  | 'text/plain'
>;
export type ArchiveFile = FileOf<'application/octet-stream' | 'application/zip'>;

/**
 * Every address of the API with what each method asks in its query, takes in its body and gives. From here come the
 * typed client, the description that the server gives of itself, and the test that every response is what is said here.
 */
export interface Endpoints {
  '/api/archive-schema.json': {
    GET: { gives: Record<string, unknown> };
  };
  '/api/archives': {
    POST: { asks: { name?: string }; takes: ArchiveFile; gives: ArchiveResponse };
  };
  '/api/archives/{archive}': {
    GET: { gives: ArchiveResponse };
    DELETE: { gives: void };
  };
  '/api/archives/{archive}/taking': {
    POST: { takes: TakeArchiveRequest; gives: ArchiveResponse };
  };
  '/api/backups': {
    GET: { gives: BackupsResponse };
  };
  '/api/first-owner': {
    POST: { takes: FirstOwnerRequest; gives: SessionResponse };
  };
  '/api/health': {
    GET: { gives: HealthResponse };
  };
  '/api/invitations/{token}': {
    GET: { gives: InvitationOffer };
    POST: { takes: TakeInvitationRequest; gives: SessionResponse };
  };
  '/api/openapi.json': {
    GET: { gives: Record<string, unknown> };
  };
  '/api/organisations': {
    GET: { gives: OrganisationResponse[] };
    POST: { takes: CreateOrganisationRequest; gives: OrganisationResponse };
  };
  '/api/organisations/{organisation}': {
    GET: { gives: OrganisationResponse };
    PATCH: { takes: ChangeOrganisationRequest; gives: OrganisationResponse };
  };
  '/api/organisations/{organisation}/accounts': {
    GET: { asks: TrialBalanceQuery; gives: AccountResponse[] };
    POST: { takes: AccountRequest; gives: AccountResponse };
  };
  '/api/organisations/{organisation}/accounts.csv': {
    GET: { gives: CsvFile };
  };
  '/api/organisations/{organisation}/accounts/import': {
    POST: { takes: CsvFile; gives: ChartImportResponse };
  };
  '/api/organisations/{organisation}/accounts/starter': {
    POST: { takes: StarterWishesRequest; gives: void };
  };
  '/api/organisations/{organisation}/accounts/{id}': {
    PUT: { takes: ChangeAccountRequest; gives: AccountResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/archive.zip': {
    GET: { gives: ArchiveFile };
  };
  '/api/organisations/{organisation}/breakdowns': {
    GET: { gives: BreakdownResponse[] };
    POST: { takes: BreakdownRequest; gives: BreakdownResponse };
  };
  '/api/organisations/{organisation}/breakdowns/{id}': {
    PUT: { takes: ChangeBreakdownRequest; gives: BreakdownResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/breakdowns/{id}/values': {
    POST: { takes: BreakdownValueRequest; gives: BreakdownResponse };
  };
  '/api/organisations/{organisation}/breakdowns/{id}/values/{value}': {
    PUT: { takes: ChangeBreakdownValueRequest; gives: BreakdownResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/contacts': {
    GET: { gives: ContactResponse[] };
    POST: { takes: ContactRequest; gives: ContactResponse };
  };
  '/api/organisations/{organisation}/contacts/{id}': {
    PUT: { takes: ChangeContactRequest; gives: ContactResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/contacts/{id}/where-paid': {
    GET: { gives: WherePaidResponse };
  };
  '/api/organisations/{organisation}/contacts/{id}/merge': {
    POST: { takes: MergeContactRequest; gives: ContactResponse };
  };
  '/api/organisations/{organisation}/currencies': {
    GET: { asks: CurrenciesQuery; gives: CurrencyResponse[] };
    POST: { takes: CurrencyRequest; gives: CurrencyResponse };
  };
  '/api/organisations/{organisation}/currencies/{currency}': {
    PUT: { takes: ChangeCurrencyRequest; gives: CurrencyResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/drafts': {
    GET: { asks: DraftsQuery; gives: DraftResponse[] };
    POST: { takes: DraftRequest; gives: DraftResponse };
  };
  '/api/organisations/{organisation}/drafts/post': {
    POST: { takes: PostDraftsRequest; gives: EntrySetResponse };
  };
  '/api/organisations/{organisation}/drafts/set': {
    POST: { takes: DraftSetRequest; gives: DraftResponse[] };
  };
  '/api/organisations/{organisation}/drafts/{id}': {
    GET: { gives: DraftResponse };
    PUT: { takes: DraftRequest; gives: DraftResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/drafts/{id}/bring-back': {
    POST: { takes: LookedAt; gives: DraftResponse };
  };
  '/api/organisations/{organisation}/drafts/{id}/notes': {
    POST: { takes: DraftNoteRequest; gives: DraftResponse };
  };
  '/api/organisations/{organisation}/drafts/{id}/send-back': {
    POST: { takes: SendBackRequest; gives: DraftResponse };
  };
  '/api/organisations/{organisation}/drafts/{id}/post': {
    POST: { takes: PostDraftRequest; gives: EntryResponse };
  };
  '/api/organisations/{organisation}/find': {
    GET: { asks: FindQuery; gives: FindResponse };
  };
  '/api/organisations/{organisation}/entries': {
    GET: { asks: EntriesQuery; gives: EntriesResponse };
    POST: { takes: EntryRequest; gives: EntryResponse };
  };
  '/api/organisations/{organisation}/entries.csv': {
    GET: { asks: EntriesQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/entries.xlsx': {
    GET: { asks: EntriesQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/entries.pdf': {
    GET: { asks: PrintedEntriesQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/entries/{number}/related': {
    GET: { gives: RelatedEntriesResponse[] };
  };
  '/api/organisations/{organisation}/entries/import': {
    POST: { takes: CsvFile; gives: EntriesImportResponse };
  };
  '/api/organisations/{organisation}/entries/sentences': {
    GET: { gives: SaidSentenceResponse[] };
  };
  '/api/organisations/{organisation}/entries/set': {
    POST: { takes: EntrySetRequest; gives: EntrySetResponse };
  };
  '/api/organisations/{organisation}/entries/sums': {
    GET: { asks: EntriesQuery; gives: EntriesSumsResponse };
  };
  '/api/organisations/{organisation}/entries/{number}': {
    GET: { gives: EntryResponse };
  };
  '/api/organisations/{organisation}/entries/{number}/trail': {
    GET: { gives: EntryEventResponse[] };
  };
  '/api/organisations/{organisation}/attachments': {
    GET: { asks: AttachmentsQuery; gives: AttachmentsResponse };
    POST: { asks: UploadQuery; takes: FileOf<'application/octet-stream'>; gives: AttachmentResponse };
  };
  '/api/organisations/{organisation}/attachments/{id}': {
    GET: { gives: AttachmentResponse };
    DELETE: { gives: AttachmentResponse };
  };
  '/api/organisations/{organisation}/attachments/{id}/bring-back': {
    POST: { gives: AttachmentResponse };
  };
  '/api/organisations/{organisation}/attachments/{id}/content': {
    GET: { asks: ContentQuery; gives: PaperFile };
  };
  '/api/organisations/{organisation}/entries/{number}/attachments': {
    POST: { takes: AttachRequest; gives: EntryPaperResponse };
  };
  '/api/organisations/{organisation}/entries/{number}/attachments/{place}/detach': {
    POST: { takes: DetachRequest; gives: void };
  };
  '/api/organisations/{organisation}/entries/usual-amounts': {
    GET: { asks: UsualAmountsQuery; gives: UsualAmountsResponse[] };
  };
  '/api/organisations/{organisation}/entries/vouchers.pdf': {
    GET: { asks: PrintedEntriesQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/entries/{number}/voucher.pdf': {
    GET: { asks: PrintedQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/entries/{number}/planned-reversal': {
    PUT: { takes: PlanReversalRequest; gives: EntryResponse };
  };
  '/api/organisations/{organisation}/entries/{number}/planned-reversal/give-up': {
    POST: { takes: GiveUpReversalRequest; gives: EntryResponse };
  };
  '/api/organisations/{organisation}/planned-reversals': {
    GET: { gives: PlannedReversalResponse[] };
  };
  '/api/organisations/{organisation}/entries/{number}/reverse': {
    POST: { takes: ReverseRequest; gives: EntryResponse };
  };
  '/api/organisations/{organisation}/exchange-rates': {
    GET: { asks: ExchangeRatesQuery; gives: ExchangeRateResponse[] };
  };
  '/api/organisations/{organisation}/exchange-rates.csv': {
    GET: { asks: ExchangeRatesQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/exchange-rates/import': {
    POST: { takes: CsvFile; gives: ImportCounts };
  };
  '/api/organisations/{organisation}/exchange-rates/{currency}/{date}': {
    PUT: { takes: ChangeRateRequest; gives: ExchangeRateResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/exports/{file}': {
    GET: { gives: TableFile };
  };
  '/api/organisations/{organisation}/fiscal-years': {
    GET: { gives: FiscalYearsResponse };
  };
  '/api/organisations/{organisation}/fiscal-years/{year}/closing': {
    GET: { asks: ClosingQuery; gives: ClosingRehearsalResponse };
    POST: { asks: ClosingQuery; takes: ClosingRequest; gives: ClosingResponse };
  };
  '/api/organisations/{organisation}/fiscal-years/{year}/closing.pdf': {
    GET: { asks: PrintedClosingQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/fiscal-years/{year}/reopening': {
    POST: { asks: ReopeningQuery; takes: ReasonRequest; gives: ClosingResponse };
  };
  '/api/organisations/{organisation}/imports': {
    POST: { asks: ImportQuery; takes: TableFile; gives: ImportResponse };
  };
  '/api/organisations/{organisation}/imports/{import}': {
    GET: { gives: ImportResponse };
    DELETE: { gives: void };
  };
  '/api/organisations/{organisation}/imports/{import}/matching': {
    PUT: { takes: MatchingRequest; gives: ImportResponse };
  };
  '/api/organisations/{organisation}/imports/{import}/taking': {
    POST: { gives: ImportResponse };
  };
  '/api/organisations/{organisation}/invitations': {
    GET: { gives: InvitationResponse[] };
    POST: { takes: InvitationRequest; gives: InvitationResponse[] };
  };
  '/api/organisations/{organisation}/invitations/{id}': {
    DELETE: { gives: void };
  };
  '/api/organisations/{organisation}/auditors-file': {
    GET: { asks: AuditorsFileQuery; gives: AuditorsFileResponse };
  };
  '/api/organisations/{organisation}/auditors-file.zip': {
    GET: { asks: WrittenAuditorsFileQuery; gives: ArchiveFile };
  };
  '/api/organisations/{organisation}/board-papers': {
    GET: { gives: BoardPapersResponse[] };
    POST: { takes: BoardPapersRequest; gives: KeptResponse };
  };
  '/api/organisations/{organisation}/board-papers/issued': {
    GET: { gives: IssuedPapersResponse[] };
  };
  '/api/organisations/{organisation}/board-papers/issued/{place}/send': {
    POST: { takes: SendPapersRequest; gives: IssuedPapersResponse };
  };
  '/api/organisations/{organisation}/board-papers/{id}/sending': {
    PUT: { takes: PapersSendingRequest; gives: KeptResponse };
  };
  '/api/organisations/{organisation}/board-papers/{id}/issue': {
    POST: { takes: IssuePapersRequest; asks: PrintedQuery; gives: IssuedPapersResponse };
  };
  '/api/organisations/{organisation}/board-papers/{id}': {
    PUT: { takes: BoardPapersRequest; gives: KeptResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/board-papers/{id}/document.pdf': {
    GET: { asks: PrintedQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/kept-reports': {
    GET: { gives: KeptReportResponse[] };
    POST: { takes: KeptReportRequest; gives: KeptResponse };
  };
  '/api/organisations/{organisation}/kept-reports/{id}': {
    PUT: { takes: KeptReportRequest; gives: KeptResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/outbox': {
    GET: { gives: OutboxMessageResponse[] };
  };
  '/api/organisations/{organisation}/outbox/{id}/link': {
    POST: { takes: LookedAt; gives: MadeLinkResponse };
  };
  '/api/organisations/{organisation}/outbox/{id}/try': {
    POST: { gives: OutboxMessageResponse[] };
  };
  '/api/organisations/{organisation}/papers': {
    GET: { gives: PaperResponse[] };
  };
  '/api/organisations/{organisation}/papers/{paper}': {
    PUT: { takes: PaperRequest; gives: PaperResponse[] };
  };
  '/api/organisations/{organisation}/patterns': {
    GET: { gives: PatternResponse[] };
    POST: { takes: PatternRequest; gives: PatternResponse };
  };
  '/api/organisations/{organisation}/patterns/{id}': {
    PUT: { takes: PatternRequest; gives: PatternResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/people': {
    GET: { gives: PersonResponse[] };
  };
  '/api/organisations/{organisation}/people/{id}': {
    PUT: { takes: ChangePersonRequest; gives: PersonResponse[] };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/periods/{period}/closing': {
    PUT: { gives: void };
    DELETE: { gives: void };
  };
  '/api/organisations/{organisation}/periods/{period}/lock': {
    POST: { asks: LockQuery; gives: void };
  };
  '/api/organisations/{organisation}/periods/{period}/unlock': {
    POST: { asks: LockQuery; takes: ReasonRequest; gives: void };
  };
  '/api/organisations/{organisation}/proofs': {
    GET: { asks: ProofsQuery; gives: ProofsResponse };
  };
  '/api/organisations/{organisation}/proofs/locked': {
    GET: { gives: LockedProofsResponse[] };
  };
  '/api/organisations/{organisation}/proofs/check': {
    POST: { asks: ProofsQuery; gives: ProofsResponse };
  };
  '/api/organisations/{organisation}/archived': {
    POST: { gives: ArchivedBooksResponse };
    DELETE: { gives: void };
  };
  '/api/organisations/{organisation}/holidays': {
    GET: { gives: HolidaysResponse };
    PUT: { takes: HolidaysRequest; gives: HolidaysResponse };
  };
  '/api/organisations/{organisation}/recurring-journals.pdf': {
    GET: { asks: PrintedQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/recurring-journals.xlsx': {
    GET: { gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/recurring-journals': {
    GET: { asks: ProofsQuery; gives: RecurringJournalResponse[] };
    POST: { takes: RecurringJournalRequest; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/post-due': {
    POST: { asks: PostDueQuery; gives: PostDueResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/standing': {
    GET: { gives: RecurringStandingResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/time-line': {
    GET: { asks: OccurrencesQuery; gives: TimeLineResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/alike': {
    GET: { gives: AlikeEntriesResponse[] };
  };
  '/api/organisations/{organisation}/recurring-journals/prepayments': {
    POST: { takes: PrepaymentRequest; gives: PrepaymentResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/told': {
    POST: { takes: ToldRequest; gives: void };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}': {
    GET: { asks: ProofsQuery; gives: RecurringJournalResponse };
    PUT: { takes: RecurringJournalRequest; gives: RecurringJournalResponse };
    DELETE: { asks: LookedAtQuery; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/preview': {
    GET: { asks: OccurrencesQuery; gives: RecurringPreviewResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/approve': {
    POST: { takes: LookedAt; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/pause': {
    POST: { takes: PauseRequest; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/resume': {
    POST: { takes: LookedAt; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/post': {
    POST: { takes: PostOccurrenceRequest; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/draft': {
    POST: { takes: DraftOccurrenceRequest; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/reckon': {
    POST: { takes: FactsOfDateRequest; gives: ProposedOccurrenceResponse };
  };
  '/api/organisations/{organisation}/recurring-journals/{id}/skip': {
    POST: { takes: SkipOccurrenceRequest; gives: RecurringJournalResponse };
  };
  '/api/organisations/{organisation}/reports/account-change': {
    GET: { asks: AccountChangeQuery; gives: AccountChangeResponse };
  };
  '/api/organisations/{organisation}/reports/figure': {
    GET: { asks: FigureQuery; gives: FigureResponse };
  };
  '/api/organisations/{organisation}/reports/figure-lines': {
    GET: { asks: FigureLinesQuery; gives: FigureLinesResponse };
  };
  '/api/organisations/{organisation}/reports/account-detail': {
    GET: { asks: AccountDetailQuery; gives: AccountDetailResponse };
  };
  '/api/organisations/{organisation}/reports/account-ledger': {
    GET: { asks: AccountLedgerQuery; gives: AccountLedgerResponse };
  };
  '/api/organisations/{organisation}/reports/account-ledger/sums': {
    GET: { asks: AccountLedgerQuery; gives: LedgerSumsResponse };
  };
  '/api/organisations/{organisation}/reports/account-ledger/balances': {
    GET: { asks: AccountLedgerQuery; gives: BalancesResponse };
  };
  '/api/organisations/{organisation}/reports/account-ledger.xlsx': {
    GET: { asks: AccountLedgerQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/account-ledger.pdf': {
    GET: { asks: PrintedLedgerQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/account-ledger.csv': {
    GET: { asks: AccountLedgerQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/aged-balances': {
    GET: { asks: AgedBalancesQuery; gives: AgedBalancesResponse };
  };
  '/api/organisations/{organisation}/reports/aged-balances.pdf': {
    GET: { asks: PrintedAgedBalancesQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/aged-balances.xlsx': {
    GET: { asks: PrintedAgedBalancesQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/aged-balances.csv': {
    GET: { asks: AgedBalancesQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/arrangement': {
    GET: { gives: ArrangementResponse };
    PUT: { takes: ArrangementRequest; gives: ArrangementResponse };
  };
  '/api/organisations/{organisation}/reports/arrangement/statements': {
    POST: { asks: ArrangedDaysQuery; takes: ArrangementRequest; gives: ArrangedStatementsResponse };
  };
  '/api/organisations/{organisation}/reports/balance-sheet': {
    GET: { asks: BalanceSheetQuery; gives: BalanceSheetResponse };
  };
  '/api/organisations/{organisation}/reports/balance-sheet.xlsx': {
    GET: { asks: BalanceSheetQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/balance-sheet.pdf': {
    GET: { asks: BalanceSheetQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/balance-sheet.csv': {
    GET: { asks: BalanceSheetQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/charts': {
    GET: { asks: ChartsQuery; gives: ChartsResponse };
  };
  '/api/organisations/{organisation}/reports/charts.pdf': {
    GET: { asks: PrintedChartsQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/cash-flow-statement': {
    GET: { asks: SpanQuery; gives: CashFlowResponse };
  };
  '/api/organisations/{organisation}/reports/cash-flow-statement.xlsx': {
    GET: { asks: SpanQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/cash-flow-statement.pdf': {
    GET: { asks: SpanQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/cash-flow-statement.csv': {
    GET: { asks: SpanQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/equity-statement': {
    GET: { asks: SpanQuery; gives: EquityStatementResponse };
  };
  '/api/organisations/{organisation}/reports/equity-statement.xlsx': {
    GET: { asks: SpanQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/equity-statement.pdf': {
    GET: { asks: SpanQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/equity-statement.csv': {
    GET: { asks: SpanQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/income-statement': {
    GET: { asks: IncomeStatementQuery; gives: IncomeStatementResponse };
  };
  '/api/organisations/{organisation}/reports/income-statement.xlsx': {
    GET: { asks: IncomeStatementQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/income-statement.pdf': {
    GET: { asks: IncomeStatementQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/income-statement.csv': {
    GET: { asks: IncomeStatementQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/notes': {
    GET: { asks: NotesQuery; gives: NotesResponse };
    POST: { takes: NoteRequest; gives: KeptNoteResponse };
  };
  '/api/organisations/{organisation}/reports/notes/taken-over': {
    POST: { takes: TakeNotesRequest; gives: void };
  };
  '/api/organisations/{organisation}/reports/notes/{id}': {
    PUT: { takes: NoteRequest; gives: KeptNoteResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/reports/open-items': {
    GET: { asks: OpenItemsQuery; gives: OpenItemsResponse };
  };
  '/api/organisations/{organisation}/reports/statement-of-account': {
    GET: { asks: StatementOfAccountQuery; gives: StatementOfAccountResponse };
  };
  '/api/organisations/{organisation}/reports/statement-of-account.csv': {
    GET: { asks: StatementOfAccountQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/statements.xlsx': {
    GET: { asks: PrintedStatementsQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/statements.pdf': {
    GET: { asks: PrintedStatementsQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/tax': {
    GET: { asks: TaxReportQuery; gives: TaxReportResponse };
  };
  '/api/organisations/{organisation}/reports/tax.pdf': {
    GET: { asks: PrintedTaxReportQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/tax.xlsx': {
    GET: { asks: PrintedTaxReportQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/tax.csv': {
    GET: { asks: TaxReportQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/tax/lines': {
    GET: { asks: TaxLinesQuery; gives: TaxLinesResponse };
  };
  '/api/organisations/{organisation}/tax-settlements': {
    GET: { gives: TaxSettlementResponse[] };
    POST: { takes: TaxSettlementRequest; gives: EntryResponse };
  };
  '/api/organisations/{organisation}/reports/trial-balance': {
    GET: { asks: TrialBalanceQuery; gives: TrialBalanceResponse };
  };
  '/api/organisations/{organisation}/reports/trial-balance.pdf': {
    GET: { asks: PrintedTrialBalanceQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/trial-balance.xlsx': {
    GET: { asks: PrintedTrialBalanceQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/trial-balance.csv': {
    GET: { asks: TrialBalanceQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/fiscal-years/{year}/to-do': {
    GET: { gives: PeriodToDoResponse[] };
  };
  '/api/organisations/{organisation}/sharing': {
    GET: { gives: ProfitSharingResponse[] };
    PUT: { takes: ProfitSharingRequest; gives: void };
  };
  '/api/organisations/{organisation}/adjustments': {
    GET: { asks: AdjustmentsQuery; gives: AdjustmentsResponse };
  };
  '/api/organisations/{organisation}/adjustments/lacking': {
    GET: { asks: AdjustmentsQuery; gives: LackingAdjustmentResponse[] };
  };
  '/api/organisations/{organisation}/findings': {
    GET: { asks: FindingsQuery; gives: FindingsResponse };
  };
  '/api/organisations/{organisation}/findings/{finding}': {
    PUT: { takes: FindingStateRequest; gives: void };
  };
  '/api/organisations/{organisation}/reports/changes': {
    GET: { asks: ChangesQuery; gives: ChangesResponse };
  };
  '/api/organisations/{organisation}/reports/changes.csv': {
    GET: { asks: ChangesQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/reports/changes.pdf': {
    GET: { asks: PrintedChangesQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/changes.xlsx': {
    GET: { asks: ChangesQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/worksheet': {
    GET: { asks: WorksheetQuery; gives: WorksheetResponse };
  };
  '/api/organisations/{organisation}/reports/worksheet.pdf': {
    GET: { asks: PrintedWorksheetQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/reports/worksheet.xlsx': {
    GET: { asks: PrintedWorksheetQuery; gives: WorkbookFile };
  };
  '/api/organisations/{organisation}/reports/worksheet.csv': {
    GET: { asks: WorksheetQuery; gives: CsvFile };
  };
  '/api/organisations/{organisation}/set-up-changes': {
    GET: { asks: SetUpChangesQuery; gives: SetUpChangeResponse[] };
  };
  '/api/organisations/{organisation}/take-on': {
    GET: { gives: TakeOnResponse };
    PUT: { takes: ChangeTakeOnRequest; gives: TakeOnResponse };
  };
  '/api/organisations/{organisation}/take-on/equity': {
    POST: { takes: AcceptEquityRequest; gives: TakeOnResponse };
  };
  '/api/organisations/{organisation}/take-on/pack.pdf': {
    GET: { asks: PrintedQuery; gives: PdfFile };
  };
  '/api/organisations/{organisation}/take-on/reopening': {
    POST: { takes: ReopenTakeOnRequest; gives: TakeOnResponse };
  };
  '/api/organisations/{organisation}/take-on/sign-off': {
    POST: { takes: LookedAt; gives: TakeOnResponse };
  };
  '/api/organisations/{organisation}/take-on/trays/{tray}': {
    GET: { gives: TrayRowsResponse };
  };
  '/api/organisations/{organisation}/take-on/trays/{tray}/posting': {
    POST: { takes: LookedAt; gives: TakeOnResponse };
    DELETE: { gives: TakeOnResponse };
  };
  '/api/organisations/{organisation}/take-on/trays/{tray}/rows': {
    POST: { takes: TakeOnRowsRequest; gives: AddedRowsResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/take-on/trays/{tray}/rows/{row}': {
    PUT: { takes: ChangeTakeOnRowRequest; gives: void };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/organisations/{organisation}/tax-codes': {
    GET: { gives: TaxCodeResponse[] };
    POST: { takes: TaxCodeRequest; gives: TaxCodeResponse };
  };
  '/api/organisations/{organisation}/tax-codes/{id}': {
    PUT: { takes: ChangeTaxCodeRequest; gives: TaxCodeResponse };
    DELETE: { asks: LookedAtQuery; gives: void };
  };
  '/api/overview': {
    GET: { gives: BooksStatusResponse[] };
  };
  '/api/own-sign-in/password': {
    PUT: { takes: ChangePasswordRequest; gives: void };
  };
  '/api/own-sign-in/preferences': {
    PUT: { takes: PreferencesRequest; gives: void };
  };
  '/api/own-sign-in': {
    GET: { gives: OwnSignInResponse };
  };
  '/api/own-sign-in/device': {
    POST: { takes: PasswordAgainRequest; gives: DeviceOfferResponse };
    PUT: { takes: DeviceCodeRequest; gives: RecoveryCodesResponse };
  };
  '/api/own-sign-in/device/codes': {
    POST: { takes: PasswordAgainRequest; gives: RecoveryCodesResponse };
  };
  '/api/own-sign-in/device/removal': {
    POST: { takes: PasswordAgainRequest; gives: void };
  };
  '/api/own-sign-in/passkeys': {
    POST: { takes: NewPasskeyRequest; gives: OwnSignInResponse };
  };
  '/api/own-sign-in/passkeys/offer': {
    POST: { takes: PasswordAgainRequest; gives: PasskeyOfferResponse };
  };
  '/api/own-sign-in/passkeys/{id}/removal': {
    POST: { takes: PasswordAgainRequest; gives: void };
  };
  '/api/own-sign-in/sessions': {
    DELETE: { gives: void };
  };
  '/api/own-sign-in/sessions/{key}': {
    DELETE: { gives: void };
  };
  '/api/password-reset': {
    POST: { takes: PasswordResetRequest; gives: void };
  };
  '/api/password-reset/{token}': {
    POST: { takes: NewPasswordRequest; gives: void };
  };
  '/api/session': {
    GET: { gives: SessionResponse };
    POST: { takes: SignInRequest; gives: SessionResponse };
    DELETE: { gives: void };
  };
  '/api/session/passkey': {
    POST: { takes: PasskeyRequest; gives: SessionResponse };
  };
  '/api/session/passkey/offer': {
    POST: { gives: PasskeyOfferResponse };
  };
  '/api/unfinished-start': {
    GET: { gives: UnfinishedStartResponse };
    PUT: { takes: UnfinishedStartRequest; gives: void };
    DELETE: { gives: void };
  };
}

/** All that goes over the wire: what the addresses take and give, and how each of them refuses. */
export interface Wire {
  endpoints: Endpoints;
  problems: ProblemDetails;
}
