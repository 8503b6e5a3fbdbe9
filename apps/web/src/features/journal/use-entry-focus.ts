import { type RefObject, useEffect } from 'react';

/**
 * Where typing goes on by itself: an entry begins at its date, one that corrects another at the account that was wrong;
 * what is refused leads to the first field that is wrong, else back to where it was.
 */
export function useEntryFocus({
  sheet,
  first,
  typing,
  key,
  line,
  refused,
}: {
  sheet: RefObject<HTMLElement | null>;
  first: RefObject<HTMLInputElement | null>;
  /** The field at hand when the entry was sent. */
  typing: RefObject<HTMLElement | null>;
  /** Another with every entry begun. */
  key: string;
  /** The line at whose account an entry begins, if not at its date. */
  line: number | undefined;
  refused: Error | null;
}): void {
  useEffect(() => {
    const account = `tr[data-line="${line}"] [data-column="account"] input`;
    const cell = line === undefined ? undefined : sheet.current?.querySelector<HTMLInputElement>(account);
    (cell ?? first.current)?.focus();
    cell?.select();
  }, [sheet, first, key, line]);
  useEffect(() => {
    if (refused) (sheet.current?.querySelector<HTMLElement>('[aria-invalid="true"]') ?? typing.current)?.focus();
  }, [sheet, typing, refused]);
}
