import { type KeyboardEvent, useEffect, useState } from 'react';

/**
 * Opens and closes the list of what a field offers. An offer that somebody has gone to stays the one that Enter takes,
 * however often the screen is drawn again. The library's list does otherwise unless it is told not to close by what is
 * chosen: then it goes back to its first offer the next time it is drawn. As it opens it has to begin anew, so it is told
 * once it is open, and closed from here.
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
