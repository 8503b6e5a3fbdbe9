import type { EntryResponse } from '@just-ledger/contract';
import { longMoment, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import ruled from '../../ui/ruled.module.css';
import styles from './entry-detail.module.css';
import { formLike } from './entry-request.js';
import { KeepPattern } from './keep-pattern.js';
import { patternRequest } from './pattern-form.js';
import { EntryTrail } from './entry-trail.js';
import { ReverseForm } from './reverse-form.js';

/** An entry's page: its lines, where it came from, what it belongs to, and reversing it. */
export function EntryDetail({ entry }: { entry: EntryResponse }) {
  const address = useAddress();
  const { organisation, currency, may } = useBooks();
  const [isReversing, setReversing] = useState(false);
  const [pattern, setPattern] = useState<'keeping' | { readonly name: string }>();
  const canRepeat = may('preparer') && (entry.kind === 'ordinary' || entry.kind === 'adjusting');
  const canReverse = may('approver') && !entry.reversedBy && entry.kind !== 'reversing' && entry.kind !== 'closing';
  return (
    <div className={styles.detail}>
      <p className="soft small">
        {entry.kind} · {entry.source} · posted on {longMoment(entry.postedAt)} by {entry.postedBy}
        {entry.reference && <> · paper {entry.reference}</>}
        {entry.reverses && (
          <>
            {' '}
            · reverses <EntryLink number={entry.reverses} />
          </>
        )}
        {entry.reversedBy && (
          <>
            {' '}
            · reversed by <EntryLink number={entry.reversedBy} />
          </>
        )}
        <span title={entry.seal}> · seal {entry.seal.slice(0, 8)}</span>
      </p>
      <table className={clsx(ruled.table, ruled.tight, styles.lines)}>
        <tbody>
          {entry.lines.map((line, index) => (
            <tr key={index}>
              <td className={line.credit ? ruled.credited : undefined}>
                <Link className="plain" to={address.href('account', { account: line.account })}>
                  <span className="soft">{line.account}</span> {line.accountName}
                </Link>
              </td>
              <td className="soft small">
                {[
                  line.contact,
                  line.document,
                  line.ownNumber && `ours ${line.ownNumber}`,
                  line.documentDate && `of ${shortDate(parseCivilDate(line.documentDate))}`,
                  line.dueDate && `due ${shortDate(parseCivilDate(line.dueDate))}`,
                  line.note,
                  line.foreignAmount && `${line.currency} ${line.foreignAmount}`,
                  (line.rate ?? line.ratePerBase) && `at ${line.rate ?? line.ratePerBase}`,
                  line.movement,
                  ...Object.entries(line.breakdowns ?? {}).map(([name, value]) => `${name.toLowerCase()} ${value}`),
                ]
                  .filter(Boolean)
                  .join(' · ')}
              </td>
              <td className={clsx(ruled.col, styles.amount, 'num')}>{shown(line.debit, currency)}</td>
              <td className={clsx(ruled.col, styles.amount, 'num')}>{shown(line.credit, currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <EntryTrail number={entry.number} />
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
      {isReversing ? (
        <ReverseForm entry={entry} onDone={() => setReversing(false)} organisation={organisation.id} />
      ) : (
        (canReverse || canRepeat) && (
          <p className={clsx(layout.row, layout.aboveClose, 'small')}>
            {canRepeat && (
              <Link className="act" to={address.href('entry', { like: entry.number })}>
                Write another like it
              </Link>
            )}
            {canRepeat && pattern !== 'keeping' && (
              <button className="act" type="button" onClick={() => setPattern('keeping')}>
                Save as a pattern
              </button>
            )}
            {canReverse && (
              <button className="act" type="button" onClick={() => setReversing(true)}>
                Reverse this entry
              </button>
            )}
          </p>
        )
      )}
    </div>
  );
}

function EntryLink({ number }: { number: string }) {
  const address = useAddress();
  return (
    <Link className="act" to={address.href('journal', { entry: number })}>
      {number}
    </Link>
  );
}
