import type { DraftResponse, EntryResponse } from '@just-ledger/contract';
import { useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { ErrorMessage, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { useCommitKey } from '../../ui/use-commit-key.js';
import { historyKey } from '../../ui/typed-history.js';
import { typedDay } from '../../ui/own-ways.js';
import { type EntryOfSet, JointEffect } from './joint-effect.js';
import { heldAsTyped } from './one-line.js';
import { LeftNotice, SetNotice, TakenUpNotice } from './entry-notices.js';
import { OneLineFoot } from './one-line-foot.js';
import { OneLineOrFull, type Writing } from './one-line-or-full.js';
import { SentenceHints } from './sentence-hints.js';
import { TypedLine } from './typed-line.js';
import { formOfSentence, isUnsaid, type TypedSentence } from './typed-sentence.js';
import { HeldList } from './held-list.js';
import { useSentenceChoices } from './use-sentence-choices.js';
import { useHeldKeys } from './use-held-keys.js';
import { MOST_HELD, useOneLine } from './use-one-line.js';
import { useTypedAhead } from './use-typed-ahead.js';
import { refusedLines } from './refused-lines.js';
import { sentenceProblems } from './sentence-problems.js';
import { WherePaidNotice } from './where-paid-notice.js';

/** Simple entries, one sentence each: Enter holds the line, and all that are held are posted together. */
export function OneLineSheet({ onWriting }: { onWriting: (writing: Writing) => void }) {
  const { currency, may } = useBooks();
  const first = useRef<HTMLInputElement>(null);
  const [done, setDone] = useState<{ posted?: EntryResponse[]; kept?: DraftResponse[] }>({});
  const begin = (): void => {
    first.current?.focus();
    first.current?.select();
  };
  const lines = useOneLine((what) => {
    setDone(what);
    begin();
  });
  const { state, near } = lines;
  const { choices, accounts, addError } = useSentenceChoices(state, near);
  const finishTyped = useRef<() => TypedSentence | undefined>(null);
  const finishCorrection = useRef<() => TypedSentence | undefined>(null);
  useTypedAhead(first, (ahead) => {
    const [date = '', amount = '', from = '', to = '', explanation = ''] = ahead.split('\t');
    const { sentence } = state;
    const said = {
      amount,
      explanation,
      from: { ...sentence.from, account: from },
      to: { ...sentence.to, account: to },
    };
    lines.change({ type: 'said', blank: 'date', sentence: { ...sentence, ...said, ...(date && { date }) } });
  });
  const hold = (sentence: TypedSentence): void => {
    if (state.held.length >= MOST_HELD) return;
    lines.change({ type: 'said', blank: 'all', sentence });
    lines.change({ type: 'hold' });
    begin();
  };
  const heldKeys = useHeldKeys(lines, begin);
  /** Everything on the sheet as held lines; undefined where something is not whole, which is gone to. */
  const all = (): readonly TypedSentence[] | undefined => {
    const corrected = state.correction ? finishCorrection.current?.() : undefined;
    if (state.correction && !corrected) return undefined;
    const held = state.held.map((line) => (line.key === corrected?.key ? corrected : line));
    if (isUnsaid(state.sentence)) return held;
    const last = finishTyped.current?.();
    return last && [...held, last];
  };
  const send = (as: 'posted' | 'drafts' | 'for-review'): void => {
    const held = all();
    if (held) lines.send(as, held);
  };
  const main = may('post') ? 'posted' : 'for-review';
  useCommitKey(() => send(main), may('draft'));
  const isWhole = sentenceProblems(state.sentence, choices).length === 0;
  const typed = isWhole && !isUnsaid(state.sentence) ? state.sentence : undefined;
  const entryOf = (typedSentence: TypedSentence, line?: number): EntryOfSet => ({
    form: formOfSentence(typedSentence, choices),
    date: typedDay(typedSentence.date, near),
    line,
  });
  const entries = [
    ...heldAsTyped(state).map((typedSentence, index) => entryOf(typedSentence, index + 1)),
    ...(typed ? [entryOf(typed)] : []),
  ];
  return (
    <Panes
      data-typing
      onKeyDown={(event) => {
        const type = historyKey(event);
        if (type) event.preventDefault();
        if (type) lines.change({ type });
      }}
    >
      <Sheet
        title="Entry"
        aside={`in ${currency}; each line becomes an entry of its own`}
        tools={<OneLineOrFull writing="line" onChange={onWriting} />}
        foot={
          <OneLineFoot
            count={state.held.length + (isUnsaid(state.sentence) ? 0 : 1)}
            isBusy={lines.isBusy}
            isCorrecting={state.correction !== undefined}
            onSend={send}
          />
        }
      >
        <SetNotice {...done} />
        {lines.takenUp && <TakenUpNotice typing={lines.takenUp} isDraft={false} onGiveUp={lines.giveUp} />}
        {lines.left && (
          <LeftNotice
            what={lines.left.form.held.length === 1 ? '1 held line' : `${lines.left.form.held.length} held lines`}
            typing={lines.left}
            onTake={lines.takeLeft}
            onDiscard={lines.discardLeft}
          />
        )}
        <div onKeyDown={heldKeys.onSentenceKeyDown}>
          <TypedLine
            sentence={state.sentence}
            place=""
            choices={choices}
            hints={<SentenceHints isFull={state.held.length >= MOST_HELD} hasHeld={state.held.length > 0} />}
            first={first}
            finish={finishTyped}
            onSaid={(blank, sentence) => lines.change({ type: 'said', blank, sentence })}
            onDone={hold}
          />
        </div>
        <WherePaidNotice
          lines={[...heldAsTyped(state), state.sentence].map(({ to }) => to)}
          accounts={accounts}
          contacts={choices.contacts}
        />
        {refusedLines(lines.error).general.map((message) => (
          <ErrorMessage key={message} error={new Error(message)} />
        ))}
        <ErrorMessage error={addError} />
        <HeldList lines={lines} keys={heldKeys} choices={choices} finish={finishCorrection} />
      </Sheet>
      <Pane narrow>
        <JointEffect entries={entries} accounts={accounts} />
      </Pane>
    </Panes>
  );
}
