import type { EntryResponse } from '@just-ledger/contract';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useAddress, useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { entryQuery, openedDraftQuery } from '../../api/journal-queries.js';
import { takeAhead } from '../../api/type-ahead.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { EntrySheet } from './entry-sheet.js';
import { OneLineSheet } from './one-line-sheet.js';
import { useWriting } from './use-writing.js';
import { rememberDate } from './last-date.js';

/** The entry sheet, new or going on with a draft. */
export default function EntryScreen() {
  const [draftId] = useSheetParam('draft');
  const [likeNumber] = useSheetParam('like');
  const { organisation } = useBooks();
  const address = useAddress();
  const opened = useQuery({ ...openedDraftQuery(organisation.id, draftId), enabled: draftId !== '' });
  const like = useQuery({ ...entryQuery(organisation.id, likeNumber), enabled: likeNumber !== '' });
  // what has been posted is told on the next sheet too: that of a draft ends with the draft
  const [posted, setPosted] = useState<EntryResponse>();
  const [times, setTimes] = useState(0);
  useEffect(() => {
    if (opened.error ?? like.error) takeAhead();
  }, [opened.error, like.error]);
  const onPosted = (entry: EntryResponse): void => {
    rememberDate(entry.date);
    setPosted(entry);
    if (draftId !== '' || likeNumber !== '') address.go('entry');
  };
  const isNew = draftId === '' && likeNumber === '';
  const [writing, setWriting] = useWriting(isNew);
  const error = opened.error ?? like.error;
  if ((draftId !== '' && !opened.data) || (likeNumber !== '' && !like.data)) {
    return (
      <Sheet title="Entry">
        {error ? (
          <>
            <ErrorMessage error={error} />
            <p>
              <Link className="act" to={address.href(draftId === '' ? 'journal' : 'drafts')}>
                {draftId === '' ? 'The journal' : 'All drafts'}
              </Link>
            </p>
          </>
        ) : (
          <div className={sheetStyles.linesLoading} aria-busy="true" />
        )}
      </Sheet>
    );
  }
  if (writing === 'line') return <OneLineSheet onWriting={setWriting} />;
  return (
    <EntrySheet
      key={`${draftId || 'new'} ${likeNumber} ${times}`}
      draft={draftId === '' ? undefined : opened.data}
      like={likeNumber === '' ? undefined : like.data}
      posted={posted}
      onPosted={onPosted}
      onWriting={isNew ? setWriting : undefined}
      onOpenAnew={async () => {
        await opened.refetch();
        setTimes(times + 1);
      }}
    />
  );
}
