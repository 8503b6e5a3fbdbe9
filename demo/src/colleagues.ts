import { invite, makeLink, takeInvitation } from '@just-ledger/server/areas/people/people-commands';
import { keepDraft, noteOnDraft } from '@just-ledger/server/areas/journal/draft-commands';
import { outboxOf } from '@just-ledger/server/areas/people/people-store';
import { randomBytes } from 'node:crypto';
import { hashToken } from '@just-ledger/server/platform/sessions/session-store';
import { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import type { MemberRole } from '@just-ledger/core';
import type { Clock } from '@just-ledger/server/platform/database/clock';

const CO_OPERATIVE = 1;
const COLLEAGUES: readonly { name: string; email: string; role: MemberRole }[] = [
  { name: 'Tam Hollis', email: 'tam@sallow-reach.test', role: 'preparer' },
  { name: 'Ines Carrow', email: 'ines@sallow-reach.test', role: 'reader' },
];

/** The co-operative's colleagues of the owner: one writes drafts, one audits, one has not come yet. */
export function inviteColleagues(folder: string, owner: number, clock: Clock, passwordHash: string): void {
  const context = new WriteContext(folder, clock);
  const actor = { organisation: CO_OPERATIVE, person: owner };
  const invited = (email: string, role: MemberRole): void =>
    context.transact(() => invite(context, { ...actor, email, role }));
  const linkOfLatest = (): string => {
    const token = randomBytes(32).toString('base64url');
    const { id = 0, link } = outboxOf(context.db, CO_OPERATIVE, owner)[0] ?? {};
    const version = link?.version ?? 0;
    context.transact(() => makeLink(context, { ...actor, id, tokenHash: hashToken(token), version }));
    return token;
  };
  const [tam] = COLLEAGUES.map(({ name, email, role }) => {
    invited(email, role);
    const token = linkOfLatest();
    return context.transact(() => takeInvitation(context, { token, given: { email, name, passwordHash } }));
  });
  invited('otto@sallow-reach.test', 'approver');
  const { id } = context.transact(() =>
    keepDraft(context, {
      organisation: CO_OPERATIVE,
      person: tam ?? owner,
      request: {
        date: '2027-01-15',
        explanation: 'Bottle deposits given back at the tasting room',
        lines: [
          { account: '4030', debit: '38.40' },
          { account: '1000', credit: '38.40' },
        ],
        forReview: true,
      },
    }),
  );
  const text = 'Deposits are no sales: please look again which account they came from.';
  context.transact(() => noteOnDraft(context, { ...actor, id, request: { text } }));
  context.db.$client.close();
}
