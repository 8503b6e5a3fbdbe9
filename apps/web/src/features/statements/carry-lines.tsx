import { useEffect, useState } from 'react';

/** What one statement hands to another: the result, equity at its end, cash at its end. */
export type Carry = 'result' | 'equity' | 'cash';

const CARRIES: readonly Carry[] = ['result', 'equity', 'cash'];

/** Draws each carried figure leaving one statement and arriving in the next. */
export function CarryLines({
  chain,
  signature,
}: {
  chain: React.RefObject<HTMLDivElement | null>;
  signature: string;
}) {
  const [curves, setCurves] = useState<readonly Curve[]>([]);
  // not a layout effect: the chain’s ref is set only after those of what lies in it
  useEffect(() => {
    const { current } = chain;
    if (!current) return undefined;
    const draw = (): void => setCurves(CARRIES.flatMap((carry) => curvesOf(current, carry)));
    draw();
    const watcher = new ResizeObserver(draw);
    watcher.observe(current);
    void document.fonts.ready.then(draw);
    return () => watcher.disconnect();
  }, [chain, signature]);
  return (
    <svg aria-hidden="true" data-carries>
      {curves.map(({ path, ends }) => (
        <g key={path}>
          <path d={path} />
          {ends.map(([x, y]) => (
            <circle key={`${x} ${y}`} cx={x} cy={y} r={3.6} />
          ))}
        </g>
      ))}
    </svg>
  );
}

/** So far in from the edge of a sheet its dots stand whole, in the margin beside the figures. */
const IN_MARGIN = 4.5;

/** Of sheets that stand one under the other: in their right margin, where both end at the same place. */
function sideCurve(left: number, leaving: DOMRect, arriving: DOMRect, y1: number, y2: number): Curve[] {
  if (Math.abs(leaving.right - arriving.right) > 1) return [];
  const x = leaving.right - left - IN_MARGIN;
  return [
    {
      path: `M ${x} ${y1} C ${x + 5} ${y1}, ${x + 5} ${y2}, ${x} ${y2}`,
      ends: [
        [x, y1],
        [x, y2],
      ],
    },
  ];
}

interface Curve {
  readonly path: string;
  readonly ends: readonly (readonly [number, number])[];
}

/** The figures that stand in a row, without the sign of their currency. */
function figuresIn(row: HTMLElement): string[] {
  const cells = [...row.querySelectorAll('td.num, th.num')];
  return cells.map((cell) => (cell.textContent ?? '').replace(/[^\d.,()]/g, '')).filter((text) => text !== '');
}

/** The lines of a carry: one, or one from each of the rows that together are the figure in the other statement. */
function curvesOf(chain: HTMLElement, carry: Carry): Curve[] {
  const rows = [...chain.querySelectorAll<HTMLElement>(`tr[data-carry="${carry}"]`)];
  const [first, second] = rows;
  if (!first || !second) return [];
  const sheetOf = (row: HTMLElement): Element => row.closest('[data-sheet]') ?? row;
  if (carry !== 'cash') {
    // a line says that the same figure arrives; from old books to these it may not
    return figuresIn(first).some((figure) => figuresIn(second).includes(figure)) ? curveOf(chain, first, second) : [];
  }
  const end = rows.find((row) => rows.every((other) => other === row || sheetOf(other) !== sheetOf(row)));
  return end ? rows.flatMap((row) => (row === end ? [] : curveOf(chain, row, end))) : [];
}

function curveOf(chain: HTMLElement, leaving: HTMLElement, arriving: HTMLElement): Curve[] {
  const origin = chain.getBoundingClientRect();
  const [a, b] = [leaving.getBoundingClientRect(), arriving.getBoundingClientRect()];
  const sheetOf = (row: HTMLElement): DOMRect => (row.closest('[data-sheet]') ?? row).getBoundingClientRect();
  const [x1, x2] = [
    sheetOf(leaving).right - origin.left + chain.scrollLeft,
    sheetOf(arriving).left - origin.left + chain.scrollLeft,
  ];
  const [y1, y2] = [
    a.top + a.height / 2 - origin.top + chain.scrollTop,
    b.top + b.height / 2 - origin.top + chain.scrollTop,
  ];
  if (x2 < x1) return sideCurve(origin.left - chain.scrollLeft, sheetOf(leaving), sheetOf(arriving), y1, y2);
  const middle = (x1 + x2) / 2;
  return [
    {
      path: `M ${x1} ${y1} C ${middle} ${y1}, ${middle} ${y2}, ${x2} ${y2}`,
      ends: [
        [x1, y1],
        [x2, y2],
      ],
    },
  ];
}
