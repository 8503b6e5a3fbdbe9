import { type DraftResponse, type EntryResponse, paths } from '@just-ledger/contract';
import { parseCivilDate, proposedDate, shortDate, isCivilDate } from '@just-ledger/core';
import { useEffect, useState } from 'react';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { randomKey } from '../../api/random-key.js';
import { useSession } from '../../api/session-queries.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { emptyForm, type EntryForm, isTyped } from './entry-form.js';
import { draftRequest, entryRequest, formOf } from './entry-request.js';
import { lastDate, rememberDate } from './last-date.js';
import type { Beginning } from './use-entry-source.js';
import { useEntryHistory } from './use-entry-history.js';
import { useLeftTyping } from './use-left-typing.js';
import { keepTyping, useKeptTyping, useTypingBefore } from './kept-typing.js';

/** An entry being written: what is typed, and what can become of it. What is typed stays until it is posted or kept. */
export function useEntryWriting({
  draft,
  beginning,
  onPosted,
}: {
  draft: DraftResponse | undefined;
  beginning: Beginning | undefined;
  onPosted: (entry: EntryResponse) => void;
}) {
  const address = useAddress();
  const { organisation, currency, today, calendar, from, to } = useBooks();
  const span = address.from !== undefined || address.to !== undefined ? { from, to } : undefined;
  const proposed = proposedDate({ today, firstDay: calendar.firstDay, span, last: lastDate() });
  const near = proposed.date;
  const email = useSession().person?.email;
  const [person] = useState(email ?? ''); // a session that ends takes nothing away of what is typed
  const typingKey = { person, organisation: organisation.id, draft: draft ? String(draft.id) : '' };
  const source = beginning?.source ?? '';
  const before = useTypingBefore(typingKey, source);
  const leftBehind = useLeftTyping(typingKey);
  const [begun, setBegun] = useState<EntryForm>(() => {
    if (draft) return formOf(draft, currency);
    return beginning?.formOn(shortDate(beginning.date ?? near)) ?? emptyForm(shortDate(near));
  });
  const { form, dispatch, onKeyDown } = useEntryHistory(() => before?.form ?? begun);
  const [version, setVersion] = useState(before?.version ?? draft?.version);
  const [takenUp, setTakenUp] = useState(before);
  const [keepsKind, setKeepsKind] = useState(false);
  const [key, setKey] = useState(() => before?.key ?? randomKey());
  useKeptTyping(typingKey, { form, key, version, source }, isTyped(form, begun), form.lines.length);
  const forget = (): void => keepTyping(typingKey, undefined);

  const post = useOrganisationMutation(async () => {
    const entry = entryRequest(form, near, currency);
    const idempotent = { 'idempotency-key': key };
    const answer = draft
      ? await api.post(paths.postDraft(organisation.id, draft.id), { version: version ?? 0, entry }, idempotent)
      : await api.post(paths.entries(organisation.id), entry, idempotent);
    forget();
    onPosted(answer); // here and not once the sheet knows, since it may have ended with its draft by then
    return answer;
  });
  const keep = useOrganisationMutation(async (forReview: boolean) => {
    const body = { ...draftRequest(form, near, currency, version), forReview };
    const kept = draft
      ? await api.put(paths.draft(organisation.id, draft.id), body)
      : await api.post(paths.drafts(organisation.id), body);
    forget();
    return kept;
  });
  const startAnew = (fresh: EntryForm): void => {
    setKey(randomKey());
    setTakenUp(undefined);
    setBegun(fresh);
    dispatch({ type: 'start', form: fresh });
  };
  // as long as nothing has been typed, another span chosen on the rail is meant for the date too
  const isUntouched = !draft && !beginning?.date && !isTyped(form, begun) && form.date === begun.date;
  const proposal = shortDate(near);
  useEffect(() => {
    if (!isUntouched || form.date === proposal) return;
    const fresh = { ...begun, date: proposal };
    setBegun(fresh);
    dispatch({ type: 'start', form: fresh });
  }, [isUntouched, form.date, proposal, begun, dispatch]);
  const goOnFrom = (other: number): void => {
    setVersion(other);
    post.reset();
    keep.reset();
  };
  const isBusy = post.isPending || keep.isPending;
  return {
    form,
    dispatch,
    onKeyDown,
    near,
    /** Why the date stands as it does, while it is the one proposed. */
    dateReason: !draft && form.date === proposal ? proposed.reason : undefined,
    /** Another with every entry begun. */
    key,
    /** What was half typed here before, as long as it is gone on with. */
    takenUp,
    keepsKind,
    setKeepsKind,
    isBusy,
    /** The draft as it was kept last, if nothing has been typed since. */
    kept: isTyped(form, begun) ? undefined : keep.data,
    postError: post.error,
    keepError: keep.error,
    post: (): void => {
      if (isBusy) return;
      const next = (entry: EntryResponse): EntryForm =>
        emptyForm(shortDate(parseCivilDate(entry.date)), keepsKind ? form.kind : 'ordinary');
      post.mutate(undefined, { onSuccess: (entry) => startAnew(next(entry)) });
    },
    handIn: (): void => {
      if (isBusy) return;
      post.reset(); // what could not be posted may be handed in
      keep.mutate(true, {
        onSuccess: ({ date }) => {
          if (draft) return address.go('drafts');
          rememberDate(date);
          startAnew(emptyForm(isCivilDate(date) ? shortDate(date) : form.date));
        },
      });
    },
    keepAsDraft: (): void =>
      keep.mutate(draft?.state === 'for-review', {
        onSuccess: (kept) => {
          if (!draft) return address.go('entry', { draft: String(kept.id) });
          setVersion(kept.version);
          setBegun(form);
          setTakenUp(undefined);
        },
      }),
    /** Gives up what was typed: back to the draft as it was kept, or to an empty sheet. */
    giveUp: (): void => startAnew(draft ? formOf(draft, currency) : emptyForm(shortDate(near))),
    /** The typing goes on as a new entry, whatever became of the draft. */
    goOnAsNew: (): void => {
      forget();
      keepTyping({ ...typingKey, draft: '' }, { form, key: randomKey(), at: new Date().toISOString() });
      address.go('entry');
    },
    /** What stands here goes on in the place of another version of the draft. */
    goOnOver: ({ version: now }: DraftResponse): void => goOnFrom(now),
    /** Another version of the draft is gone on with; a step back brings back what stood here. */
    takeOver: (now: DraftResponse): void => {
      dispatch({ type: 'taken-over', form: formOf(now, currency) });
      goOnFrom(now.version);
    },
    /** What was left half typed in a tab that is open no more; it is offered while nothing has been typed here. */
    left: isTyped(form, begun) ? undefined : leftBehind.left,
    /** Goes on with what was left. */
    takeLeft: (): void => {
      const typing = leftBehind.left && leftBehind.take(leftBehind.left);
      if (!typing) return;
      setKey(typing.key);
      setVersion(typing.version);
      setTakenUp(typing);
      dispatch({ type: 'start', form: typing.form });
    },
    discardLeft: (): void => {
      if (leftBehind.left) leftBehind.take(leftBehind.left);
    },
  };
}
