import type { DraftResponse } from '@just-ledger/contract';
import type { KeyboardEvent, RefObject } from 'react';

/** What the keys of the list of drafts do. */
interface DraftActs {
  readonly open: (draft: DraftResponse) => void;
  readonly mark: (draft: DraftResponse) => void;
  readonly sendBack: () => void;
  readonly note: () => void;
  readonly discard: (draft: DraftResponse) => void;
}

/** The keys of the list of drafts: ↑ ↓ go along it, Enter opens one, Space marks it; letters act on it. */
export function useDraftKeys(list: RefObject<HTMLElement | null>, drafts: readonly DraftResponse[], acts: DraftActs) {
  const goTo = (draft: DraftResponse | undefined): void => {
    if (draft) list.current?.querySelector<HTMLElement>(`[data-draft="${draft.id}"]`)?.focus();
  };
  return {
    goTo,
    onKeyDown: (event: KeyboardEvent, draft: DraftResponse): void => {
      const index = drafts.findIndex(({ id }) => id === draft.id);
      const keys: Readonly<Record<string, () => void>> = {
        ArrowDown: () => goTo(drafts[index + 1]),
        ArrowUp: () => goTo(drafts[index - 1]),
        Home: () => goTo(drafts[0]),
        End: () => goTo(drafts.at(-1)),
        Enter: () => acts.open(draft),
        ' ': () => acts.mark(draft),
        b: acts.sendBack,
        t: acts.note,
        Delete: () => {
          goTo(drafts[index + 1] ?? drafts[index - 1]);
          acts.discard(draft);
        },
      };
      if (event.altKey || event.shiftKey) return;
      const act = event.ctrlKey || event.metaKey ? undefined : keys[event.key];
      if (!act) return;
      event.preventDefault();
      event.stopPropagation();
      act();
    },
  };
}
