import type { EntryResponse } from '@just-ledger/contract';
import { toldBriefly } from './entry-form.js';
import { LeftNotice, PostedNotice, TakenUpNotice } from './entry-notices.js';
import type { useEntryWriting } from './use-entry-writing.js';

/** What became of the last entry, and what was half typed before. */
export function WritingNotices({
  posted,
  writing,
  isDraft,
}: {
  posted: EntryResponse | undefined;
  writing: ReturnType<typeof useEntryWriting>;
  isDraft: boolean;
}) {
  const { takenUp, left } = writing;
  return (
    <>
      {posted && <PostedNotice entry={posted} />}
      {takenUp && <TakenUpNotice typing={takenUp} isDraft={isDraft} onGiveUp={writing.giveUp} />}
      {left && (
        <LeftNotice
          what={toldBriefly(left.form)}
          typing={left}
          onTake={writing.takeLeft}
          onDiscard={writing.discardLeft}
        />
      )}
    </>
  );
}
