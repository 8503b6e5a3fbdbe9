import type { EntryEventResponse } from '@just-ledger/contract';
import { isCivilDate, longDate, longMoment } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import styles from './draft-trail.module.css';

/** How what happened to a draft is told, before who did it. */
const TOLD: Readonly<Record<EntryEventResponse['what'], string>> = {
  prepared: 'prepared by',
  changed: 'changed by',
  'handed-in': 'handed in for review by',
  'sent-back': 'sent back by',
  noted: 'note of',
  discarded: 'discarded by',
  'brought-back': 'brought back by',
  posted: 'posted by',
  'reversal-planned': 'reversal planned by',
  'reversal-given-up': 'reversal given up by',
  'paper-attached': 'paper attached by',
  'paper-taken-off': 'paper taken off by',
};

/** What happened to a draft, in its order; reasons and notes in the words of who wrote them. */
export function DraftTrail({ events }: { events: readonly EntryEventResponse[] }) {
  return (
    <ol className={clsx(layout.plainList, layout.above, 'small')} aria-label="What happened to it">
      {events.map(({ what, text, at, by }, index) => (
        <li key={index} className={styles.event}>
          <span className="soft">
            {TOLD[what]} {by}, {longMoment(at)}
            {what === 'reversal-planned' && text && isCivilDate(text) && <>, for {longDate(text)}</>}
          </span>
          {text !== null && what !== 'posted' && what !== 'reversal-planned' && <q className={styles.said}>{text}</q>}
        </li>
      ))}
    </ol>
  );
}
