import { type DraftResponse, type EntryResponse, paths } from '@just-ledger/contract';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { draftsQuery } from '../../api/journal-queries.js';
import { randomKey } from '../../api/random-key.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';

/** What became of drafts last. */
export type DraftsOutcome =
  | { readonly type: 'posted'; readonly entries: readonly EntryResponse[] }
  | { readonly type: 'discarded'; readonly draft: DraftResponse };

/** The drafts that wait, those marked among them, and what can become of them. */
export function useDrafts() {
  const { organisation } = useBooks();
  const { id } = organisation;
  const { data: drafts } = useSuspenseQuery(draftsQuery(id));
  const [chosenId, setChosen] = useState<number>();
  const [marks, setMarks] = useState<ReadonlySet<number>>(new Set());
  const [outcome, setOutcome] = useState<DraftsOutcome>();
  const marked = drafts.filter((draft) => marks.has(draft.id));
  const chosen = drafts.find((draft) => draft.id === chosenId) ?? drafts[0];
  const named = (draft: DraftResponse) => ({ id: draft.id, version: draft.version });
  const post = useOrganisationMutation(async (set: readonly DraftResponse[]) => {
    const body = { drafts: set.map(named) };
    const { entries } = await api.post(paths.postDrafts(id), body, { 'idempotency-key': randomKey() });
    setOutcome({ type: 'posted', entries });
    setMarks(new Set());
  });
  const discard = useOrganisationMutation(async (draft: DraftResponse) => {
    await api.delete(paths.draft(id, draft.id), { version: draft.version });
    // that it is discarded is a change of its own
    setOutcome({ type: 'discarded', draft: { ...draft, version: draft.version + 1 } });
  });
  const bringBack = useOrganisationMutation(async ({ id: draft, version }: Pick<DraftResponse, 'id' | 'version'>) => {
    await api.post(paths.bringBackDraft(id, draft), { version });
    setOutcome(undefined);
    setChosen(draft);
  });
  const sendBack = useOrganisationMutation(({ draft, reason }: { draft: DraftResponse; reason: string }) =>
    api.post(paths.sendBackDraft(id, draft.id), { reason, version: draft.version }),
  );
  const note = useOrganisationMutation(({ draft, text }: { draft: DraftResponse; text: string }) =>
    api.post(paths.draftNotes(id, draft.id), { text }),
  );
  return {
    drafts,
    chosen,
    choose: setChosen,
    marked,
    mark: (draft: DraftResponse): void =>
      setMarks((all) => {
        const others = [...all].filter((id) => id !== draft.id);
        return new Set(all.has(draft.id) ? others : [...others, draft.id]);
      }),
    outcome,
    post,
    discard,
    bringBack,
    sendBack,
    note,
    error: post.error ?? discard.error ?? bringBack.error,
  };
}
