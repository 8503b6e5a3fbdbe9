import { paths } from '@just-ledger/contract';
import { parseCivilDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { useMutation, useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { unfinishedStartQuery } from '../../api/begin-queries.js';
import { organisationsQuery } from '../../api/organisation-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useSession, useSignOut } from '../../api/session-queries.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { answersFrom, type BeginAnswers, beginRequest, datesOf } from './begin-answers.js';
import { BeginPreview } from './begin-preview.js';
import { BeginQuestions } from './begin-questions.js';
import styles from './begin.module.css';

/** So long after the last key the answers are kept, so that the start can be left at any point. */
const KEEP_AFTER = 500;

/** The guided start: few questions at the left, what they lead to at the right. */
export function BeginScreen() {
  const { today: day, person } = useSession();
  const signOut = useSignOut();
  const { data: organisations } = useSuspenseQuery(organisationsQuery);
  const today = parseCivilDate(day);
  const client = useQueryClient();
  const navigate = useNavigate();
  const { data: unfinished } = useSuspenseQuery(unfinishedStartQuery);
  const [answers, setAnswers] = useState(() => answersFrom(unfinished.answers, today));
  const keep = useMutation({
    mutationFn: (kept: BeginAnswers) => api.put(paths.unfinishedStart, { answers: { ...kept } }),
  });
  const [isResumed] = useState(unfinished.answers !== null);
  /** What has been typed and is not yet sent, and when it will be. */
  const unsent = useRef<{ readonly answers: BeginAnswers; readonly timer: ReturnType<typeof setTimeout> }>(undefined);
  const takeUnsent = (): BeginAnswers | undefined => {
    const taken = unsent.current;
    clearTimeout(taken?.timer);
    unsent.current = undefined;
    return taken?.answers;
  };
  const change = (given: Partial<BeginAnswers>): void => {
    const next = { ...answers, ...given };
    setAnswers(next);
    client.setQueryData(unfinishedStartQuery.queryKey, { answers: { ...next }, updatedAt: null });
    takeUnsent();
    const send = (): void => {
      if (takeUnsent()) keep.mutate(next);
    };
    unsent.current = { answers: next, timer: setTimeout(send, KEEP_AFTER) };
  };
  // whoever leaves by another way within that time leaves nothing behind
  useEffect(
    () => () => {
      const typed = takeUnsent();
      if (typed) void api.put(paths.unfinishedStart, { answers: { ...typed } }).catch(() => undefined);
    },
    [],
  );
  const dates = datesOf(answers, today);
  const begin = useMutation({
    mutationFn: () => {
      takeUnsent(); // sent after the books stand it would begin them a second time
      return api.post(paths.organisations, beginRequest(answers, dates));
    },
    onSuccess: async (made) => {
      client.setQueryData(unfinishedStartQuery.queryKey, { answers: null, updatedAt: null });
      await client.invalidateQueries({ queryKey: organisationsQuery.queryKey });
      void navigate(`/${made.id}/prepare/gather`);
    },
  });
  const leave = (): void => {
    takeUnsent();
    client.setQueryData(unfinishedStartQuery.queryKey, { answers: { ...answers }, updatedAt: null });
    keep.mutate(answers, { onSuccess: () => void navigate('/') });
  };
  const { at, elsewhere } = problemPlaces(begin.error, placesOf(answers));
  return (
    <main className={styles.begin}>
      <form
        data-sheet
        className={clsx(sheetStyles.sheet, styles.sheet)}
        aria-label="New books"
        onSubmit={(event) => {
          event.preventDefault();
          begin.mutate();
        }}
      >
        <h1>{isResumed ? 'Go on where you left' : 'Whose books will you keep?'}</h1>
        <p className={clsx(layout.aboveClose, layout.below, 'soft')}>
          Only what the books cannot do without. Every answer can be changed later, as long as nothing posted depends
          on it.
        </p>
        <BeginQuestions answers={answers} today={today} at={at} onChange={change} />
        <ErrorMessage error={elsewhere} />
        <div className={styles.foot}>
          <div className={layout.row}>
            <Button type="submit" variant="contained" disabled={begin.isPending}>
              Begin these books
            </Button>
            <Button variant="outlined" disabled={keep.isPending} onClick={leave}>
              Leave it for later
            </Button>
          </div>
          <span className="soft small" role="status">
            {keep.error ? 'Your answers could not be kept just now.' : keep.isSuccess ? 'Answers kept.' : ''}
          </span>
        </div>
      </form>
      <BeginPreview answers={answers} dates={dates} />
      <p className={clsx(layout.row, 'small soft')}>
        <span>{person?.name}</span>
        <Link className="act" to="/from-archive">
          Books from an archive
        </Link>
        {organisations.length > 0 && (
          <Link className="act" to="/">
            All books
          </Link>
        )}
        <button className="act" type="button" onClick={() => signOut.mutate()}>
          Sign out
        </button>
      </p>
    </main>
  );
}

/** The paths of all fields that the answers show. */
function placesOf(answers: BeginAnswers): string[] {
  return [
    'name',
    'kind',
    'baseCurrency',
    'fiscalYearStartMonth',
    'fiscalYearStartDay',
    'firstDay',
    ...answers.partners.flatMap((_, index) => [`partners.${index}.name`, `partners.${index}.share`]),
    ...answers.shareClasses.map((_, index) => `shareClasses.${index}`),
    ...answers.funds.map((_, index) => `funds.${index}.name`),
  ];
}
