import { type DraftResponse, type EntryResponse, MOST_IN_A_SET, paths } from '@just-ledger/contract';
import { type CivilDate, isCivilDate, proposedDate, shortDate } from '@just-ledger/core';
import { useReducer, useState } from 'react';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { randomKey } from '../../api/random-key.js';
import { api } from '../../api/request.js';
import { useSession } from '../../api/session-queries.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { typedDay } from '../../ui/own-ways.js';
import { type BackOrAgain, historyOf } from '../../ui/typed-history.js';
import { useTaxes } from '../tax-codes/use-taxes.js';
import { draftRequest, entryRequest } from './entry-request.js';
import { HELD_LINES, keepTyping, useKeptTyping, useTypingBefore } from './kept-typing.js';
import { lastDate, rememberDate } from './last-date.js';
import { goneOnWith, nothingHeld, type OneLine, type OneLineEvent, oneLineHistory } from './one-line.js';
import { formOfSentence, isUnsaid, type TypedSentence } from './typed-sentence.js';
import { useLeftTyping } from './use-left-typing.js';

/** So many lines are held at most: as many as are posted together. */
export const MOST_HELD = MOST_IN_A_SET;

/** Lines and what is to become of them. */
interface Sent {
  readonly as: 'posted' | 'drafts' | 'for-review';
  readonly held: readonly TypedSentence[];
}

/** Lines being held and what can become of them. They stay until they are posted or kept as drafts. */
export function useOneLine(onDone: (done: { posted?: EntryResponse[]; kept?: DraftResponse[] }) => void) {
  const { organisation, currency, today, calendar, from, to } = useBooks();
  const taxes = useTaxes();
  const address = useAddress();
  const span = address.from !== undefined || address.to !== undefined ? { from, to } : undefined;
  const proposed = proposedDate({ today, firstDay: calendar.firstDay, span, last: lastDate() }).date;
  const email = useSession().person?.email;
  const [person] = useState(email ?? '');
  const typingKey = { person, organisation: organisation.id, draft: HELD_LINES };
  const before = useTypingBefore<OneLine>(typingKey);
  const leftBehind = useLeftTyping<OneLine>(typingKey);
  const [history, dispatch] = useReducer(oneLineHistory, undefined, () =>
    historyOf(before ? goneOnWith(before.form) : nothingHeld(shortDate(proposed))),
  );
  const [takenUp, setTakenUp] = useState(before);
  const [key, setKey] = useState(() => before?.key ?? randomKey());
  const state = history.now;
  const isTyped = state.held.length > 0 || !isUnsaid(state.sentence);
  useKeptTyping(typingKey, { form: state, key }, isTyped, state.held.length);
  const near = nearOf(state, proposed);

  const startAnew = (last: string): void => {
    keepTyping(typingKey, undefined);
    setKey(randomKey());
    setTakenUp(undefined);
    const day = typedDay(last, near);
    if (day) rememberDate(day);
    dispatch({ type: 'start', with: nothingHeld(last) });
  };
  const send = useOrganisationMutation(async ({ as, held }: Sent) => {
    const forms = held.map((sentence) => formOfSentence(sentence, { taxes, currency, near }));
    const once = { 'idempotency-key': key };
    if (as === 'posted') {
      const entries = forms.map((form) => entryRequest(form, near, currency));
      return { posted: (await api.post(paths.entrySet(organisation.id), { entries }, once)).entries };
    }
    const forReview = as === 'for-review';
    const drafts = forms.map((form) => ({ ...draftRequest(form, near, currency), forReview }));
    return { kept: await api.post(paths.draftSet(organisation.id), { drafts }, once) };
  });
  return {
    state,
    /** Changes something; what was refused before is no longer said once a line is held, corrected or dropped. */
    change: (event: OneLineEvent | BackOrAgain): void => {
      if (event.type !== 'said') send.reset();
      dispatch(event);
    },
    near,
    takenUp,
    left: isTyped ? undefined : leftBehind.left,
    isBusy: send.isPending,
    error: send.error,
    /** Sends lines, once. */
    send: (as: Sent['as'], held: readonly TypedSentence[]): void => {
      if (send.isPending || held.length === 0) return;
      dispatch({ type: 'all-held', held });
      send.mutate(
        { as, held },
        {
          onSuccess: (done) => {
            startAnew(held.at(-1)?.date ?? state.sentence.date);
            onDone(done);
          },
        },
      );
    },
    /** Gives up what was typed; it can be taken back. */
    giveUp: (): void => {
      setTakenUp(undefined);
      dispatch({ type: 'all-held', held: [] });
    },
    takeLeft: (): void => {
      const typing = leftBehind.left && leftBehind.take(leftBehind.left);
      if (!typing) return;
      setKey(typing.key);
      setTakenUp(typing);
      dispatch({ type: 'start', with: goneOnWith(typing.form) });
    },
    discardLeft: (): void => {
      if (leftBehind.left) leftBehind.take(leftBehind.left);
    },
  };
}

/** The date that typed ones are completed from: that of the line held last, else the one proposed. */
function nearOf({ held }: OneLine, proposed: CivilDate): CivilDate {
  const last = held.at(-1)?.date;
  const day = last === undefined ? undefined : typedDay(last, proposed);
  return day && isCivilDate(day) ? day : proposed;
}
