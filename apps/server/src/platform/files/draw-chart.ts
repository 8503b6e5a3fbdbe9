import { type ChartShape, type CurrencyCode, displayRounded, minor } from '@just-ledger/core';
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { INK, RULE } from './font-file.js';
import { linesOf } from './set-lines.js';

/** A chart as it is printed, without its table. */
export interface PaperChart {
  /** What stands for it where it cannot be seen. */
  readonly alt: string;
  readonly shape: ChartShape;
  /** What the amounts of a point are, in their order. */
  readonly names: readonly string[];
  /** Minor units; what is said beside a part. */
  readonly points: readonly {
    readonly label: string;
    readonly amounts: readonly (number | null)[];
    readonly said: string;
  }[];
  readonly currency: CurrencyCode;
}

/** Where something is drawn, in points. */
interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const SIZE = 7.5;
const [PART, MARK] = [15, 2.2];
/** Room under the points for their labels, and for what the marks are. */
const LABELS = 14;
const NAMES = 14;
const PAPER = '#ffffff';

/** How high a chart is drawn, in points. */
export function chartHeight({ shape, points }: PaperChart): number {
  return shape === 'parts' ? points.length * PART + 4 : 150;
}

/** Draws a chart in ink: what is what is told by its shape, not by its colour. */
export function drawChart(pdf: PDFKit.PDFDocument, chart: PaperChart, x: number, y: number, width: number): void {
  pdf.font('plain').fontSize(SIZE).fillColor(INK).lineWidth(0.5);
  const box: Box = { x, y, width, height: chartHeight(chart) };
  if (chart.shape === 'parts') drawParts(pdf, chart, box);
  else drawPoints(pdf, chart, box);
}

function drawPoints(pdf: PDFKit.PDFDocument, chart: PaperChart, box: Box): void {
  const { shape, names, points, currency } = chart;
  const all = points.flatMap(({ amounts }) => amounts.filter((amount) => amount !== null));
  const height = box.height - LABELS - (shape === 'bars-and-line' ? NAMES : 0);
  const up = scaleLinear([Math.min(0, ...all), Math.max(0, ...all, 1)], [box.y + height, box.y]).nice(5);
  const left = drawAmounts(pdf, up, currency, box);
  const step = (box.x + box.width - left) / points.length;
  const middle = (index: number): number => left + step * (index + 0.5);
  if (shape === 'bars-and-line') {
    const bar = Math.min(16, step * 0.36);
    points.forEach(({ amounts: [first = null, second = null] }, index) => {
      drawBar(pdf, up, first, middle(index) - bar - 0.5, bar, PAPER);
      drawBar(pdf, up, second, middle(index) + 0.5, bar, RULE);
    });
  }
  drawLine(
    pdf,
    points.map(({ amounts }, index) => {
      const amount = amounts.at(-1) ?? null;
      return amount === null ? undefined : ([middle(index), up(amount)] as const);
    }),
  );
  drawLabels(pdf, points, middle, step, box.y + height + 4);
  if (shape === 'bars-and-line') drawNames(pdf, names, box);
}

/** The rules across, the one at nothing in ink, and what they stand for. @returns where what is drawn begins */
function drawAmounts(
  pdf: PDFKit.PDFDocument,
  up: ScaleLinear<number, number>,
  currency: CurrencyCode,
  { x, width }: Box,
): number {
  const ticks = up
    .ticks(5)
    .map((tick) => ({ at: tick, text: displayRounded(minor(Math.round(tick)), currency, 'units') }));
  const wide = Math.max(...ticks.map(({ text }) => pdf.widthOfString(text)));
  const left = x + wide + 6;
  for (const { at, text } of ticks) {
    const y = up(at);
    pdf
      .moveTo(left, y)
      .lineTo(x + width, y)
      .lineWidth(at === 0 ? 0.6 : 0.3)
      .strokeColor(at === 0 ? INK : RULE)
      .stroke();
    pdf.fillColor(INK).text(text, x + wide - pdf.widthOfString(text), y - SIZE / 2 - 1, { lineBreak: false });
  }
  return left;
}

function drawBar(
  pdf: PDFKit.PDFDocument,
  up: ScaleLinear<number, number>,
  amount: number | null,
  x: number,
  width: number,
  fill: string,
): void {
  if (amount === null || amount === 0) return;
  const [from, to] = [up(0), up(amount)];
  pdf
    .rect(x, Math.min(from, to), width, Math.abs(to - from))
    .lineWidth(0.5)
    .fillAndStroke(fill, INK);
}

/** A line through the points that there are, each with a ring. */
function drawLine(pdf: PDFKit.PDFDocument, points: readonly (readonly [number, number] | undefined)[]): void {
  points.forEach((point, index) => {
    const before = points[index - 1];
    if (point && before)
      pdf
        .moveTo(...before)
        .lineTo(...point)
        .lineWidth(1.1)
        .strokeColor(INK)
        .stroke();
  });
  for (const point of points) if (point) drawRing(pdf, ...point);
}

function drawRing(pdf: PDFKit.PDFDocument, x: number, y: number): void {
  pdf.circle(x, y, MARK).lineWidth(1.1).fillAndStroke(PAPER, INK);
}

/** The labels of the points, as many of them as have room. */
function drawLabels(
  pdf: PDFKit.PDFDocument,
  points: PaperChart['points'],
  middle: (index: number) => number,
  step: number,
  y: number,
): void {
  const widest = Math.max(...points.map(({ label }) => pdf.widthOfString(label)));
  const every = Math.max(1, Math.ceil((widest + 4) / step));
  pdf.fillColor(INK);
  points.forEach(({ label }, index) => {
    // counted from the last, which is the one that is looked for
    if ((points.length - 1 - index) % every === 0)
      pdf.text(label, middle(index) - pdf.widthOfString(label) / 2, y, { lineBreak: false });
  });
}

/** What each kind of mark is: an empty bar, a full one, a ring. */
function drawNames(pdf: PDFKit.PDFDocument, names: readonly string[], { x, y, width, height }: Box): void {
  const [mark, gap] = [10, 16];
  const wide = names.reduce((sum, name) => sum + mark + pdf.widthOfString(name) + gap, -gap);
  let index = x + (width - wide) / 2;
  const top = y + height - 8;
  names.forEach((name, series) => {
    if (series === names.length - 1) drawRing(pdf, index + 3.5, top + 3.5);
    else
      pdf
        .rect(index, top, 7, 7)
        .lineWidth(0.5)
        .fillAndStroke(series === 0 ? PAPER : RULE, INK);
    pdf.fillColor(INK).text(name, index + mark, top - 1, { lineBreak: false });
    index += mark + pdf.widthOfString(name) + gap;
  });
}

/** Parts of a whole as bars beside their names; what is less than nothing has no bar. */
function drawParts(pdf: PDFKit.PDFDocument, { points }: PaperChart, { x, y, width }: Box): void {
  const names = width * 0.3;
  const said = Math.max(...points.map((point) => pdf.widthOfString(point.said))) + 6;
  const left = x + names + 6;
  const most = Math.max(1, ...points.map(({ amounts: [amount] }) => amount ?? 0));
  const across = scaleLinear([0, most], [0, width - names - 6 - said]);
  points.forEach((point, index) => {
    const top = y + index * PART;
    const long = across(Math.max(0, point.amounts[0] ?? 0));
    const [label = ''] = linesOf(pdf, point.label, names);
    const fitted = label === point.label ? label : `${label}…`;
    pdf.fillColor(INK).text(fitted, x + names - pdf.widthOfString(fitted), top + 2, { lineBreak: false });
    if (long > 0)
      pdf
        .rect(left, top + 1.5, long, PART - 5)
        .lineWidth(0.5)
        .fillAndStroke(RULE, INK);
    pdf.fillColor(INK).text(point.said, left + long + 4, top + 2, { lineBreak: false });
  });
  pdf
    .moveTo(left, y)
    .lineTo(left, y + points.length * PART)
    .lineWidth(0.6)
    .strokeColor(INK)
    .stroke();
}
