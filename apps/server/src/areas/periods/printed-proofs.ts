import { type CivilDate, formatAmount, longDate, minor, type Proof } from '@just-ledger/core';
import type { ListPaper } from '../../platform/files/list-pages.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** What was set against what at a day, and whether it agreed, as a list. */
export function printedProofs(
  proofs: readonly Proof[],
  asAt: CivilDate,
  { name, baseCurrency }: Organisation,
): ListPaper {
  const written = ({ unit }: Proof, figure: number): string =>
    unit === 'amount' ? printedAmount(formatAmount(minor(figure), baseCurrency), baseCurrency) : String(figure);
  return {
    organisation: name,
    title: 'Proofs',
    dateLine: `as at ${longDate(asAt)}`,
    columns: [
      { label: 'Proof', width: 335 },
      { label: `Figure, ${baseCurrency}`, width: 92, isFigure: true },
      { label: 'Difference', width: 92, isFigure: true },
    ],
    groups: proofs.map((proof) => ({
      rows: [
        {
          cells: [`${proof.label}: ${proof.holds ? 'holds' : 'does not hold'}`, '', written(proof, proof.difference)],
          style: 'heading',
        },
        { cells: [proof.leftLabel, written(proof, proof.left), ''] },
        { cells: [proof.rightLabel, written(proof, proof.right), ''] },
        ...(proof.remark ? [{ cells: [proof.remark, '', ''], style: 'remark' as const }] : []),
      ],
    })),
  };
}
