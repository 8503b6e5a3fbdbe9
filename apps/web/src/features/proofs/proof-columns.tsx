import type { ProofResponse } from '@just-ledger/contract';
import type { CurrencyCode } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { ProofMark } from '../../ui/proof-mark.js';
import { Explanations } from './explanations.js';
import styles from './proof-columns.module.css';
import { proofFigure } from './proof-figure.js';

/** Each proof as its two figures, with what explains them. */
export function ProofColumns({ proofs, currency }: { proofs: readonly ProofResponse[]; currency: CurrencyCode }) {
  return (
    <div className={styles.columns}>
      {proofs.map((proof) => (
        <div className={styles.proof} key={proof.key}>
          <div className={layout.spread}>
            <span className={clsx(layout.row, layout.unwrapped)}>
              <ProofMark holds={proof.holds} />
              <span className={proof.holds ? 'strong' : 'strong brick'}>
                {proof.label}
                {proof.holds ? '' : ' does not hold'}
              </span>
            </span>
            <span className={proof.holds ? 'soft' : 'brick strong'}>
              {proof.holds ? 'agrees' : `difference ${proofFigure(proof, proof.difference, currency)}`}
            </span>
          </div>
          <div className={clsx(layout.spread, 'small')}>
            <span className="soft">{proof.leftLabel}</span>
            <span className="num">{proofFigure(proof, proof.left, currency)}</span>
          </div>
          <div className={clsx(layout.spread, 'small')}>
            <span className="soft">{proof.rightLabel}</span>
            <span className="num">{proofFigure(proof, proof.right, currency)}</span>
          </div>
          <div className={clsx(layout.wraps, 'small soft')}>{proof.remark}</div>
          <Explanations proof={proof} currency={currency} />
        </div>
      ))}
    </div>
  );
}
