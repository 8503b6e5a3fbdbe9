import { paths, type PostOccurrenceRequest, type TimeLineOccurrenceResponse } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { plainAmount, wireInCell } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './line-of-time.module.css';
import { CountForm } from './count-form.js';
import { DoubtedDocuments } from './doubted-documents.js';
import { OccurrenceLines } from './occurrence-lines.js';
import { ReckonedAmounts } from './reckoned-amounts.js';
import { SkipForm } from './skip-form.js';
import { useReckoning } from './use-reckoning.js';

/** So many things that are wrong with what was typed are said at once. */
const SAID = 3;

/** What a date posts, its amounts to be changed for this once, and what can be done with it. */
export function OpenOccurrence({
  occurrence,
  isFirst,
  onDone,
}: {
  occurrence: TimeLineOccurrenceResponse;
  isFirst: boolean;
  onDone: () => void;
}) {
  const address = useAddress();
  const { organisation, currency } = useBooks();
  const { journal, version, nominal: date, state, lacks, entry, draft, isDiscarded } = occurrence;
  const { facts, setFacts, lines, reckoning, isShown, problems, wrong, error: unreckoned } = useReckoning(occurrence);
  const begun = lines.map((line) => wireInCell(line.debit || line.credit || '', currency));
  const [typed, setTyped] = useState(begun);
  const [isSkipping, setSkipping] = useState(false);
  const isChanged = typed.some((text, index) => text !== begun[index]);
  const isAsked = lacks?.what === 'amount';
  const isCounted = lacks?.what === 'count';
  // what is reckoned is changed by what it rests on, not line by line
  const isReckoned = isCounted || occurrence.reckoning !== null;
  const post = useOrganisationMutation(() => {
    const body: PostOccurrenceRequest = {
      date,
      version,
      ...facts,
      ...(reckoning && { change: reckoning.change }),
      ...(!isReckoned &&
        (isChanged || isAsked) && {
          lines: lines.map((line, index) => {
            const amount = plainAmount(typed[index] ?? '', currency);
            return line.credit ? { ...line, credit: amount } : { ...line, debit: amount };
          }),
        }),
    };
    return api.post(paths.postOccurrence(organisation.id, journal), body);
  });
  const lay = useOrganisationMutation(() =>
    api.post(paths.draftOccurrence(organisation.id, journal), { date, version, ...facts }),
  );
  const skip = useOrganisationMutation((reason: string) =>
    api.post(paths.skipOccurrence(organisation.id, journal), { date, version, reason }),
  );
  const isDue = state === 'due';
  const canPost = isDue && isFirst && isShown && !post.isPending && !(isCounted && !facts);
  const canSkip = isDue || (state === 'drafted' && isDiscarded);
  return (
    <form
      className={styles.open}
      aria-label={`${occurrence.name}, what it posts`}
      onSubmit={(event) => {
        event.preventDefault();
        if (canPost) post.mutate(undefined, { onSuccess: onDone });
      }}
    >
      {isDue && isCounted && (
        <CountForm currency={currency} before={occurrence.countedBefore ?? []} wrong={wrong} onFacts={setFacts} />
      )}
      {reckoning && <ReckonedAmounts reckoning={reckoning} isTyped={isCounted} />}
      {isDue && occurrence.reckoning?.by === 'ages' && (
        <DoubtedDocuments date={occurrence.date} reckoning={occurrence.reckoning} wrong={wrong} onFacts={setFacts} />
      )}
      <OccurrenceLines
        lines={lines}
        typed={isDue && !isReckoned ? typed : undefined}
        onType={(index, text) => setTyped(typed.with(index, text))}
      />
      {lines.length === 0 && !lacks && state !== 'skipped' && <p className="soft small">It comes to nothing.</p>}
      {problems.slice(0, SAID).map((message) => (
        <p key={message} className="small brick" role="alert">
          {message}
        </p>
      ))}
      {lacks && !isAsked && !(isCounted && facts) && <p className="small brass">{lacks.message}</p>}
      {isDue && !isFirst && !lacks && <p className="small soft">The date before it comes first.</p>}
      {state === 'to-come' && <p className="small soft">As the books stand today. It can be posted on its day.</p>}
      <ErrorMessage error={post.error ?? lay.error ?? skip.error ?? unreckoned} />
      <div className={layout.row}>
        {entry && (
          <Link className="act" to={address.href('journal', { entry })}>
            Entry {entry}
          </Link>
        )}
        {draft !== null && !isDiscarded && (
          <Link className="act" to={address.href('entry', { draft: String(draft) })}>
            Open the draft
          </Link>
        )}
        {isDue && (
          <Allowed act="runRecurring" isTold>
            <Button type="submit" variant="contained" disabled={!canPost}>
              {(isChanged && !isReckoned) || isAsked || facts ? 'Post it so' : 'Post it'}
            </Button>
          </Allowed>
        )}
        {isDue && (
          <Allowed act="recur">
            <button className="act" type="button" onClick={() => lay.mutate(undefined, { onSuccess: onDone })}>
              Lay it as a draft
            </button>
          </Allowed>
        )}
        {canSkip && (
          <Allowed act="runRecurring">
            <button className="act" type="button" aria-expanded={isSkipping} onClick={() => setSkipping(!isSkipping)}>
              Skip …
            </button>
          </Allowed>
        )}
        <Link className="act" to={address.href('recurring', { schedule: String(journal) })}>
          Its schedule
        </Link>
      </div>
      {isSkipping && <SkipForm onSkip={(reason) => skip.mutate(reason, { onSuccess: onDone })} />}
    </form>
  );
}
