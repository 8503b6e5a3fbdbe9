import type { ProofResponse, ProofsResponse } from '@just-ledger/contract';
import { longDate, shortDate, parseCivilDate } from '@just-ledger/core';
import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { lockedProofsQuery, proofsQuery } from '../../api/proof-queries.js';
import layout from '../../ui/layout.module.css';
import { Printed, PrintedRows } from '../../ui/printed.js';
import { ErrorMessage, Sheet } from '../../ui/sheet.js';
import { ProofColumns } from './proof-columns.js';
import { proofFigure } from './proof-figure.js';
import { type MonthOfProofs, ProofsByMonth } from './proofs-by-month.js';

/** Whether the numbers prove: both figures of each proof at the end of the days chosen, and month by month of its year. */
export default function ProofsScreen() {
  const { organisation, currency, years, to, today } = useBooks();
  const client = useQueryClient();
  const { data, error } = useQuery(proofsQuery(organisation.id, to));
  const year = years.years.find((year) => year.from <= to && to <= year.to) ?? years.years[0];
  const months = year?.periods ?? [];
  const read = useQueries({
    queries: months.map((month) => ({ ...proofsQuery(organisation.id, month.to), enabled: month.to <= today })),
  });
  const kept = useQuery(lockedProofsQuery(organisation.id));
  const byMonth = months.map((month, index): MonthOfProofs => ({ month, proofs: ofItsEnd(read[index]?.data) }));
  const dates = `as at ${longDate(to)}`;
  const rowsOf = (day: string, proofs: readonly ProofResponse[]): string[][] =>
    proofs.flatMap((proof) => [
      [
        shortDate(parseCivilDate(day)),
        proof.label,
        proofFigure(proof, proof.left, currency),
        proofFigure(proof, proof.right, currency),
        proof.holds ? 'agrees' : proofFigure(proof, proof.difference, currency),
      ],
      // what explains a difference stands under it
      ...(proof.explanations?.largest ?? []).map(({ entry, label, amount }) => [
        '',
        [entry, label].filter(Boolean).join(' '),
        '',
        '',
        proofFigure(proof, amount, currency),
      ]),
    ]);
  const rowsOfMonths = async (): Promise<string[][]> => {
    const others = months.filter((month) => month.to <= today && month.to !== to);
    const drawn = await Promise.all(others.map((month) => client.fetchQuery(proofsQuery(organisation.id, month.to))));
    return drawn.flatMap((proofs) => rowsOf(proofs.asAt, ofItsEnd(proofs) ?? []));
  };
  return (
    <Sheet
      title="Proofs"
      aside="both figures of each, and at which months’ ends they hold"
      tools={
        <Printed
          title="Proofs"
          dates={dates}
          read={async () => (
            <PrintedRows
              heads={[
                { label: 'As at' },
                { label: 'Proof' },
                { label: 'Left', isFigure: true },
                { label: 'Right', isFigure: true },
                { label: 'Difference', isFigure: true },
              ]}
              rows={[
                ...rowsOf(to, (await client.fetchQuery(proofsQuery(organisation.id, to))).proofs),
                ...(await rowsOfMonths()),
              ]}
            />
          )}
        />
      }
    >
      <ErrorMessage error={error ?? kept.error} />
      {year && (
        <section className={layout.belowClose} aria-labelledby="proofs-by-month">
          <h2 id="proofs-by-month" className="minor">
            Month by month, {year.name}
          </h2>
          <ProofsByMonth months={byMonth} kept={kept.data ?? []} to={to} />
        </section>
      )}
      <h2 className="minor">As at {longDate(to)}</h2>
      <ProofColumns proofs={data?.proofs ?? []} currency={currency} />
    </Sheet>
  );
}

/** The proofs that are drawn at a month's end; those that read every entry are of now, whatever the month. */
function ofItsEnd(drawn: ProofsResponse | undefined): ProofResponse[] | undefined {
  return drawn?.proofs.filter(({ unit }) => unit === 'amount');
}
