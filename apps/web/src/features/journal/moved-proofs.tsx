import { type ProofEffect, PROOFS } from '@just-ledger/core';
import { clsx } from 'clsx';
import layout from '../../ui/layout.module.css';
import { ProofMark } from '../../ui/proof-mark.js';
import effectStyles from './effect.module.css';

/** The proofs whose figures the entry would move, and by how much; until it is in balance, what it still lacks. */
export function MovedProofs({
  effects,
  show,
}: {
  effects: readonly ProofEffect[];
  show: (amount: number) => string;
}) {
  const differing = effects.find(({ left, right }) => left !== right);
  return (
    <div className={effectStyles.effect}>
      <div>Proofs it moves</div>
      {differing ? (
        <div className={clsx(layout.spread, 'small brass')}>
          <span>{PROOFS[differing.key].toLowerCase().replace('=', '≠')} so far</span>
          <span className="num">difference {show(Math.abs(differing.left - differing.right))}</span>
        </div>
      ) : (
        effects.map(({ key, left }) => (
          <div key={key} className={clsx(layout.spread, 'small')}>
            <span className={clsx(layout.row, 'soft')}>
              <ProofMark holds />
              {PROOFS[key].toLowerCase()}
            </span>
            <span className="num">
              both {left < 0 ? '−' : '+'} {show(Math.abs(left))}
            </span>
          </div>
        ))
      )}
    </div>
  );
}
