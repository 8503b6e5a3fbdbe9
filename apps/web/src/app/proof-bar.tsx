import { paths, type ProofResponse, withQuery } from '@just-ledger/contract';
import { type CurrencyCode, longDate, parseCivilDate, shortDate } from '@just-ledger/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link } from 'react-router';
import { useAddress } from '../api/address.js';
import { useBooks } from '../api/books-queries.js';
import { proofsQuery } from '../api/proof-queries.js';
import { api } from '../api/request.js';
import { ProofColumns } from '../features/proofs/proof-columns.js';
import { proofFigure } from '../features/proofs/proof-figure.js';
import { KeyCap } from '../ui/key-cap.js';
import layout from '../ui/layout.module.css';
import { shown } from '../ui/money.js';
import { ProofMark } from '../ui/proof-mark.js';
import styles from './proof-bar.module.css';

/** Do the numbers prove: one line, always there; opened, each proof as two figures. */
export function ProofBar() {
  const address = useAddress();
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
  // where some do not hold, these have the room; how many hold is said
  const named = holding < proofs.length ? proofs.filter((proof) => !proof.holds) : proofs;
  return (
    <footer className={styles.proofs} aria-label="Proofs">
      <button className="plain strong" type="button" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isError
          ? 'Proofs could not be drawn'
          : data
            ? `${holding} of ${proofs.length} proofs hold`
            : 'Drawing the proofs …'}
      </button>
      {named.map((proof) => (
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
              : `${proof.label.replace('=', '≠')}, ${proofFigure(proof, proof.difference, currency)}`}
          </span>
        </span>
      ))}
      {data?.reading && <span className="soft">reading every entry …</span>}
      <span className={styles.last}>as at {shortDate(to)}</span>
      {isOpen && (
        <div className={styles.drawn} role="region" aria-label="Proofs">
          <div className={layout.spread}>
            <h2>Proofs, as at {longDate(parseCivilDate(data?.asAt ?? to))}</h2>
            <span className={clsx(layout.row, 'small')}>
              <Link className="act" to={address.href('proofs')} onClick={() => setOpen(false)}>
                Month by month
              </Link>
              <button className="act" type="button" disabled={check.isPending} onClick={() => check.mutate()}>
                {check.isPending ? 'Reading everything …' : 'Read every entry again'}
              </button>
              <span className="soft">
                <KeyCap>Esc</KeyCap> closes this
              </span>
            </span>
          </div>
          <ProofColumns proofs={proofs} currency={currency} />
        </div>
      )}
    </footer>
  );
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
