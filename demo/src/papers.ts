import {
  type CivilDate,
  displayAmount,
  entryNumber,
  longDate,
  minor,
  parseCivilDate,
  parseCurrencyCode,
} from '@just-ledger/core';
import { attachPaper, keepAttachment } from '@just-ledger/server/areas/attachments/attachment-commands';
import { receivePaper } from '@just-ledger/server/areas/attachments/receive-paper';
import { openForCommands, runCommand } from '@just-ledger/server/composition/commands';
import type { Clock } from '@just-ledger/server/platform/database/clock';
import { writePapersPdf } from '@just-ledger/server/platform/files/write-papers-pdf';
import { Readable } from 'node:stream';

const CO_OPERATIVE = 1;
const EUR = parseCurrencyCode('EUR');

/** A bill as its supplier would have written it. */
interface Bill {
  readonly supplier: string;
  readonly number: string;
  readonly date: CivilDate;
  readonly lines: readonly (readonly [what: string, cents: number])[];
}

/** The papers behind the co-operative's bills of the season, and two that came in and wait for their entries. */
export async function keepPapers(folder: string, owner: number, clock: Clock): Promise<void> {
  const context = openForCommands(folder, clock);
  const by = { organisation: CO_OPERATIVE, person: owner };
  const keep = async (name: string, bytes: Uint8Array): Promise<number> => {
    const paper = await receivePaper(folder, Readable.from([Buffer.from(bytes)]), name);
    return runCommand(context, keepAttachment, { ...by, paper }).id;
  };
  const posted = context.db.$client
    .prepare(
      `SELECT e.place, e.year, e.number AS entryNumber, e.date, e.explanation, c.name AS supplier
       FROM entry AS e JOIN line AS l ON l.organisation = e.organisation AND l.entry = e.place
         JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
         JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
       WHERE e.organisation = ? AND a.control = 'payables' AND l.amount < 0
         AND e.kind = 'ordinary' AND e.date >= '2026-09-01' ORDER BY e.place`,
    )
    .all(CO_OPERATIVE) as (Pick<Bill, 'supplier' | 'date'> & {
    place: number;
    year: string;
    entryNumber: number;
    explanation: string;
  })[];
  const costs = context.db.$client.prepare(
    'SELECT amount FROM line WHERE organisation = ? AND entry = ? AND amount > 0 ORDER BY place',
  );
  for (const { place, year, entryNumber: number, explanation, supplier, date } of posted) {
    const bill = { supplier, date, number: String(1000 + place) };
    const lines = (costs.pluck().all(CO_OPERATIVE, place) as number[]).map((cents) => [explanation, cents] as const);
    const id = await keep(`${bill.supplier} ${bill.number}.pdf`, await billAsPdf({ ...bill, lines }));
    runCommand(context, attachPaper, { ...by, number: entryNumber(year, number), request: { attachment: id } });
  }
  const repair = [
    ['Bearing of the bottling line, replaced', 142_00],
    ['Travel', 44_40],
  ] as const;
  const waiting = {
    supplier: 'Marsh Engineering',
    number: '4471',
    date: parseCivilDate('2027-01-14'),
    lines: repair,
  };
  await keep('Marsh Engineering 4471.pdf', await billAsPdf(waiting));
  await keep(
    'Re bins for the autumn.eml',
    new TextEncoder().encode(
      [
        'From: orchard@hatch.sallow-reach.test',
        'To: office@cider.sallow-reach.test',
        'Date: Fri, 15 Jan 2027 10:12:00 +0000',
        'Subject: Re: bins for the autumn',
        '',
        'Twelve bins came back, so the deposit of 180.00 is yours again. We take it off the next bill.',
        '',
        'Hatch Orchards',
        '',
      ].join('\r\n'),
    ),
  );
  context.db.$client.close();
}

async function billAsPdf({ supplier, number, date, lines }: Bill): Promise<Uint8Array> {
  const sum = lines.reduce((all, [, cents]) => all + cents, 0);
  const amount = (cents: number): string => displayAmount(minor(cents), EUR);
  const bill = {
    organisation: supplier,
    title: `Bill ${number}`,
    dateLine: longDate(date),
    facts: [['for', 'Sallow Reach Cider Co-operative, Ferry Lane, Sallow Reach']] as const,
    columns: [
      { label: '', width: 419 },
      { label: EUR, width: 100, isFigure: true },
    ],
    groups: [
      ...lines.map(([what, cents]) => ({ rows: [{ cells: [what, amount(cents)] }] })),
      { rows: [{ cells: ['To pay', amount(sum)], style: 'end' as const }] },
    ],
  };
  return writePapersPdf({ title: `${supplier}, ${bill.title}`, papers: [bill], foot: [supplier], size: 'a4' });
}
