import { useEffect, useReducer, useRef, useState } from 'react';
import { Button, MenuItem, TextField } from '@mui/material';
import { useSuspenseQuery } from '@tanstack/react-query';
import { paths, type DraftAnswer, type EntryAnswer } from '@just-ledger/contract';
import { longDate, shortDate, parseCivilDate, typedDate, type CivilDate } from '@just-ledger/core';
import { accountsQuery } from '../accounts/account-queries.js';
import { breakdownsQuery } from '../breakdowns/breakdown-queries.js';
import { contactsQuery } from '../contacts/contact-queries.js';
import { useAddress, useSheetParam } from '../frame/address.js';
import { Allowed } from '../frame/allowed.js';
import { useBooks } from '../frame/books-queries.js';
import { Sheet, Trouble } from '../frame/sheet.js';
import { RequestRefused, request } from '../request/request.js';
import { useChange } from '../request/use-change.js';
import { Effect } from './effect.js';
import { EntryLines } from './entry-lines.js';
import {
  draftRequest,
  emptyForm,
  entryRequest,
  formOf,
  formReducer,
  rowOfPath,
  writableAccounts,
  type EntryForm,
} from './entry-form.js';
import { draftsQuery } from './journal-queries.js';

const KINDS = [
  ['ordinary', 'Ordinary'],
  ['adjusting', 'Adjusting'],
  ['opening', 'Opening'],
] as const;
const LAST_DATE = 'just-ledger.last-date';

/** The entry sheet: written by keyboard, its effect beside it. */
export default function EntryScreen() {
  const [draftId] = useSheetParam('draft');
  const { organisation } = useBooks();
  const { data: drafts } = useSuspenseQuery(draftsQuery(organisation.id));
  const draft = drafts.find((one) => String(one.id) === draftId);
  const address = useAddress();
  // what has been posted is told on the next sheet too: that of a draft ends with the draft
  const [posted, setPosted] = useState<EntryAnswer>();
  const onPosted = (entry: EntryAnswer): void => {
    sessionStorage.setItem(LAST_DATE, entry.date);
    setPosted(entry);
    if (draft) address.go('entry');
  };
  return <EntrySheet key={draft ? `draft ${draft.id}` : 'new'} draft={draft} posted={posted} onPosted={onPosted} />;
}

function EntrySheet({
  draft,
  posted,
  onPosted,
}: {
  draft: DraftAnswer | undefined;
  posted: EntryAnswer | undefined;
  onPosted: (entry: EntryAnswer) => void;
}) {
  const address = useAddress();
  const { organisation, currency, today, calendar, from, to, may } = useBooks();
  const near = (sessionStorage.getItem(LAST_DATE) ??
    (today < calendar.firstDay ? calendar.firstDay : today)) as CivilDate;
  const [form, dispatch] = useReducer(formReducer, draft, (given): EntryForm =>
    given ? formOf(given) : emptyForm(shortDate(near)),
  );
  const date = typedDate(form.date, near);
  const { data: accounts } = useSuspenseQuery(accountsQuery(organisation.id, today));
  const { data: allContacts } = useSuspenseQuery(contactsQuery(organisation.id));
  const contacts = allContacts.filter((one) => one.active);
  const { data: breakdowns } = useSuspenseQuery(breakdownsQuery(organisation.id));
  const key = useRef(crypto.randomUUID());
  const first = useRef<HTMLInputElement>(null);

  const post = useChange(async () => {
    const entry = await request<EntryAnswer>(
      'POST',
      paths.entries(organisation.id),
      entryRequest(form, near, currency),
      { 'idempotency-key': key.current },
    );
    if (draft) await request('DELETE', paths.draft(organisation.id, draft.id));
    onPosted(entry); // here and not once the sheet is told, since it may have ended with its draft by then
    return entry;
  });
  const keep = useChange((forReview: boolean) => {
    const body = { ...draftRequest(form, draft?.version), forReview };
    return draft
      ? request<DraftAnswer>('PUT', paths.draft(organisation.id, draft.id), body)
      : request<DraftAnswer>('POST', paths.drafts(organisation.id), body);
  });
  const addContact = useChange(({ name, roles }: { name: string; roles: string[] }) =>
    request('POST', paths.contacts(organisation.id), { name, roles }),
  );
  const send = (): void => {
    if (post.isPending) return;
    post.mutate(undefined, {
      onSuccess: (entry) => {
        key.current = crypto.randomUUID();
        dispatch({ is: 'start', form: emptyForm(shortDate(parseCivilDate(entry.date)), form.kind) });
        setTimeout(() => first.current?.focus());
      },
    });
  };
  const handIn = (): void =>
    keep.mutate(true, {
      onSuccess: () => {
        if (draft) return address.go('drafts');
        dispatch({ is: 'start', form: emptyForm(form.date, form.kind) });
        setTimeout(() => first.current?.focus());
      },
    });
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return;
      event.preventDefault();
      (document.activeElement as HTMLElement | null)?.blur(); // settles the amount being typed
      setTimeout(() => document.getElementById('post-entry')?.click());
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  const refusedEntry = post.error instanceof RequestRefused ? post.error : undefined;
  const wrongAt = (row: number, field: string): string | undefined =>
    refusedEntry?.details.problems.find((problem) => {
      const place = rowOfPath(form, problem.path);
      return place?.row === row && place.field === field;
    })?.message;
  const general =
    refusedEntry?.details.problems.filter(
      (problem) =>
        !rowOfPath(form, problem.path) && !['date', 'explanation', 'kind', 'reference'].includes(problem.path),
    ) ?? [];
  const head = (name: 'date' | 'explanation' | 'reference') => {
    const message = refusedEntry?.at(name);
    return {
      value: form[name],
      error: message !== undefined,
      helperText: message ?? (name === 'date' && form.date && !date ? 'Not a date' : undefined),
      onChange: (event: { target: { value: string } }) =>
        dispatch({ is: 'head', change: { [name]: event.target.value } }),
    };
  };
  const newContact = (row: number, name: string): void => {
    const control = accounts.find((one) => one.number === form.lines[row]?.account)?.control;
    addContact.mutate({ name, roles: [control === 'payables' ? 'supplier' : 'customer'] });
  };
  const outside = posted && (posted.date < from || posted.date > to);
  return (
    <div className="list-and-one">
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
                  disabled={post.isPending || keep.isPending}
                  onClick={may('approver') ? send : handIn}
                >
                  {may('approver') ? 'Post' : 'Hand in for review'}&nbsp;
                  <span className="small" style={{ opacity: 0.85, fontWeight: 400 }}>
                    Ctrl Enter
                  </span>
                </Button>
                <Button
                  variant="outlined"
                  disabled={keep.isPending}
                  onClick={() =>
                    keep.mutate(draft?.forReview ?? false, {
                      onSuccess: (kept) => address.go('entry', { draft: String(kept.id) }),
                    })
                  }
                >
                  Keep as draft
                </Button>
                {keep.isSuccess && (
                  <span className="soft small" role="status">
                    {keep.data.forReview && !may('approver')
                      ? 'handed in: an approver finds it among the drafts'
                      : 'kept'}
                  </span>
                )}
              </div>
            </Allowed>
            <span className="soft small">
              Tab next cell · = missing amount here · Alt ↑ line above again
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
        <div style={{ display: 'grid', gridTemplateColumns: '130px 130px 1fr 150px', gap: 18, margin: '4px 0 14px' }}>
          <TextField
            label="Date"
            autoFocus
            inputRef={first}
            {...head('date')}
            onFocus={(event) => event.target.select()}
            onBlur={() => date && dispatch({ is: 'head', change: { date: shortDate(date) } })}
          />
          <TextField
            select
            label="Kind"
            value={form.kind}
            onChange={(event) => dispatch({ is: 'head', change: { kind: event.target.value } })}
            error={refusedEntry?.at('kind') !== undefined}
            helperText={refusedEntry?.at('kind')}
          >
            {KINDS.map(([kind, label]) => (
              <MenuItem key={kind} value={kind}>
                {label}
              </MenuItem>
            ))}
          </TextField>
          <TextField label="Explanation" {...head('explanation')} />
          <TextField label="Paper" placeholder="its reference" {...head('reference')} />
        </div>
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
        <datalist id="contacts">
          {contacts.map((one) => (
            <option key={one.id} value={one.name} />
          ))}
        </datalist>
        {general.map((problem) => (
          <div key={problem.message} className="trouble" role="alert">
            {problem.message}
          </div>
        ))}
        {post.error && !refusedEntry && <Trouble error={post.error} />}
        <Trouble error={keep.error ?? addContact.error} />
      </Sheet>
      <div className="place narrow">
        <Effect form={form} accounts={accounts} currency={currency} asAt={today} />
      </div>
    </div>
  );
}
