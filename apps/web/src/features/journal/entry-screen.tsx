import type { EntryResponse } from '@just-ledger/contract';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { takeAhead } from '../../api/type-ahead.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import sheetStyles from '../../ui/sheet.module.css';
import { EntrySheet } from './entry-sheet.js';
import { rememberDate } from './last-date.js';
import { OneLineSheet } from './one-line-sheet.js';
import { useEntrySource } from './use-entry-source.js';
import { useWriting } from './use-writing.js';

/** The entry sheet, new, going on with a draft, or begun from a pattern or an entry that was posted. */
export default function EntryScreen() {
  const address = useAddress();
  const source = useEntrySource();
  // what has been posted is told on the next sheet too: that of a draft ends with the draft
  const [posted, setPosted] = useState<EntryResponse>();
  const [writing, setWriting] = useWriting(source.isNew);
  useEffect(() => {
    if (source.error) takeAhead();
  }, [source.error]);
  const onPosted = (entry: EntryResponse): void => {
    rememberDate(entry.date);
    setPosted(entry);
    if (!source.isNew) address.go('entry');
  };
  if (!source.isThere) {
    return (
      <Sheet title="Entry">
        {source.error ? (
          <>
            <ErrorMessage error={source.error} />
            <p>
              <Link className="act" to={address.href(source.isDraft ? 'drafts' : 'journal')}>
                {source.isDraft ? 'All drafts' : 'The journal'}
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
      key={source.key}
      draft={source.draft}
      beginning={source.beginning}
      posted={posted}
      onPosted={onPosted}
      onWriting={source.isNew ? setWriting : undefined}
    />
  );
}
