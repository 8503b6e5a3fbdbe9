import { searchWords } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Fragment, useEffect, useRef } from 'react';
import styles from './find.module.css';
import { FOUND_GROUPS, type FoundItem } from './found-items.js';

/** The id of an item's row in the page. */
export function optionId({ group, key }: FoundItem): string {
  return `found ${group} ${key}`.replaceAll(' ', '-');
}

/** What was found, kind by kind; the chosen one stands out and stays in sight. */
export function FoundList({
  items,
  item: chosen,
  text,
  count,
  onChoose,
  onOpen,
}: {
  items: readonly FoundItem[];
  item: FoundItem | undefined;
  text: string;
  /** How many entries there are in all; null where they were not counted. */
  count: number | null | undefined;
  onChoose: (item: FoundItem) => void;
  onOpen: (item: FoundItem, isBeside: boolean) => void;
}) {
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // what it answers is no clean-up
    void row.current?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  const words = searchWords(text);
  return (
    <div id="found" role="listbox" aria-label="Found" className={styles.list}>
      {FOUND_GROUPS.map((group) => {
        const those = items.filter((item) => item.group === group);
        if (those.length === 0) return null;
        const all = group === 'Entries' ? (count === null ? 'many' : (count ?? those.length)) : those.length;
        return (
          <div key={group} role="group" aria-label={group} className={styles.group}>
            <span className={styles.kind} aria-hidden="true">
              {group} <small className="soft">{all.toLocaleString('en')}</small>
            </span>
            <div>
              {those.map((item) => (
                <div
                  key={item.key}
                  id={optionId(item)}
                  ref={item === chosen ? row : undefined}
                  role="option"
                  aria-selected={item === chosen}
                  className={clsx(styles.row, item === chosen && styles.chosen)}
                  onMouseMove={() => onChoose(item)}
                  onClick={(event) => onOpen(item, event.shiftKey)}
                >
                  <span className={clsx('soft', styles.code)}>{item.code}</span>
                  <span>
                    <Marked text={item.label} words={words} />
                    {item.said && <span className="soft small"> {item.said}</span>}
                    {item.excerpt && (
                      <span className={clsx('soft small', styles.excerpt)}>
                        <Marked text={item.excerpt} words={words} />
                      </span>
                    )}
                  </span>
                  <span className="num">{item.figure}</span>
                </div>
              ))}
            </div>
          </div>
        );
      })}
    </div>
  );
}

/** A text with what is looked for marked in it, where words begin with it. */
function Marked({ text, words }: { text: string; words: readonly string[] }) {
  return text.split(/(?<=[^\p{L}\p{N}])|(?=[^\p{L}\p{N}])/u).map((part, index) => {
    const [own = ''] = searchWords(part);
    const isFound = own !== '' && words.some((word) => own.startsWith(word));
    return isFound ? <mark key={index}>{part}</mark> : <Fragment key={index}>{part}</Fragment>;
  });
}
