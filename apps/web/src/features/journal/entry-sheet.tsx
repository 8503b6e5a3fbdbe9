import { type DraftResponse, type EntryResponse, paths } from '@just-ledger/contract';
import { type CivilDate, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useEffect, useLayoutEffect, useReducer, useRef, useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { breakdownsQuery } from '../../api/breakdown-queries.js';
import { contactsQuery } from '../../api/contact-queries.js';
import { api, RequestRefused } from '../../api/request.js';
import { takeAhead } from '../../api/type-ahead.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { Effect } from './effect.js';
import {
  draftRequest,
  emptyForm,
  type EntryForm,
  entryRequest,
  formOf,
  formReducer,
  isTyped,
  rowOfPath,
  writableAccounts,
} from './entry-form.js';
import { EntryHead } from './entry-head.js';
import { EntryLines } from './entry-lines.js';
import { keepTyping, useKeptTyping, useTypingBefore } from './kept-typing.js';

/** Where a tab remembers the date of the entry posted last. */
export const LAST_DATE = 'just-ledger.last-date';

const HEAD_FIELDS = ['date', 'explanation', 'kind', 'reference'];

/** The sheet itself: written by keyboard, its effect beside it. What is typed stays until it is posted or kept. */
export function EntrySheet({
  draft,
  posted,
  onPosted,
  onOpenAnew,
}: {
  draft: DraftResponse | undefined;
  posted: EntryResponse | undefined;
  onPosted: (entry: EntryResponse) => void;
  /** Opens the draft as it is kept now. */
  onOpenAnew: () => Promise<void>;
}) {
  const address = useAddress();
  const { organisation, currency, today, calendar, from, to, may } = useBooks();
  const near = (sessionStorage.getItem(LAST_DATE) ??
    (today < calendar.firstDay ? calendar.firstDay : today)) as CivilDate;
  const place = draft ? String(draft.id) : '';
  const before = useTypingBefore(organisation.id, place);
  const [begun, setBegun] = useState<EntryForm>(() => (draft ? formOf(draft, currency) : emptyForm(shortDate(near))));
  const [form, dispatch] = useReducer(formReducer, before?.form ?? begun);
  const [version, setVersion] = useState(before?.version ?? draft?.version);
  const [isTakenUp, setTakenUp] = useState(before !== undefined);
  const [keepsKind, setKeepsKind] = useState(false);
  const [key, setKey] = useState(() => before?.key ?? crypto.randomUUID());
  useKeptTyping(organisation.id, place, { form, key, version }, isTyped(form, begun));

  const date = typedDay(form.date, near);
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const { data: allContacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const contacts = allContacts.filter((contact) => contact.active);
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const sheet = useRef<HTMLDivElement>(null);
  const first = useRef<HTMLInputElement>(null);
  useTypedAhead(first, (ahead) => {
    const [day = '', , explanation = '', reference = ''] = ahead.split('\t');
    dispatch({
      type: 'head',
      change: { ...(day && { date: day }), ...(explanation && { explanation }), ...(reference && { reference }) },
    });
  });

  const post = useOrganisationMutation(async () => {
    const entry = entryRequest(form, near, currency);
    const once = { 'idempotency-key': key };
    const answer = draft
      ? await api.post(paths.postDraft(organisation.id, draft.id), { version, entry }, once)
      : await api.post(paths.entries(organisation.id), entry, once);
    keepTyping(organisation.id, place, undefined);
    onPosted(answer); // here and not once the sheet is told, since it may have ended with its draft by then
    return answer;
  });
  const keep = useOrganisationMutation(async (forReview: boolean) => {
    const body = { ...draftRequest(form, near, currency, version), forReview };
    const kept = draft
      ? await api.put(paths.draft(organisation.id, draft.id), body)
      : await api.post(paths.drafts(organisation.id), body);
    keepTyping(organisation.id, place, undefined);
    return kept;
  });
  const addContact = useOrganisationMutation(({ name, roles }: { name: string; roles: string[] }) =>
    api.post(paths.contacts(organisation.id), { name, roles }),
  );
  const startAnew = (fresh: EntryForm): void => {
    setKey(crypto.randomUUID());
    setTakenUp(false);
    setBegun(fresh);
    dispatch({ type: 'start', form: fresh });
    setTimeout(() => first.current?.focus());
  };
  const send = (): void => {
    if (post.isPending || keep.isPending) return;
    const typing = document.activeElement;
    post.mutate(undefined, {
      onSuccess: (entry) =>
        startAnew(emptyForm(shortDate(parseCivilDate(entry.date)), keepsKind ? form.kind : 'ordinary')),
      onError: () => setTimeout(() => focusOnWrong(sheet.current, typing)),
    });
  };
  const handIn = (): void => {
    if (keep.isPending) return;
    keep.mutate(true, {
      onSuccess: () => {
        if (draft) return address.go('drafts');
        startAnew(emptyForm(form.date));
      },
    });
  };
  const keepAsDraft = (): void =>
    keep.mutate(draft?.forReview ?? false, {
      onSuccess: (kept) => {
        if (!draft) return address.go('entry', { draft: String(kept.id) });
        setVersion(kept.version);
        setBegun(form);
        setTakenUp(false);
      },
    });
  /** The typing goes on as a new entry, whatever became of the draft. */
  const goOnAsNew = (): void => {
    keepTyping(organisation.id, place, undefined);
    keepTyping(organisation.id, '', { form, key: crypto.randomUUID(), at: new Date().toISOString() });
    address.go('entry');
  };
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      // the focus stays within the sheet; leaving its cell settles the amount being typed
      const button = document.getElementById('post-entry');
      button?.focus();
      setTimeout(() => button?.click());
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  const refused = post.error ?? keep.error;
  const refusedEntry = post.error instanceof RequestRefused ? post.error : undefined;
  const outdated =
    refused instanceof RequestRefused && refused.details.status === 409
      ? refused.details.problems[0]?.code
      : undefined;
  const pathOf = (path: string): string => path.replace(/^entry\./, '');
  const wrongAt = (row: number, field: string): string | undefined =>
    (form.lines[row]?.doubts as Record<string, string> | undefined)?.[field] ??
    refusedEntry?.details.problems.find((problem) => {
      const at = rowOfPath(form, pathOf(problem.path));
      return at?.row === row && at.field === field;
    })?.message;
  const general =
    refusedEntry?.details.problems.filter(
      ({ path }) => !rowOfPath(form, pathOf(path)) && !HEAD_FIELDS.includes(pathOf(path)),
    ) ?? [];
  const newContact = (row: number, name: string): void => {
    const control = accounts.find((account) => account.number === form.lines[row]?.account)?.control;
    addContact.mutate({ name, roles: [control === 'payables' ? 'supplier' : 'customer'] });
  };
  const outside = posted && (posted.date < from || posted.date > to);
  return (
    <div className="list-and-one" ref={sheet} data-typing>
      <Sheet
        title="Entry"
        aside={
          draft ? `draft of ${draft.createdBy}` : `in ${currency}; posted entries are never changed, only reversed`
        }
        foot={
          <>
            <Allowed needed="preparer" isTold>
              <div className="row">
                <Button
                  id="post-entry"
                  variant="contained"
                  aria-disabled={post.isPending || keep.isPending}
                  onClick={may('approver') ? send : handIn}
                >
                  {may('approver') ? 'Post' : 'Hand in for review'}&nbsp;
                  <span className="small" style={{ opacity: 0.85, fontWeight: 400 }}>
                    Ctrl Enter
                  </span>
                </Button>
                <Button variant="outlined" disabled={keep.isPending} onClick={keepAsDraft}>
                  Save as draft
                </Button>
                {keep.isSuccess && !isTyped(form, begun) && (
                  <span className="soft small" role="status">
                    {keep.data.forReview && !may('approver')
                      ? 'handed in: an approver finds it among the drafts'
                      : 'kept'}
                  </span>
                )}
              </div>
            </Allowed>
            <span className="soft small">
              Tab next cell · Enter next line · = missing amount here · Alt ↑ line above again
              {breakdowns.length > 0 && ' · Alt . breakdowns'} · 1200/3 in an amount
            </span>
          </>
        }
      >
        {posted && (
          <div className="told" role="status">
            Posted as{' '}
            <a
              className="act"
              href={address.href('journal', { entry: posted.number })}
              onClick={(event) => {
                event.preventDefault();
                address.go('journal', { entry: posted.number });
              }}
            >
              {posted.number}
            </a>
            , {longDate(parseCivilDate(posted.date))}.
            {outside && (
              <>
                {' '}
                That lies outside the dates shown.{' '}
                <button
                  className="act"
                  type="button"
                  onClick={() => address.setSpan(`${posted.date.slice(0, 8)}01`, posted.date)}
                >
                  Go there
                </button>
              </>
            )}
          </div>
        )}
        {isTakenUp && before && (
          <div className="told" role="status">
            Not posted yet: what you typed at {new Date(before.at).toTimeString().slice(0, 5)} is here again.{' '}
            <button
              className="act"
              type="button"
              onClick={() => startAnew(draft ? formOf(draft, currency) : emptyForm(shortDate(near)))}
            >
              {draft ? 'Back to the draft as it was kept' : 'Begin an empty one'}
            </button>
          </div>
        )}
        <EntryHead
          form={form}
          near={near}
          first={first}
          wrong={(field) => refusedEntry?.at(field) ?? refusedEntry?.at(`entry.${field}`)}
          keepsKind={keepsKind}
          onKeepKind={setKeepsKind}
          dispatch={dispatch}
        />
        <EntryLines
          form={form}
          accounts={writableAccounts(accounts)}
          contacts={contacts}
          breakdowns={breakdowns}
          currency={currency}
          date={date}
          wrongAt={wrongAt}
          dispatch={dispatch}
          onNewContact={newContact}
        />
        {outdated ? (
          <div className="trouble" role="alert">
            {refused?.message}{' '}
            <button className="act" type="button" onClick={goOnAsNew}>
              Go on with it as a new entry
            </button>{' '}
            {outdated !== 'draft-ended' && draft && (
              <button
                className="act"
                type="button"
                onClick={() => {
                  keepTyping(organisation.id, place, undefined);
                  void onOpenAnew();
                }}
              >
                Open the draft as it is now
              </button>
            )}
          </div>
        ) : (
          general.map((problem) => (
            <div key={problem.message} className="trouble" role="alert">
              {problem.message}
            </div>
          ))
        )}
        {post.error && !refusedEntry && <ErrorMessage error={post.error} />}
        <ErrorMessage error={(outdated ? undefined : keep.error) ?? addContact.error} />
      </Sheet>
      <div className="place narrow">
        <Effect form={form} accounts={accounts} currency={currency} date={date} />
      </div>
    </div>
  );
}

/** Puts the focus on the first field that something is wrong with; where there is none, back to where it was. */
function focusOnWrong(sheet: HTMLElement | null, before: Element | null): void {
  const wrong = sheet?.querySelector<HTMLElement>('[aria-invalid="true"]');
  (wrong ?? (before as HTMLElement | null))?.focus();
}

/** Takes over what was typed before the sheet was there, and puts the caret behind it. */
function useTypedAhead(first: { readonly current: HTMLInputElement | null }, take: (typed: string) => void): void {
  const taking = useRef(take);
  useLayoutEffect(() => {
    const typed = takeAhead();
    first.current?.focus();
    if (typed === '') return;
    taking.current(typed);
    requestAnimationFrame(() => {
      const end = first.current?.value.length ?? 0;
      first.current?.setSelectionRange(end, end);
    });
  }, [first]);
}
