import type { DraftResponse, EntryResponse } from '@just-ledger/contract';
import { useQuery } from '@tanstack/react-query';
import { useRef } from 'react';
import { patternsQuery } from '../../api/journal-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { typedDay } from '../../ui/own-ways.js';
import { Sheet } from '../../ui/sheet.js';
import { useCommitKey } from '../../ui/use-commit-key.js';
import { DraftConflict } from './draft-conflict.js';
import { Effect } from './effect.js';
import styles from './entry-sheet.module.css';
import { EntryDesk } from './entry-desk.js';
import { EntryFoot } from './entry-foot.js';
import { EntryHead } from './entry-head.js';
import { EntryLines } from './entry-lines.js';
import { EntryPapers } from './entry-papers.js';
import { ClosedYearNotice, LikeNotice } from './entry-notices.js';
import { outdatedBy, refusalOf } from './entry-refusal.js';
import { EntryRefused } from './entry-refused.js';
import { useFormTax } from './form-tax.js';
import { OneLineOrFull, type Writing } from './one-line-or-full.js';
import { patternRequest, withPattern } from './pattern-form.js';
import { isReversalKey } from './reverses-on.js';
import type { Beginning } from './use-entry-source.js';
import { useEntryChoices } from './use-entry-choices.js';
import { useEntryFocus } from './use-entry-focus.js';
import { useEntryPapers } from './use-entry-papers.js';
import { useEntryWriting } from './use-entry-writing.js';
import { useLinesBefore } from './use-lines-before.js';
import { useNewContact } from './use-new-contact.js';
import { WherePaidNotice } from './where-paid-notice.js';
import { WritingNotices } from './writing-notices.js';
import { useTypedAhead } from './use-typed-ahead.js';

/** The sheet on which an entry is written by keyboard, its effect beside it. */
export function EntrySheet({
  draft,
  beginning,
  posted,
  onPosted,
  onWriting,
}: {
  draft: DraftResponse | undefined;
  /** What a new entry begins with, if not empty. */
  beginning: Beginning | undefined;
  posted: EntryResponse | undefined;
  onPosted: (entry: EntryResponse) => void;
  /** Writes it as one line instead; not for a draft, nor for one like another. */
  onWriting: ((writing: Writing) => void) | undefined;
}) {
  const { organisation, currency, may } = useBooks();
  const writing = useEntryWriting({ draft, beginning, onPosted });
  const { form, dispatch, near } = writing;
  const date = typedDay(form.date, near);
  const tax = useFormTax(form, date);
  const { accounts, writable, contacts, breakdowns } = useEntryChoices();
  const { data: patterns = [] } = useQuery(patternsQuery(organisation.id));
  const { addContact, addError } = useNewContact(accounts);
  const sheet = useRef<HTMLDivElement>(null);
  const first = useRef<HTMLInputElement>(null);
  useTypedAhead(first, (ahead) => {
    const [day = '', , explanation = '', reference = ''] = ahead.split('\t');
    dispatch({
      type: 'head',
      change: { ...(day && { date: day }), ...(explanation && { explanation }), ...(reference && { reference }) },
    });
  });
  const typing = useRef<HTMLElement>(null);
  useCommitKey((field) => {
    typing.current = field;
    if (may('post')) writing.post();
    else writing.handIn();
  }, may('draft'));
  const refused = writing.postError ?? writing.keepError;
  useEntryFocus({ sheet, first, typing, key: writing.key, line: beginning?.line, refused });
  const before = useLinesBefore(form, dispatch, sheet);
  const papers = useEntryPapers(form, dispatch, sheet);
  const effect = <Effect form={form} accounts={accounts} currency={currency} date={date} tax={tax} proposed={near} />;
  const outdated = outdatedBy(refused);
  const { inHead, inRow, general } = refusalOf(form, writing.postError);
  return (
    <EntryDesk
      around={sheet}
      papers={papers}
      effect={effect}
      onKeyDown={(event) => {
        const isKnown =
          isReversalKey(event, form, date, dispatch) || papers.onKeyDown(event) || before.onKeyDown(event);
        if (!isKnown) writing.onKeyDown(event);
      }}
    >
      <Sheet
        title="Entry"
        aside={
          draft
            ? `draft of ${draft.createdBy}`
            : (beginning?.origin ?? `in ${currency}; posted entries are never changed, only reversed`)
        }
        tools={onWriting && <OneLineOrFull writing="full" onChange={onWriting} />}
        foot={
          <EntryFoot
            isBusy={writing.isBusy}
            kept={writing.kept}
            hasBreakdowns={breakdowns.length > 0}
            onPost={writing.post}
            onHandIn={writing.handIn}
            onKeep={writing.keepAsDraft}
            patternRequestOf={(keepsAmounts) => patternRequest(form, near, currency, keepsAmounts)}
            explanation={form.explanation}
          />
        }
      >
        <WritingNotices posted={posted} writing={writing} isDraft={draft !== undefined} />
        <EntryHead
          form={form}
          near={near}
          first={first}
          wrong={inHead}
          dateReason={writing.dateReason}
          keepsKind={writing.keepsKind}
          patterns={patterns}
          onKeepKind={writing.setKeepsKind}
          onPattern={(pattern) => dispatch({ type: 'taken-over', form: withPattern(form, pattern, currency) })}
          dispatch={dispatch}
        >
          <EntryPapers attachments={form.attachments} papers={papers} dispatch={dispatch} />
        </EntryHead>
        <ClosedYearNotice date={date} />
        {before.offered && <LikeNotice entry={before.offered} onTake={before.take} />}
        <EntryLines
          form={form}
          accounts={writable}
          usedBefore={before.usedBefore}
          contactsBefore={before.contactsBefore}
          contacts={contacts}
          breakdowns={breakdowns}
          currency={currency}
          date={date}
          tax={tax}
          wrongAt={inRow}
          dispatch={dispatch}
          onNewContact={addContact}
        />
        <WherePaidNotice
          lines={form.lines.filter(({ debit }) => debit.trim() !== '')}
          accounts={accounts}
          contacts={contacts}
        />
        {papers.shown !== undefined && <div className={styles.effect}>{effect}</div>}
        <EntryRefused
          outdated={outdated}
          general={general}
          postError={writing.postError}
          otherError={writing.keepError ?? addError}
          onGoOn={writing.goOnAsNew}
          conflict={
            draft && (
              <DraftConflict
                draft={draft.id}
                mine={form}
                onKeepMine={writing.goOnOver}
                onTakeTheirs={writing.takeOver}
                onGoOnAsNew={writing.goOnAsNew}
              />
            )
          }
        />
      </Sheet>
    </EntryDesk>
  );
}
