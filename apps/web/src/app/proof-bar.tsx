import { paths, type ProofResponse, withQuery } from '@just-ledger/contract';
import { type CurrencyCode, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useBooks } from '../api/books-queries.js';
import { proofsQuery } from '../api/proof-queries.js';
import { api } from '../api/request.js';
import { KeyCap } from '../ui/key-cap.js';
import layout from '../ui/layout.module.css';
import { shown } from '../ui/money.js';
import { ProofMark } from '../ui/proof-mark.js';
import styles from './proof-bar.module.css';

/** Do the numbers prove: one line, always there; opened, each proof as two figures. */
export function ProofBar() {
  const { organisation, currency, to } = useBooks();
  const [isOpen, setOpen] = useState(false);
  const client = useQueryClient();
  const query = proofsQuery(organisation.id, to);
  const { data, isError } = useQuery(query);
  const check = useMutation({
    mutationFn: () => api.post(withQuery(paths.proofsCheck(organisation.id), { asAt: to })),
    onSuccess: (answer) => client.setQueryData(query.queryKey, answer),
  });
  useHotkeys('esc', () => setOpen(false), { enableOnFormTags: true });
  const proofs = data?.proofs ?? [];
  /** So many fit only by their first words. */
  const isCrowded = proofs.length > 5;
  const holding = proofs.filter((proof) => proof.holds).length;
  return (
    <footer className={styles.proofs} aria-label="Proofs">
      <button className="plain strong" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isError
          ? 'Proofs could not be drawn'
          : data
            ? `${holding} of ${proofs.length} proofs hold`
            : 'Drawing the proofs …'}
      </button>
      {[...proofs]
        .sort((a, b) => Number(a.holds) - Number(b.holds))
        .map((proof) => (
          <span
            key={proof.key}
            className={proof.holds ? styles.each : clsx(styles.each, styles.whole)}
            title={proof.label}
          >
            <ProofMark holds={proof.holds} />
            <span className={proof.holds ? '' : 'brick strong'}>
              {proof.holds
                ? isCrowded
                  ? firstWord(proof.label)
                  : heldLabel(proof, currency)
                : `${proof.label.replace('=', '≠')}, ${figure(proof, proof.difference, currency)}`}
            </span>
          </span>
        ))}
      <span className={styles.last}>as at {shortDate(to)}</span>
      {isOpen && (
        <div className={styles.drawn} role="region" aria-label="Proofs">
          <div className={layout.spread}>
            <h2>Proofs, as at {longDate(parseCivilDate(data?.asAt ?? to))}</h2>
            <span className={clsx(layout.row, 'small')}>
              <button className="act" type="button" disabled={check.isPending} onClick={() => check.mutate()}>
                {check.isPending ? 'Reading everything …' : 'Read every entry again'}
              </button>
              <span className="soft">
                <KeyCap>Esc</KeyCap> closes this
              </span>
            </span>
          </div>
          <div className={styles.columns}>
            {proofs.map((proof) => (
              <div className={styles.proof} key={proof.key}>
                <div className={layout.spread}>
                  <span className={layout.row}>
                    <ProofMark holds={proof.holds} />
                    <span className={proof.holds ? 'strong' : 'strong brick'}>
                      {proof.label}
                      {proof.holds ? '' : ' does not hold'}
                    </span>
                  </span>
                  <span className={proof.holds ? 'soft' : 'brick strong'}>
                    {proof.holds ? 'agrees' : `difference ${figure(proof, proof.difference, currency)}`}
                  </span>
                </div>
                <div className={clsx(layout.spread, 'small')}>
                  <span className="soft">{proof.leftLabel}</span>
                  <span className="num">{figure(proof, proof.left, currency)}</span>
                </div>
                <div className={clsx(layout.spread, 'small')}>
                  <span className="soft">{proof.rightLabel}</span>
                  <span className="num">{figure(proof, proof.right, currency)}</span>
                </div>
                <div className={clsx(layout.wraps, 'small soft')}>{proof.remark}</div>
              </div>
            ))}
          </div>
        </div>
      )}
    </footer>
  );
}

function figure(proof: ProofResponse, value: string, currency: CurrencyCode): string {
  return proof.unit === 'amount' ? shown(value, currency) : `${Number(value).toLocaleString('en')} ${proof.unit}`;
}

/** The first word of a label, for a bar with many. @example firstWord('Bank + uncleared = ledger') // → 'bank' */
function firstWord(label: string): string {
  return (label.split(' ')[0] ?? '').toLowerCase();
}

function heldLabel(proof: ProofResponse, currency: CurrencyCode): string {
  return proof.key === 'debits-credits'
    ? `${proof.label.toLowerCase()} ${shown(proof.left, currency)}`
    : proof.label.toLowerCase();
}
