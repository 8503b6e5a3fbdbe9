import { type EntryResponse, paths } from '@just-ledger/contract';
import { parseCivilDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { onOwnPaper } from '../../ui/own-ways.js';
import { CorrectForm } from './correct-form.js';
import { formLike } from './entry-request.js';
import { GiveUpReversal } from './give-up-reversal.js';
import { KeepPattern } from './keep-pattern.js';
import { patternRequest } from './pattern-form.js';
import { PlanReversalForm } from './plan-reversal-form.js';
import { ReverseForm } from './reverse-form.js';

/** What can be done with a posted entry: nothing changes it, others go on from it. */
export function EntryActs({ entry }: { entry: EntryResponse }) {
  const address = useAddress();
  const { organisation, currency, may } = useBooks();
  const [doing, setDoing] = useState<'reverse' | 'plan' | 'correct' | 'give-up'>();
  const done = (): void => setDoing(undefined);
  const [pattern, setPattern] = useState<'keeping' | { readonly name: string }>();
  const canReverse = may('post') && !entry.reversedBy && entry.kind !== 'reversing' && entry.kind !== 'closing';
  const isOrdinary = entry.kind === 'ordinary' || entry.kind === 'adjusting';
  const canRepeat = may('draft') && isOrdinary;
  const act = (label: string, onClick: () => void) => (
    <button key={label} className="act" type="button" onClick={onClick}>
      {label}
    </button>
  );
  const acts = [
    canRepeat && (
      <Link key="like" className="act" to={address.href('entry', { like: entry.number })}>
        Write another like it
      </Link>
    ),
    canRepeat && (
      <Link key="recurring" className="act" to={address.href('recurring', { schedule: 'new', like: entry.number })}>
        Make it recurring
      </Link>
    ),
    canRepeat && (
      <Link key="accrue" className="act" to={address.href('entry', { accrue: entry.number })}>
        Accrue the next one
      </Link>
    ),
    canReverse && isOrdinary && (
      <Link key="ahead" className="act" to={address.href('recurring', { schedule: 'ahead', like: entry.number })}>
        Spread it over time
      </Link>
    ),
    canRepeat && pattern !== 'keeping' && act('Save as a pattern', () => setPattern('keeping')),
    canRepeat && !entry.reversedBy && act('Correct it', () => setDoing('correct')),
    canReverse && act('Reverse it', () => setDoing('reverse')),
    canReverse &&
      isOrdinary &&
      act(entry.reversesOn ? 'Change the day of its reversal' : 'Reverse it later', () => setDoing('plan')),
    canReverse && entry.reversesOn && act('Do not reverse it', () => setDoing('give-up')),
    <a
      key="voucher"
      className="act"
      href={onOwnPaper(paths.voucher(organisation.id, entry.number))}
      target="_blank"
      rel="noreferrer"
    >
      Voucher as PDF
    </a>,
  ].filter(Boolean);
  return (
    <>
      {typeof pattern === 'object' && (
        <p className="small soft" role="status">
          Saved as the pattern “{pattern.name}”.
        </p>
      )}
      {pattern === 'keeping' && (
        <KeepPattern
          named={entry.explanation}
          requestOf={(keepsAmounts) =>
            patternRequest(formLike(entry, '', currency), parseCivilDate(entry.date), currency, keepsAmounts)
          }
          onDone={(name) => setPattern(name === undefined ? undefined : { name })}
        />
      )}
      {doing === 'reverse' && <ReverseForm entry={entry} onDone={done} organisation={organisation.id} />}
      {doing === 'plan' && <PlanReversalForm entry={entry} onDone={done} organisation={organisation.id} />}
      {doing === 'give-up' && entry.reversesOn && (
        <GiveUpReversal number={entry.number} was={entry.reversesOn} onDone={done} organisation={organisation.id} />
      )}
      {doing === 'correct' && <CorrectForm entry={entry} onDone={done} />}
      {doing === undefined && acts.length > 0 && (
        <p className={clsx(layout.row, layout.aboveClose, 'small')}>{acts}</p>
      )}
    </>
  );
}
