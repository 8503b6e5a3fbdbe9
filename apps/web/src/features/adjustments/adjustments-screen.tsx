import type { AdjustmentResponse } from '@just-ledger/contract';
import { ADJUSTMENT_KINDS, type AdjustmentKind, groupsOf, keysOf, parseCivilDate, spanLine } from '@just-ledger/core';
import { useSuspenseQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { useAddress, useSheetParam } from '../../api/address.js';
import { adjustmentsQuery } from '../../api/adjustment-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import { walkAmong } from '../../ui/focused.js';
import ruled from '../../ui/ruled.module.css';
import type { ScreenProps } from '../../ui/screen-route.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { MISSING_BILL } from '../journal/accrual-form.js';
import { BY_HAND } from '../journal/entry-form.js';
import { useEntryChoices } from '../journal/use-entry-choices.js';
import line from '../recurring/line-of-time.module.css';
import { PostDue } from '../recurring/post-due.js';
import { AdjustmentRows, keyOf } from './adjustment-rows.js';
import { LackingAdjustments } from './lacking-adjustments.js';

/** The adjusting entries of the days chosen by what they are for: made, still to be made, and made by nothing. */
export default function AdjustmentsScreen({ slot }: ScreenProps) {
  const address = useAddress();
  const { organisation, calendar, from, to } = useBooks();
  const { data } = useSuspenseQuery(adjustmentsQuery(organisation.id, from, to));
  // at hand before a date opens, so that the names of its accounts do not come late
  useEntryChoices();
  const { adjustments } = data;
  const [made] = useSheetParam('made', slot);
  const [open, setOpen] = useState(() => keyOf(adjustments.find(({ entry }) => made !== '' && entry === made)));
  const kinds = keysOf(ADJUSTMENT_KINDS).filter((kind) => adjustments.some((adjustment) => adjustment.kind === kind));
  const dates = spanLine(calendar, parseCivilDate(data.from), parseCivilDate(data.to));
  const ofKind = (kind: AdjustmentKind): AdjustmentResponse[] =>
    adjustments.filter((adjustment) => adjustment.kind === kind);
  return (
    <Sheet
      title="Adjustments"
      aside={dates}
      tools={
        <Allowed act="draft">
          <Link className="act" to={address.href('entry', { accrue: MISSING_BILL })}>
            Accrue a missing bill
          </Link>
          <Link className="act" to={address.href('entry', { adjust: BY_HAND })}>
            Another adjusting entry
          </Link>
        </Allowed>
      }
    >
      {adjustments.length === 0 ? (
        <Empty>
          <p>
            No schedule makes an adjusting entry in these days. What is paid ahead, used up, owed or doubtful at their
            end is said once, as a schedule; from then on it stands here until it is made.
          </p>
        </Empty>
      ) : (
        <>
          <p>{status(adjustments)}</p>
          <PostDue
            due={adjustments.filter(({ state }) => state === 'due')}
            which={{ until: data.to, kind: 'adjusting' }}
          />
          <table
            className={clsx(ruled.table, line.line)}
            aria-label="Adjusting entries"
            onKeyDown={(event) => walkAmong(event, 'button[data-occurrence]')}
          >
            <thead className="visually-hidden">
              <tr>
                <th>Date</th>
                <th>What</th>
                <th>Amount</th>
              </tr>
            </thead>
            <tbody>
              {kinds.map((kind) => (
                <Fragment key={kind}>
                  <KindRow kind={kind} />
                  {[...groupsOf(ofKind(kind), ({ journal }) => journal)].map(([journal, own]) => (
                    <AdjustmentRows key={journal} adjustments={own} open={open} onOpen={setOpen} />
                  ))}
                </Fragment>
              ))}
            </tbody>
          </table>
        </>
      )}
      <LackingAdjustments />
    </Sheet>
  );
}

function KindRow({ kind }: { kind: AdjustmentKind }) {
  return (
    <tr className={ruled.heading}>
      <td colSpan={3}>{ADJUSTMENT_KINDS[kind]}</td>
    </tr>
  );
}

/** How many are still to be made, and how many were made or left out. */
function status(adjustments: readonly AdjustmentResponse[]): string {
  const parts = (['due', 'posted', 'drafted', 'skipped', 'to-come'] as const).flatMap((state) => {
    const count = adjustments.filter((adjustment) => adjustment.state === state).length;
    return count > 0 ? [`${count} ${STANDING[state]}`] : [];
  });
  return `${parts.join(', ')}.`;
}

const STANDING: Readonly<Record<AdjustmentResponse['state'], string>> = {
  due: 'still to be made',
  posted: 'made',
  drafted: 'laid as drafts',
  skipped: 'left out',
  'to-come': 'to come',
};
