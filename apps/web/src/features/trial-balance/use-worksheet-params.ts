import { type Headings, HEADINGS, WORKSHEET_COLUMNS, type WorksheetColumn, yearBefore } from '@just-ledger/core';
import { useSheetParam } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { typedDay } from '../../ui/own-ways.js';
import type { ScreenProps } from '../../ui/screen-route.js';
import { STAGE_COLUMNS } from './worksheet-columns.js';

export type WorksheetParams = ReturnType<typeof useWorksheetParams>;

/** How the worksheet is shown, as the address holds it. */
export function useWorksheetParams({ slot }: ScreenProps) {
  const { to } = useBooks();
  const [zeros, setZeros] = useSheetParam('zeros', slot);
  const [known, setKnown] = useSheetParam('known', slot);
  const [chosen, setColumns] = useSheetParam('columns', slot);
  const [given, setHeadings] = useSheetParam('headings', slot);
  const [turned, setTurned] = useSheetParam('turned', slot);
  const [against, setAgainst] = useSheetParam('against', slot);
  const [within, setWithin] = useSheetParam('within', slot);
  const [breakdown = '', value] = within.split(/: ?(.*)/s);
  const isAcross = within !== '' && value === undefined;
  const usual = isAcross || slot === 'beside' ? 'adjusted' : 'unadjusted.adjustments.adjusted';
  const asked = (chosen || usual).split('.');
  const columns = new Set(WORKSHEET_COLUMNS.filter((column) => asked.includes(column)));
  const turnedHeadings = new Set(turned.split(' ').filter(Boolean));
  const headings: Headings = HEADINGS.find((heading) => heading === given) ?? 'none';
  return {
    zeros: zeros !== '',
    setZeros,
    known,
    setKnown,
    /** The day by whose knowledge it is drawn; empty for today's. */
    asKnownOn: typedDay(known, to) ?? '',
    columns,
    toggleColumn: (column: WorksheetColumn): void => {
      const next = STAGE_COLUMNS.map(([key]) => key).filter((key) => columns.has(key) !== (key === column));
      setColumns(next.join('.') || 'adjusted');
    },
    headings,
    setHeadings: (next: Headings | undefined): void => {
      setTurned(undefined);
      setHeadings(next);
    },
    turned: turnedHeadings,
    turn: (heading: string): void => {
      const next = new Set(turnedHeadings);
      if (!next.delete(heading)) next.add(heading);
      setTurned([...next].join(' ') || undefined);
    },
    against,
    setAgainst,
    /** The date it is compared with; undefined while there is none that can be read. */
    againstDate: against === '' ? undefined : against === 'year-before' ? yearBefore(to) : typedDay(against, to),
    within,
    setWithin,
    breakdown,
    /** The value it is drawn of; empty for what names none, undefined for all of them. */
    value,
  };
}
