import { type DraftResponse, type EntryResponse, paths } from '@just-ledger/contract';
import { useSuspenseQuery } from '@tanstack/react-query';
import { flushSync } from 'react-dom';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { accountsQuery } from '../../api/account-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { api, RequestRefused } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import notice from '../../ui/notice.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { useCommitKey } from '../../ui/use-commit-key.js';
import { Effect } from './effect.js';
import { EntryFoot } from './entry-foot.js';
import { EntryHead } from './entry-head.js';
import { EntryLines } from './entry-lines.js';
import { LeftNotice, LikeNotice, OutdatedNotice, PostedNotice, TakenUpNotice } from './entry-notices.js';
import { outdatedBy, refusalOf } from './entry-refusal.js';
import { linesLike } from './entry-request.js';
import { type FormLine, isBlank } from './form-line.js';
import { writableAccounts } from './line-account.js';
import { useEntriesBefore } from './use-entries-before.js';
import { useEntryWriting } from './use-entry-writing.js';
import { useTypedAhead } from './use-typed-ahead.js';

/** The sheet on which an entry is written by keyboard, its effect beside it. */
export function EntrySheet({
  draft,
  like,
  posted,
  onPosted,
  onOpenAnew,
}: {
  draft: DraftResponse | undefined;
  /** The posted entry that a new one is to be like. */
  like: EntryResponse | undefined;
  posted: EntryResponse | undefined;
  onPosted: (entry: EntryResponse) => void;
  /** Opens the draft as it is kept now. */
  onOpenAnew: () => Promise<void>;
}) {
  const { organisation, currency, today, may } = useBooks();
  const writing = useEntryWriting({ draft, like, onPosted });
  const { form, dispatch, near, takenUp } = writing;
  const date = typedDay(form.date, near);
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const { data: allContacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const addContact = useOrganisationMutation(({ name, roles }: { name: string; roles: string[] }) =>
    api.post(paths.contacts(organisation.id), { name, roles }),
  );
  const sheet = useRef<HTMLDivElement>(null);
  const first = useRef<HTMLInputElement>(null);
  useTypedAhead(first, (ahead) => {
    const [day = '', , explanation = '', reference = ''] = ahead.split('\t');
    dispatch({
      type: 'head',
      change: { ...(day && { date: day }), ...(explanation && { explanation }), ...(reference && { reference }) },
    });
  });
  // every entry begins at its date
  useEffect(() => first.current?.focus(), [writing.key]);

  const typing = useRef<HTMLElement>(null);
  useCommitKey((field) => {
    typing.current = field;
    if (may('approver')) writing.post();
    else writing.handIn();
  }, may('preparer'));
  // what is refused takes the eye to the first field that is wrong; where there is none, back to where it was
  const refused = writing.postError ?? writing.keepError;
  useEffect(() => {
    if (refused) (sheet.current?.querySelector<HTMLElement>('[aria-invalid="true"]') ?? typing.current)?.focus();
  }, [refused]);
  const before = useEntriesBefore(form.explanation);
  const isWithoutLines = form.lines.every(isBlank);
  const takeLines = (): void => {
    const { same } = before;
    if (!same || !isWithoutLines) return;
    flushSync(() => dispatch({ type: 'lines-taken', lines: linesLike(same, currency) }));
    // an amount is what differs most often
    const amount = sheet.current?.querySelector<HTMLInputElement>('tr[data-line="0"] [data-column="debit"] input');
    amount?.focus();
    amount?.select();
  };
  const outdated = outdatedBy(refused);
  const { inHead, inRow, general } = refusalOf(form, writing.postError);
  const { mutate: add } = addContact;
  const writable = useMemo(() => writableAccounts(accounts), [accounts]);
  const contacts = useMemo(() => allContacts.filter((contact) => contact.active), [allContacts]);
  const newContact = useCallback(
    ({ account: number }: FormLine, name: string): void => {
      const control = accounts.find((account) => account.number === number)?.control;
      add({ name, roles: [control === 'payables' ? 'supplier' : 'customer'] });
    },
    [accounts, add],
  );
  return (
    <Panes
      ref={sheet}
      data-typing
      onKeyDown={(event) => {
        if (event.altKey && event.code === 'KeyL') {
          event.preventDefault();
          takeLines();
        } else writing.onKeyDown(event);
      }}
    >
      <Sheet
        title="Entry"
        aside={
          draft
            ? `draft of ${draft.createdBy}`
            : like
              ? `like ${like.number} of ${shortDate(parseCivilDate(like.date))}`
              : `in ${currency}; posted entries are never changed, only reversed`
        }
        foot={
          <EntryFoot
            isBusy={writing.isBusy}
            kept={writing.kept}
            hasBreakdowns={breakdowns.length > 0}
            onPost={writing.post}
            onHandIn={writing.handIn}
            onKeep={writing.keepAsDraft}
          />
        }
      >
        {posted && <PostedNotice entry={posted} />}
        {takenUp && <TakenUpNotice typing={takenUp} isDraft={draft !== undefined} onGiveUp={writing.giveUp} />}
        {writing.left && (
          <LeftNotice typing={writing.left} onTake={writing.takeLeft} onDiscard={writing.discardLeft} />
        )}
        <EntryHead
          form={form}
          near={near}
          first={first}
          wrong={inHead}
          dateReason={writing.dateReason}
          keepsKind={writing.keepsKind}
          onKeepKind={writing.setKeepsKind}
          dispatch={dispatch}
        />
        {before.same && isWithoutLines && <LikeNotice entry={before.same} onTake={takeLines} />}
        <EntryLines
          form={form}
          accounts={writable}
          usedBefore={before.usedBefore}
          contacts={contacts}
          breakdowns={breakdowns}
          currency={currency}
          date={date}
          wrongAt={inRow}
          dispatch={dispatch}
          onNewContact={newContact}
        />
        {outdated ? (
          <OutdatedNotice
            message={refused?.message}
            onGoOn={writing.goOnAsNew}
            onOpen={
              draft && outdated !== 'draft-ended'
                ? () => {
                    writing.forget();
                    void onOpenAnew();
                  }
                : undefined
            }
          />
        ) : (
          general.map((message) => (
            <div key={message} className={notice.error} role="alert">
              {message}
            </div>
          ))
        )}
        {!(writing.postError instanceof RequestRefused) && <ErrorMessage error={writing.postError} />}
        <ErrorMessage error={(outdated ? undefined : writing.keepError) ?? addContact.error} />
      </Sheet>
      <Pane narrow>
        <Effect form={form} accounts={accounts} currency={currency} date={date} />
      </Pane>
    </Panes>
  );
}
