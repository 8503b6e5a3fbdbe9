import { useHotkeys } from 'react-hotkeys-hook';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { useSession } from '../../api/session-queries.js';
import { settleTyping } from '../../ui/use-commit-key.js';
import { carryTyping } from './carried-typing.js';
import type { Writing } from './one-line-or-full.js';

/** Where a browser remembers how somebody wrote the last entry. */
const WRITING = 'just-ledger.writing ';

/** Whether entries are written as one line or in full: as the address says, else as last time. Alt S changes it. */
export function useWriting(isOn: boolean): [Writing, (writing: Writing) => void] {
  const [given, setGiven] = useSheetParam('as');
  const { organisation } = useBooks();
  const person = useSession().person?.email ?? '';
  const writing: Writing = (given || localStorage.getItem(WRITING + person)) === 'line' ? 'line' : 'full';
  const change = (to: Writing): void => {
    settleTyping();
    carryTyping({ person, organisation: organisation.id }, to);
    localStorage.setItem(WRITING + person, to);
    setGiven(to);
  };
  useHotkeys('alt+s', () => change(writing === 'line' ? 'full' : 'line'), {
    enabled: isOn,
    enableOnFormTags: true,
    preventDefault: true,
  });
  return [isOn ? writing : 'full', change];
}
