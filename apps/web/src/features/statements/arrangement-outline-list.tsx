import { LOSS } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useState } from 'react';
import { historyKey } from '../../ui/typed-history.js';
import { isInField } from '../../ui/is-in-field.js';
import layout from '../../ui/layout.module.css';
import { useVirtualRows } from '../../ui/use-virtual-rows.js';
import virtualList from '../../ui/virtual-list.module.css';
import styles from './arrangement.module.css';
import {
  type ArrangedKey,
  drawnTogether,
  grouped,
  keyOf,
  moved,
  partOf,
  renamed,
  ungrouped,
  usualPart,
  worded,
} from './arrangement-edits.js';
import type { OutlineRow } from './arrangement-outline.js';
import { ArrangementRow, type RowWriting } from './arrangement-row.js';
import type { ArrangingNow } from './use-arranging.js';

/** Something that can be done to the row in focus, or to what is marked. */
interface Act {
  readonly label: string;
  readonly key: string;
  readonly isPossible: boolean;
  readonly act: () => void;
}

/** Up to so many rows stand in the page whole; of more, what is in sight. */
const MOST_AT_ONCE = 300;

/** The statements from top to bottom, arranged by key or button. */
export function ArrangementOutline({
  arranging,
  rows,
  mayArrange,
}: {
  arranging: ArrangingNow;
  rows: readonly OutlineRow[];
  mayArrange: boolean;
}) {
  const [focus, setFocus] = useState('');
  const [marks, setMarks] = useState<readonly ArrangedKey[]>([]);
  const [writing, setWriting] = useState<RowWriting>();
  const [said, say] = useState('');
  const { scroller, virtual, measure, ...list } = useVirtualRows({
    keys: rows.map(({ key }) => key),
    overscan: rows.length > MOST_AT_ONCE ? 25 : MOST_AT_ONCE,
  });
  const position = Math.max(
    0,
    rows.findIndex(({ key }) => key === focus),
  );
  const row = rows[position];
  const { now, set } = arranging;
  const part = row && row.type !== 'term' ? partOf(now, row.key) : undefined;
  const marked = marks.filter((key) => rows.some((row) => row.key === key));
  const isMovable = row?.type !== 'term' || row.as === 'part';
  const chosen: ArrangedKey[] = marked.length > 0 ? marked : row && row.type !== 'term' ? [row.key] : [];
  const names = (part?.items ?? []).flatMap((item) => ('group' in item ? [item.group.name] : []));
  const focusRow = (key: string): void => {
    setFocus(key);
    list.focusRow(key);
  };
  const go = (to: number): void => {
    const next = rows[Math.max(0, Math.min(rows.length - 1, to))];
    if (next) focusRow(next.key);
  };
  /** What is marked in the part of a row: marks stay within one. */
  const ofPart = (key: ArrangedKey): ArrangedKey[] =>
    marked.filter((arrangedKey) => partOf(now, arrangedKey) === partOf(now, key));
  const mark = (outlineRow: OutlineRow | undefined): void => {
    if (!outlineRow || outlineRow.type === 'term') return;
    const same = ofPart(outlineRow.key);
    setMarks(
      same.includes(outlineRow.key) ? same.filter((key) => key !== outlineRow.key) : [...same, outlineRow.key],
    );
  };
  const move = (step: 1 | -1): void => {
    if (!row || row.type === 'term' || !isMovable) return;
    set(moved(now, row.key, step));
    say(`${nameOf(row)} moved ${step < 0 ? 'up' : 'down'}.`);
    focusRow(row.key);
  };
  const done = (next: typeof now, sentence: string, key?: string): void => {
    set(next);
    setMarks([]);
    say(sentence);
    if (key) focusRow(key);
  };
  const group = row?.type === 'group' ? row : undefined;
  const isOut = row?.type === 'account' && row.isInGroup;
  const acts: readonly Act[] = [
    { label: 'Up', key: 'Alt ↑', isPossible: isMovable, act: () => move(-1) },
    { label: 'Down', key: 'Alt ↓', isPossible: isMovable, act: () => move(1) },
    {
      label: 'Other words',
      key: 'Enter',
      isPossible: row?.type !== 'account',
      act: () => setWriting('word'),
    },
    { label: 'Under a name', key: 't', isPossible: chosen.length > 0, act: () => setWriting('name') },
    {
      label: group?.group.isTogether ? 'List its accounts' : 'As one figure',
      key: 'o',
      isPossible: group !== undefined,
      act: () =>
        group &&
        done(
          drawnTogether(now, group.key),
          `${group.group.name} is ${group.group.isTogether ? 'listed, with a sum' : 'one figure'}.`,
          group.key,
        ),
    },
    {
      label: 'Out of its name',
      key: 'Del',
      isPossible: group !== undefined || isOut || marked.length > 0,
      act: () => done(ungrouped(now, chosen), 'They stand by themselves.', group ? accountKeyOf(group) : row?.key),
    },
    {
      label: 'As usual',
      key: 'u',
      isPossible: true,
      act: () => {
        if (row?.type === 'term') {
          const words = worded(worded(now, row.term, '', row.usual), `${row.term}${LOSS}`, '', '');
          const parts = words.parts.map((part) =>
            row.key === `part ${part.classification}` && part.isArranged ? usualPart(part) : part,
          );
          done({ ...words, parts }, `${row.usual} is as usual.`);
        } else if (part) done(withUsualPart(now, part), 'The part is in the order of the chart.');
      },
    },
  ];
  const onKeyDown = (event: KeyboardEvent): void => {
    if (isInField(event.target)) return;
    const backOrAgain = historyKey(event);
    const walk: Record<string, () => void> = {
      ArrowDown: () => go(position + 1),
      ArrowUp: () => go(position - 1),
      Home: () => go(0),
      End: () => go(rows.length - 1),
      Escape: () => setMarks([]),
    };
    const walking = walk[event.key];
    const shifted = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const run = (act: () => void): void => {
      event.preventDefault();
      event.stopPropagation();
      act();
    };
    if (mayArrange && backOrAgain) return run(() => arranging.back(backOrAgain));
    if (event.ctrlKey || event.metaKey) return;
    if (event.altKey) {
      if (mayArrange && shifted) run(() => move(shifted === 1 ? 1 : -1));
      return;
    }
    if (mayArrange && event.shiftKey && shifted) {
      return run(() => {
        const next = rows[position + shifted];
        if (!row || row.type === 'term' || !next || next.type === 'term') return;
        setMarks([...new Set([...ofPart(row.key), row.key, next.key])]);
        focusRow(next.key);
      });
    }
    if (mayArrange && event.key === ' ') return run(() => mark(row));
    const found = mayArrange
      ? acts.find(
          ({ key, isPossible }) => isPossible && (key === event.key || (key === 'Del' && event.key === 'Delete')),
        )
      : undefined;
    if (found) run(found.act);
    else if (walking) run(walking);
  };
  const written = (outlineRow: OutlineRow, texts: readonly string[]): void => {
    setWriting(undefined);
    const [text = '', loss] = texts;
    if (writing === 'name') {
      const next = grouped(now, chosen, text);
      const [first] = chosen;
      const part = first === undefined ? undefined : partOf(next, first);
      const into = part?.items.find(
        (item) => 'group' in item && item.group.name.toLowerCase() === text.trim().toLowerCase(),
      );
      return done(next, `They stand under ${text.trim()}.`, into ? keyOf(into) : outlineRow.key);
    }
    if (outlineRow.type === 'group')
      return done(renamed(now, outlineRow.key, text), `It is called ${text.trim()}.`, outlineRow.key);
    if (outlineRow.type === 'term') {
      const own = worded(now, outlineRow.term, text, outlineRow.usual);
      const both =
        loss === undefined ? own : worded(own, `${outlineRow.term}${LOSS}`, loss, outlineRow.usualLoss ?? '');
      return done(both, `It is called ${text.trim() || outlineRow.usual}.`, outlineRow.key);
    }
  };
  return (
    <>
      {mayArrange && (
        <div className={clsx(layout.row, styles.acts)} role="toolbar" aria-label="What is done to the row">
          {acts.map(({ label, key, isPossible, act }) => (
            <button
              key={label}
              type="button"
              className="act small"
              disabled={!isPossible}
              // the row keeps the focus
              onMouseDown={(event) => event.preventDefault()}
              onClick={act}
            >
              {label}
              <span className={styles.key} aria-hidden="true">
                {key}
              </span>
            </button>
          ))}
          <button
            type="button"
            className="act small"
            disabled={!arranging.canGoBack}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => arranging.back('undo')}
          >
            Undo
            <span className={styles.key} aria-hidden="true">
              Ctrl Z
            </span>
          </button>
        </div>
      )}
      <div
        ref={scroller}
        className={styles.outline}
        aria-rowcount={rows.length}
        role="treegrid"
        aria-label="What the statements list"
        aria-multiselectable="true"
        onKeyDown={onKeyDown}
      >
        <div className={virtualList.rows} style={{ height: virtual.getTotalSize() }} role="presentation">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const outlineRow = rows[index];
            if (!outlineRow) return null;
            return (
              <div
                key={outlineRow.key}
                ref={measure(outlineRow.key)}
                data-index={index}
                role="presentation"
                className={virtualList.row}
                style={{ top: start }}
              >
                <ArrangementRow
                  at={index}
                  row={outlineRow}
                  isFocused={outlineRow === row}
                  isMarked={marked.some((key) => key === outlineRow.key)}
                  writing={outlineRow === row ? writing : undefined}
                  names={names}
                  onFocus={() => setFocus(outlineRow.key)}
                  onWrite={() => {
                    if (!mayArrange || outlineRow.type === 'account') return;
                    setFocus(outlineRow.key);
                    setWriting('word');
                  }}
                  onWritten={(texts) => written(outlineRow, texts)}
                  onLeave={() => {
                    setWriting(undefined);
                    focusRow(outlineRow.key);
                  }}
                />
              </div>
            );
          })}
        </div>
      </div>
      <p className="visually-hidden" role="status">
        {said}
      </p>
    </>
  );
}

function withUsualPart(now: ArrangingNow['now'], part: ArrangingNow['now']['parts'][number]): ArrangingNow['now'] {
  return {
    ...now,
    parts: now.parts.map((arrangedPart) => (arrangedPart === part ? usualPart(arrangedPart) : arrangedPart)),
  };
}

function accountKeyOf({ group }: Extract<OutlineRow, { type: 'group' }>): string {
  return `account ${group.accounts[0]?.number ?? ''}`;
}

function nameOf(row: OutlineRow): string {
  if (row.type === 'account') return `${row.account.number} ${row.account.name}`;
  return row.type === 'group' ? row.group.name : row.word || row.usual;
}
