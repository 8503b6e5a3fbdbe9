import type { DraftResponse } from '@just-ledger/contract';
import { Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { Printed } from '../../ui/printed.js';
import { Empty, ErrorMessage, Pane, Panes, Sheet } from '../../ui/sheet.js';
import { useCommitKey } from '../../ui/use-commit-key.js';
import { DiscardedDrafts } from './discarded-drafts.js';
import { entryOfDraft } from './draft-amount.js';
import { DraftDetail } from './draft-detail.js';
import { DraftList } from './draft-list.js';
import { DraftsNotice } from './drafts-notice.js';
import { DraftActions } from './draft-actions.js';
import { JointEffect } from './joint-effect.js';
import { PatternList } from './pattern-list.js';
import { refusedLines } from './refused-lines.js';
import { PrintedDrafts } from './printed-drafts.js';
import { useDraftKeys } from './use-draft-keys.js';
import { useDrafts } from './use-drafts.js';

/** Entries not yet posted: looked over one after the other, sent back, posted one by one or as a set. */
export default function DraftsScreen() {
  const address = useAddress();
  const { organisation, currency, today, may } = useBooks();
  const { data: accounts = [] } = useQuery(accountsQuery(organisation.id, today));
  const waiting = useDrafts();
  const { drafts, chosen, marked } = waiting;
  const list = useRef<HTMLDivElement>(null);
  const [answering, setAnswering] = useState<'send-back' | 'note'>();
  const set = marked.length > 0 ? marked : chosen ? [chosen] : [];
  const open = ({ id }: DraftResponse): void => address.go('entry', { draft: String(id) });
  const post = (): void => {
    if (may('post') && set.length > 0 && !waiting.post.isPending) waiting.post.mutate(set);
  };
  const keys = useDraftKeys(list, drafts, {
    open,
    mark: waiting.mark,
    sendBack: () => may('post') && chosen?.state === 'for-review' && setAnswering('send-back'),
    note: () => may('draft') && setAnswering('note'),
    discard: (draft) => may('draft') && waiting.discard.mutate(draft),
  });
  useCommitKey(post, may('post') && answering === undefined);
  const leave = (): void => {
    setAnswering(undefined);
    keys.goTo(chosen);
  };
  return (
    <Panes ref={list}>
      <Sheet
        title="Drafts"
        aside={drafts.length === 1 ? '1 entry not yet posted' : `${drafts.length} entries not yet posted`}
        tools={
          drafts.length > 0 && (
            <Printed
              title="Drafts"
              dates={`${set.length === drafts.length ? 'all' : set.length} of ${drafts.length}`}
              read={() => <PrintedDrafts drafts={marked.length > 0 ? marked : drafts} currency={currency} />}
            />
          )
        }
        foot={
          drafts.length > 0 && (
            <Allowed act="post" isTold>
              <Button variant="contained" aria-disabled={waiting.post.isPending} onClick={post}>
                {marked.length > 1 ? `Post the ${marked.length} marked` : 'Post'}&nbsp;
                <span className="small">Ctrl Enter</span>
              </Button>
            </Allowed>
          )
        }
      >
        <DraftsNotice outcome={waiting.outcome} onBringBack={(draft) => waiting.bringBack.mutate(draft)} />
        <ErrorMessage error={refusedSet(waiting.error, set.length)} />
        {drafts.length === 0 ? (
          <Empty>
            <p>Entries that wait for a figure, a paper or a second pair of eyes are kept here.</p>
            <p>
              <Link className="act" to={address.href('entry')}>
                Write an entry
              </Link>
            </p>
          </Empty>
        ) : (
          <DraftList
            drafts={drafts}
            chosen={chosen}
            marked={marked}
            onChoose={(draft) => {
              if (draft.id !== chosen?.id) setAnswering(undefined);
              waiting.choose(draft.id);
            }}
            onMark={waiting.mark}
            onKeyDown={keys.onKeyDown}
          />
        )}
        <DiscardedDrafts onBringBack={(draft) => waiting.bringBack.mutate(draft)} />
        <PatternList />
      </Sheet>
      {chosen && (
        <Pane narrow>
          <JointEffect
            entries={set.map((draft) => entryOfDraft(draft, currency))}
            accounts={accounts}
            lead={
              <DraftDetail draft={chosen}>
                <DraftActions
                  key={chosen.id}
                  draft={chosen}
                  waiting={waiting}
                  answering={answering}
                  onAnswer={setAnswering}
                  onLeave={leave}
                  onOpen={() => open(chosen)}
                />
              </DraftDetail>
            }
          />
        </Pane>
      )}
    </Panes>
  );
}

/** Why a set was not posted: what its drafts lack is told at each of them. */
function refusedSet(error: Error | null, count: number): Error | null {
  const lacking = refusedLines(error).byLine.size;
  if (lacking === 0 || count < 2) return error;
  return new Error(`Nothing has been posted: ${lacking} of the ${count} marked cannot be, as is said there.`);
}
