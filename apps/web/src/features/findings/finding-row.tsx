import { type FindingResponse, paths } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { KeyCap } from '../../ui/key-cap.js';
import layout from '../../ui/layout.module.css';
import { ErrorMessage } from '../../ui/sheet.js';
import { evidenceText } from './evidence-text.js';
import styles from './findings.module.css';
import { useWaysTo } from './ways-to.js';

/** A finding: what it is, what it rests on, the way to it; and why there is nothing to mend, said or to be said. */
export function FindingRow({
  finding,
  isFirst,
  isAnswering,
  onAnswer,
  onAnswered,
}: {
  finding: FindingResponse;
  isFirst: boolean;
  isAnswering: boolean;
  onAnswer: (finding: string) => void;
  onAnswered: () => void;
}) {
  const { organisation, currency } = useBooks();
  const address = useAddress();
  const ways = useWaysTo(finding);
  const [reason, setReason] = useState('');
  const say = useOrganisationMutation((body: { state: 'open' | 'looked-at'; reason?: string }) =>
    api.put(paths.finding(organisation.id, finding.id), {
      ...body,
      evidence: evidenceText(finding),
      version: finding.version,
    }),
  );
  const isOpen = finding.state === 'open';
  return (
    <li
      data-finding={finding.id}
      tabIndex={isFirst ? 0 : -1}
      className={clsx(styles.finding, isAnswering && styles.answering)}
      aria-label={finding.title}
    >
      <div className={layout.spread}>
        <span className={styles.head}>
          <span className={isOpen ? 'brass' : 'soft'} aria-hidden="true">
            {isOpen ? '▲' : '✓'}
          </span>
          <strong className={styles.title}>{finding.title}</strong>
        </span>
        <span className={clsx(styles.ways, 'small')}>
          {ways.map(({ href, label }) => (
            <Link key={label} className="act" to={href}>
              {label}
            </Link>
          ))}
        </span>
      </div>
      <p className={clsx(styles.evidence, 'soft small')}>{evidenceText(finding, currency)}</p>
      {finding.reason && (
        <p className={clsx(styles.evidence, 'small')}>
          {isOpen ? 'Looked at before, because ' : 'Looked at, because '}
          {finding.reason}{' '}
          <span className="soft">
            {finding.by}
            {finding.at && `, ${shortDate(dayOf(finding.at))}`}
          </span>
        </p>
      )}
      {isAnswering ? (
        <form
          className={clsx(styles.evidence, layout.row, layout.unwrapped)}

          onSubmit={(event) => {
            event.preventDefault();
            if (reason.trim() !== '')
              say.mutate({ state: 'looked-at', reason: reason.trim() }, { onSuccess: onAnswered });
          }}
        >
          <span className="small nowrap">Looked at, because</span>
          <TextField
            autoFocus
            fullWidth
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Escape') return;
              event.stopPropagation();
              onAnswered();
            }}
            slotProps={{ htmlInput: { 'aria-label': 'Looked at, because', maxLength: 500 } }}
          />
          <KeyCap>Enter</KeyCap>
        </form>
      ) : (
        <Allowed act="answerFindings">
          <p className={clsx(styles.evidence, 'small')}>
            {isOpen ? (
              <>
                <button className="act" type="button" onClick={() => onAnswer(finding.id)}>
                  Looked at, because …
                </button>{' '}
                {finding.type === 'month-missing' && finding.entries[0] && (
                  <Link className="act" to={address.href('entry', { accrue: finding.entries[0] })}>
                    Accrue it
                  </Link>
                )}
              </>
            ) : (
              <button className="act" type="button" onClick={() => say.mutate({ state: 'open' })}>
                Open again
              </button>
            )}
          </p>
        </Allowed>
      )}
      <ErrorMessage error={say.error} />
    </li>
  );
}
