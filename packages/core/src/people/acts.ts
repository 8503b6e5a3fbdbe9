import { isEnough, type MemberRole } from './member-role.js';
import { keysOf } from '../keyed/keyed.js';

/** Something people do in books: the least role it takes, what it is, and the requests that do it. */
export interface Act {
  readonly least: MemberRole;
  readonly says: string;
  /** Method and path below that of the organisation; what changes about a path stands for anything. */
  readonly routes: readonly string[];
}

/**
 * What people do in books and what it takes: the one table that the server's guard, the interface, the published
 * description of the API, docs/roles.md and their tests read. Whatever reads only, and is not listed, is looking; whatever
 * else is not listed is refused to everybody.
 */
export const ACTS = {
  look: {
    least: 'reader',
    says: 'Look at everything, print it, save it as files, have amounts reckoned',
    routes: ['POST /recurring-journals/{}/reckon'],
  },
  keepReports: {
    least: 'reader',
    says: 'Keep reports for oneself',
    routes: ['POST /kept-reports', 'PUT /kept-reports/{}', 'DELETE /kept-reports/{}'],
  },
  shareReports: { least: 'preparer', says: 'Keep reports for everybody', routes: [] },
  draft: {
    least: 'preparer',
    says: 'Write drafts and patterns, hand drafts in for review, answer to them, throw them away and bring them back',
    routes: [
      'POST /drafts',
      'POST /drafts/set',
      'PUT /drafts/{}',
      'DELETE /drafts/{}',
      'POST /drafts/{}/bring-back',
      'POST /drafts/{}/notes',
      'POST /patterns',
      'PUT /patterns/{}',
      'DELETE /patterns/{}',
    ],
  },
  recur: {
    least: 'preparer',
    says: 'Write recurring journals, lay drafts of them, say that one has been told of what they did',
    routes: [
      'POST /recurring-journals',
      'PUT /recurring-journals/{}',
      'POST /recurring-journals/{}/draft',
      'POST /recurring-journals/told',
    ],
  },
  bringPapers: {
    least: 'preparer',
    says: 'Bring papers, attach them to entries, throw away those that wait and bring them back',
    routes: [
      'POST /entries/{}/attachments',
      'POST /attachments',
      'DELETE /attachments/{}',
      'POST /attachments/{}/bring-back',
    ],
  },
  addToSetUp: {
    least: 'preparer',
    says: 'Add contacts and accounts, change contacts',
    routes: ['POST /contacts', 'PUT /contacts/{}', 'POST /accounts'],
  },
  gather: { least: 'preparer', says: 'Say which papers of a take-on are there', routes: ['PUT /papers/{}'] },
  typeTakeOn: {
    least: 'preparer',
    says: 'Type what is taken on',
    routes: [
      'POST /take-on/trays/{}/rows',
      'DELETE /take-on/trays/{}/rows',
      'PUT /take-on/trays/{}/rows/{}',
      'DELETE /take-on/trays/{}/rows/{}',
    ],
  },
  answerFindings: { least: 'preparer', says: 'Answer to findings', routes: ['PUT /findings/{}'] },
  writeNotes: {
    least: 'preparer',
    says: 'Write notes to the statements',
    routes: [
      'POST /reports/notes',
      'POST /reports/notes/taken-over',
      'PUT /reports/notes/{}',
      'DELETE /reports/notes/{}',
    ],
  },
  composePapers: {
    least: 'preparer',
    says: 'Compose papers for the board',
    routes: ['POST /board-papers', 'PUT /board-papers/{}', 'DELETE /board-papers/{}'],
  },
  post: {
    least: 'approver',
    says: 'Post entries and drafts, send drafts back, reverse entries and plan reversals, settle tax',
    routes: [
      'POST /entries',
      'POST /entries/set',
      'POST /drafts/post',
      'POST /drafts/{}/post',
      'POST /drafts/{}/send-back',
      'POST /entries/{}/reverse',
      'PUT /entries/{}/planned-reversal',
      'POST /entries/{}/planned-reversal/give-up',
      'POST /tax-settlements',
    ],
  },
  detachPapers: {
    least: 'approver',
    says: 'Take papers off posted entries',
    routes: ['POST /entries/{}/attachments/{}/detach'],
  },
  runRecurring: {
    least: 'approver',
    says: 'Approve, pause, resume and end recurring journals, post or skip their dates, spread amounts over time',
    routes: [
      'POST /recurring-journals/post-due',
      'POST /recurring-journals/prepayments',
      'DELETE /recurring-journals/{}',
      'POST /recurring-journals/{}/approve',
      'POST /recurring-journals/{}/pause',
      'POST /recurring-journals/{}/resume',
      'POST /recurring-journals/{}/post',
      'POST /recurring-journals/{}/skip',
    ],
  },
  setUp: {
    least: 'approver',
    says: 'Shape the set-up: chart, breakdowns, tax codes, currencies and rates, holidays, how statements are arranged; merge and remove contacts',
    routes: [
      'PUT /accounts/{}',
      'DELETE /accounts/{}',
      'POST /breakdowns',
      'PUT /breakdowns/{}',
      'DELETE /breakdowns/{}',
      'POST /breakdowns/{}/values',
      'PUT /breakdowns/{}/values/{}',
      'DELETE /breakdowns/{}/values/{}',
      'DELETE /contacts/{}',
      'POST /contacts/{}/merge',
      'POST /currencies',
      'PUT /currencies/{}',
      'DELETE /currencies/{}',
      'PUT /exchange-rates/{}/{}',
      'DELETE /exchange-rates/{}/{}',
      'PUT /holidays',
      'POST /tax-codes',
      'PUT /tax-codes/{}',
      'DELETE /tax-codes/{}',
      'PUT /reports/arrangement',
      'POST /reports/arrangement/statements',
    ],
  },
  importFiles: {
    least: 'approver',
    says: 'Take files in',
    routes: [
      'POST /accounts/import',
      'POST /entries/import',
      'POST /exchange-rates/import',
      'POST /imports',
      'GET /imports/{}',
      'DELETE /imports/{}',
      'PUT /imports/{}/matching',
      'POST /imports/{}/taking',
    ],
  },
  takeOn: {
    least: 'approver',
    says: 'Say how books are taken on, post its parts and take them back, sign it off',
    routes: [
      'PUT /take-on',
      'POST /take-on/equity',
      'POST /take-on/sign-off',
      'POST /take-on/trays/{}/posting',
      'DELETE /take-on/trays/{}/posting',
    ],
  },
  close: {
    least: 'approver',
    says: 'Lock and unlock months, say that one is being closed, close and reopen years, agree how profit is shared',
    routes: [
      'PUT /periods/{}/closing',
      'DELETE /periods/{}/closing',
      'POST /periods/{}/lock',
      'POST /periods/{}/unlock',
      'POST /fiscal-years/{}/closing',
      'POST /fiscal-years/{}/reopening',
      'PUT /sharing',
    ],
  },
  issuePapers: {
    least: 'approver',
    says: 'Issue papers for the board and send them',
    routes: ['POST /board-papers/{}/issue', 'PUT /board-papers/{}/sending', 'POST /board-papers/issued/{}/send'],
  },
  prove: { least: 'approver', says: 'Have all entries read and proved anew', routes: ['POST /proofs/check'] },
  changeOrganisation: { least: 'owner', says: 'Change the organisation itself', routes: ['PATCH '] },
  people: {
    least: 'owner',
    says: 'Invite people, say what they may, read and send again what was written to them',
    routes: [
      'GET /invitations',
      'POST /invitations',
      'DELETE /invitations/{}',
      'PUT /people/{}',
      'DELETE /people/{}',
      'GET /outbox',
      'POST /outbox/{}/link',
      'POST /outbox/{}/try',
    ],
  },
  archive: {
    least: 'owner',
    says: 'Write the books as an archive, put them away and take them out again',
    routes: ['GET /archive.zip', 'POST /archived', 'DELETE /archived'],
  },
  beginAnew: {
    least: 'owner',
    says: 'Begin the chart anew, reopen the take-on',
    routes: ['POST /accounts/starter', 'POST /take-on/reopening'],
  },
} as const satisfies Record<string, Act>;

/** A key of {@link ACTS}. */
export type ActKey = keyof typeof ACTS;

/** The acts, from what takes least to what takes most. */
export const ACT_KEYS = keysOf(ACTS);

const ACT_OF_ROUTE: ReadonlyMap<string, ActKey> = new Map(
  ACT_KEYS.flatMap((act) => ACTS[act].routes.map((route): [string, ActKey] => [route, act])),
);

/** Whether a role is enough for an act. @example mayDo('preparer', 'post') // → false */
export function mayDo(role: MemberRole, act: ActKey): boolean {
  return isEnough(role, ACTS[act].least);
}

/**
 * The act that a request is.
 *
 * @param path below that of the organisation, its parts that change in braces or after a colon
 * @returns undefined for what changes something and is in no act: nobody may do it
 * @example actOf('POST', '/drafts/{id}/post') // → 'post'
 */
export function actOf(method: string, path: string): ActKey | undefined {
  const route = `${method} ${path.replaceAll(/\{\w*\}|:\w+/g, '{}')}`;
  return ACT_OF_ROUTE.get(route) ?? (method === 'GET' || method === 'HEAD' ? 'look' : undefined);
}
