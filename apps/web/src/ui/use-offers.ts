import { type KeyboardEvent, useEffect, useState } from 'react';

/**
 * When what a field offers is shown. Once somebody has gone to an offer it stays the one that Enter takes, however often
 * the screen is drawn again: left to itself, a list that closes by what is chosen begins at its first offer again the
 * next time it is drawn. It has to as it opens, or it would take what stood out when it was shown before.
 *
 * @returns what the list is told, and what its keys and clicks do
 */
export function useOffers() {
  const [open, setOpen] = useState(false);
  const [isBegun, setBegun] = useState(false);
  useEffect(() => setBegun(open), [open]);
  const close = (): void => setOpen(false);
  return {
    list: { open, onOpen: (): void => setOpen(true), onClose: close, disableCloseOnSelect: isBegun },
    onKeyDown: ({ key }: KeyboardEvent): void => {
      if (key === 'Enter') close();
    },
    onClick: close,
  };
}
