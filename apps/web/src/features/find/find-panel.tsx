import type { KeptReportResponse } from '@just-ledger/contract';
import { typedSpan } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useEffect, useMemo, useState } from 'react';
import { accountsQuery } from '../../api/account-queries.js';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { keptReportsQuery } from '../../api/kept-report-queries.js';
import { useSession } from '../../api/session-queries.js';
import { KeyCap } from '../../ui/key-cap.js';
import { ownDateOrder } from '../../ui/own-ways.js';
import type { ScreenRoute } from '../../ui/screen-route.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { useSettled } from '../../ui/use-settled.js';
import styles from './find.module.css';
import { findQuery } from './find-query.js';
import { FoundList, optionId } from './found-list.js';
import { FoundLook } from './found-look.js';
import { type FoundItem, foundItems } from './found-items.js';
import { openedLately, rememberOpened } from './opened-lately.js';

/** So long nothing is typed until the books are asked, in milliseconds. */
const QUIET = 120;

const NONE: readonly KeptReportResponse[] = [];

/** What is looked for, what was found kind by kind, and beside it what the chosen one holds. */
export function FindPanel({
  screens,
  stages,
  onDone,
}: {
  screens: readonly ScreenRoute[];
  stages: ReadonlyMap<string, string>;
  onDone: () => void;
}) {
  const address = useAddress();
  const email = useSession().person?.email ?? '';
  const { organisation, currency, calendar, years, today, to } = useBooks();
  const [typed, setTyped] = useState('');
  // the row that was gone to, whatever comes before it once the books have answered
  const [chosen, setChosen] = useState<string>();
  const [wanted, setWanted] = useState<{ readonly isBeside: boolean; readonly row: string | undefined }>();
  const text = useSettled(typed.trim(), QUIET);
  const { data: accounts = [], isPending: isWithoutAccounts } = useQuery(accountsQuery(organisation.id, to));
  const { data: kept = NONE } = useQuery(keptReportsQuery(organisation.id));
  const { data: answer, error } = useQuery(findQuery(organisation.id, text));
  const lately = useMemo(() => openedLately(email, organisation.id), [email, organisation.id]);
  const isAnswered = typed.trim() === '' || error !== null || (answer?.text === typed.trim() && !isWithoutAccounts);
  const items = useMemo(() => {
    const span = typed.trim() === '' ? undefined : typedSpan(typed, to, calendar, ownDateOrder());
    const known = typed.trim() === '' ? undefined : answer;
    const ever = { from: years.years[0]?.from ?? to, to: today };
    return foundItems(typed, { currency, accounts, kept, screens, stages, answer: known, ever, span }, lately);
  }, [typed, answer, accounts, kept, screens, stages, lately, to, calendar, currency, years, today]);
  const foundAt = items.findIndex((found) => optionId(found) === chosen);
  const index = Math.max(0, foundAt);
  const item = items[index];
  const open = (what: FoundItem, isBeside: boolean): void => {
    if (isBeside && !what.isOfferedBeside) return;
    rememberOpened(email, organisation.id, what);
    onDone();
    if (isBeside) address.setBeside(what.screen, what.params ?? {});
    else address.go(what.screen, what.params ?? {});
  };
  useEffect(() => {
    // Enter pressed before the books have answered waits for them, so that it never opens something else
    if (!wanted || !isAnswered) return;
    setWanted(undefined);
    const meant = wanted.row === undefined ? items[0] : items.find((found) => optionId(found) === wanted.row);
    if (meant) open(meant, wanted.isBeside);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- it is opened once, when the answer is there
  }, [wanted, isAnswered]);
  const choose = (found: FoundItem | undefined): void => setChosen(found && optionId(found));
  const step = (to: number): void => {
    if (items.length > 0) choose(items[(Math.max(0, to) + items.length) % items.length]);
  };
  const keys = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') step(index + 1);
    else if (event.key === 'ArrowUp') step(index === 0 ? items.length - 1 : index - 1);
    else if (event.key === 'Tab') step(nextGroup(items, index, event.shiftKey));
    else if (event.key === 'Enter') setWanted({ isBeside: event.shiftKey, row: foundAt < 0 ? undefined : chosen });
    else return;
    event.preventDefault();
  };
  return (
    <div className={styles.panel}>
      <div className={styles.top}>
        <label id="find-label" htmlFor="find-text">
          Find
        </label>
        <input
          id="find-text"
          className={styles.text}
          role="combobox"
          aria-expanded={items.length > 0}
          aria-controls="found"
          aria-activedescendant={item ? optionId(item) : undefined}
          autoComplete="off"
          autoFocus
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setChosen(undefined);
            setWanted(undefined);
          }}
          onKeyDown={keys}
        />
        <span className="soft small">words, a number, an amount, a date</span>
        <span className="soft small">
          <KeyCap>Esc</KeyCap> back
        </span>
      </div>
      <ErrorMessage error={error} />
      <div className={styles.found}>
        <FoundList
          items={items}
          item={item}
          text={typed}
          count={answer?.text === typed.trim() ? answer.entryCount : undefined}
          onChoose={choose}
          onOpen={open}
        />
        {item && <FoundLook key={item.key} item={item} />}
      </div>
      {items.length === 0 && (
        <p className="soft">
          {typed.trim() === ''
            ? 'What you open here stands here the next time.'
            : isAnswered
              ? 'Nothing has that.'
              : 'Looking …'}
        </p>
      )}
      <p className={styles.keys}>
        <KeyCap>↑ ↓</KeyCap> row <KeyCap>Tab</KeyCap> next kind <KeyCap>Enter</KeyCap> opens it{' '}
        {item?.isOfferedBeside && (
          <>
            <KeyCap>Shift Enter</KeyCap> on the second sheet
          </>
        )}
      </p>
    </div>
  );
}

/** The first item of the next kind, or of the kind before. */
function nextGroup(items: readonly FoundItem[], position: number, isBack: boolean): number {
  const group = items[position]?.group;
  const firsts = items.flatMap((item, index) => (item.group === items[index - 1]?.group ? [] : [index]));
  const own = firsts.findLast((first) => first <= position && items[first]?.group === group) ?? 0;
  const next = firsts[firsts.indexOf(own) + (isBack ? -1 : 1)];
  return next ?? (isBack ? (firsts.at(-1) ?? 0) : 0);
}
