import type { ExplanationResponse, ProofResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import { Link } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import styles from './proof-columns.module.css';
import { proofFigure } from './proof-figure.js';

/** What the difference of a proof comes from, each leading to its entry or its ledger; and whether that is all of it. */
export function Explanations({ proof, currency }: { proof: ProofResponse; currency: CurrencyCode }) {
  const { explanations } = proof;
  if (proof.holds) return null;
  if (!explanations) {
    return (
      <p className="small soft">Nothing was found that explains it. Read every entry again, and verify the books.</p>
    );
  }
  const { largest, count, amount } = explanations;
  const others = count - largest.length;
  const isAll = Number(amount) === Number(proof.difference);
  return (
    <ul className={clsx(layout.plainList, styles.explanations, 'small')} aria-label={`What explains ${proof.label}`}>
      {largest.map((explanation, index) => (
        <li key={index} className={layout.spread}>
          <span>
            <WayTo explanation={explanation} />
          </span>
          <span className="num nowrap">{proofFigure(proof, explanation.amount, currency)}</span>
        </li>
      ))}
      {others > 0 && <li className="soft">and {others.toLocaleString('en')} others</li>}
      <li className={clsx(layout.spread, 'soft')}>
        <span>{isAll ? 'This is all of the difference.' : 'This is not all of the difference.'}</span>
        {(count > 1 || !isAll) && <span className="num nowrap">{proofFigure(proof, amount, currency)}</span>}
      </li>
    </ul>
  );
}

function WayTo({ explanation: { label, entry, account, from, to } }: { explanation: ExplanationResponse }) {
  const address = useAddress();
  const { calendar } = useBooks();
  if (entry !== null) {
    return (
      <>
        <Link className="act" to={address.href('journal', { entry })}>
          {entry}
        </Link>{' '}
        {label}
      </>
    );
  }
  if (account === null) return label;
  return (
    <Link
      className="act"
      to={address.href('account', { account, from: from ?? calendar.firstDay, ...(to && { to }) })}
    >
      {label}
    </Link>
  );
}
