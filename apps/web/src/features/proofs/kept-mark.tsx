import type { LockedProofsResponse, ProofResponse } from '@just-ledger/contract';
import { dayOf, shortDate } from '@just-ledger/core';
import { ProofMark } from '../../ui/proof-mark.js';

/** Whether the proofs of a locked month still are what was kept of them when it was locked. */
export function KeptMark({
  kept,
  drawn,
}: {
  kept: LockedProofsResponse;
  drawn: readonly ProofResponse[] | undefined;
}) {
  if (kept.keptAt === null) return <span className="soft">…</span>;
  if (!drawn) return null;
  const otherwise = provedOtherwise(kept, drawn);
  const day = shortDate(dayOf(kept.keptAt));
  if (otherwise.length === 0) {
    return (
      <span title={`As kept on ${day}`}>
        <ProofMark holds />
        <span className="visually-hidden">as kept on {day}</span>
      </span>
    );
  }
  if (kept.hasLaterEntries) {
    return (
      <span className="brass small" title={`Entries dated up to then came since: ${otherwise.join('; ')}`}>
        later
      </span>
    );
  }
  return (
    <span className="brick small" title={otherwise.join('; ')}>
      otherwise
    </span>
  );
}

/** The proofs whose figures are not those that were kept, with both; one that is drawn no more, or only now, is none. */
export function provedOtherwise(kept: LockedProofsResponse, drawn: readonly ProofResponse[]): string[] {
  return kept.proofs.flatMap(({ key, left, right }) => {
    const now = drawn.find((proof) => proof.key === key);
    if (!now || (now.left === left && now.right === right)) return [];
    return [`${now.label}: kept ${left} and ${right}, now ${now.left} and ${now.right}`];
  });
}
