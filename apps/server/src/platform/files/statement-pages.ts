import type PDFDocumentType from 'pdfkit';
import { chartHeight, drawChart, type PaperChart } from './draw-chart.js';
import { INK } from './font-file.js';
import { type Font, FOOT, INDENT, SIDE, TOP } from './paper-page.js';
import { asArtifact, linesOf } from './set-lines.js';
import { drawSignatureLines } from './signature-lines.js';

/** How the figure of a row is ruled: one above a sum, one under the last of a part, a double one under the end. */
export type PaperRule = '' | 'over' | 'last' | 'end';

/** A row of a printed statement, a figure a column. */
export interface PaperRow {
  readonly label: string;
  readonly kind: 'heading' | 'subheading' | 'item' | 'sum' | 'end';
  /** Whether it is part of an item, and so set in further. */
  readonly isOfItem?: boolean;
  /** Under how many headings it stands, each of which sets it in further. */
  readonly depth?: number;
  readonly figures: readonly { readonly text: string; readonly rule: PaperRule }[];
}

/** A statement as it is printed: on pages of its own. */
export interface StatementPaper {
  readonly organisation: string;
  readonly title: string;
  readonly dateLine: string;
  /** The heads of the columns of figures; empty texts where they need none. */
  readonly columns: readonly string[];
  readonly rows: readonly PaperRow[];
  /** What its reader has to know, under it. */
  readonly notes: readonly string[];
  /** What stands under that, piece by piece. */
  readonly pieces?: readonly PaperPiece[];
}

/** A piece of a paper: a heading, what is said under it, and perhaps a table. */
export interface PaperPiece {
  readonly heading: string;
  /** What it is about, after the heading. */
  readonly about: string;
  readonly paragraphs: readonly string[];
  /** What is drawn above its table. */
  readonly chart?: PaperChart;
  /** No rows where it has no table. */
  readonly columns: readonly string[];
  readonly rows: readonly PaperRow[];
}

const LEADING = 1.36;
const GAP = 12;
/** A label has at least so much room, in points; a statement that leaves less is laid on its side, then set smaller. */
const LABEL = 150;
/** In a table among text it has at least so much, in points: that is laid on its side last of all. */
const LABEL_IN_TEXT = 90;

/** A chart that stands before its table has at least so much room, in points. */
const CHART = 190;

const FONTS = { heading: 'bold', subheading: 'italic', item: 'plain', sum: 'bold', end: 'bold' } as const;

function indentOf({ kind, isOfItem = false, depth = 0 }: PaperRow): number {
  return INDENT * (depth + (kind === 'item' ? (isOfItem ? 2 : 1) : 0));
}

/** The pages of one statement. */
export class StatementPages {
  private y = 0;
  /** Where labels begin; further in where a chart stands before its table. */
  private left: number = SIDE;
  private size = 10;
  private widths: readonly number[] = [];
  private page: readonly [number, number];
  private table: PDFKit.PDFStructureElement | undefined;
  /** The heads of the columns of what is drawn now. */
  private columns: readonly string[] = [];

  constructor(
    private readonly pdf: InstanceType<typeof PDFDocumentType>,
    private readonly paper: StatementPaper,
    private readonly section: PDFKit.PDFStructureElement,
    size: readonly [number, number],
  ) {
    this.page = size;
    this.fit();
  }

  draw(signedBy: readonly string[]): void {
    this.beginPage(false);
    for (const part of this.parts()) {
      const height = part.reduce((sum, row) => sum + this.heightOf(row), 0);
      if (this.y + height > this.bottom && height < this.bottom - TOP - 110) this.beginPage(true);
      for (const row of part) {
        if (this.y + this.heightOf(row) > this.bottom) this.beginPage(true);
        this.drawRow(row);
      }
    }
    this.table?.end();
    this.table = undefined;
    this.columns = [];
    for (const note of this.paper.notes) this.paragraph(note);
    for (const piece of this.paper.pieces ?? []) this.piece(piece);
    if (signedBy.length > 0) this.signatures(signedBy);
  }

  private get right(): number {
    return this.page[0] - SIDE;
  }

  private get bottom(): number {
    return this.page[1] - FOOT;
  }

  /** The room that is left for labels. */
  private get labels(): number {
    return this.right - this.left - this.widths.reduce((sum, width) => sum + width, 0);
  }

  /** Lays the page on its side where figures leave too little room for labels, and sets it smaller where that does not do. */
  private fit(): void {
    const [width, height] = this.page;
    const pieces = this.paper.pieces ?? [];
    const upright = pieces.length > 0 ? ([[[width, height], 8]] as const) : [];
    for (const [page, size] of [
      [[width, height], 10],
      [[width, height], 9],
      ...upright,
      [[height, width], 9],
      [[height, width], 8],
      [[height, width], 7],
      [[height, width], 6],
    ] as const) {
      this.page = page;
      this.size = size;
      const fits = [this.paper, ...pieces].every((table) => {
        this.widths = this.widthsOf(table);
        return this.labels >= (table === this.paper ? LABEL : LABEL_IN_TEXT);
      });
      this.widths = this.widthsOf(this.paper);
      if (fits) return;
    }
  }

  /** How wide the columns of a table are, set as large as this one. */
  private widthsOf({ columns, rows }: Pick<StatementPaper, 'columns' | 'rows'>): number[] {
    this.font('bold', this.size);
    return columns.map((head, index) => {
      const texts = rows.map(({ figures }) => figures[index]?.text ?? '');
      const figure = Math.max(...texts.map((text) => this.pdf.widthOfString(text)), 4 * this.size);
      const words = head.split(' ').map((word) => this.pdf.widthOfString(word));
      return Math.max(figure, ...words) + GAP;
    });
  }

  /** Rows that stay together: a heading with what stands under it, else an item with what is part of it. */
  private parts(): PaperRow[][] {
    const parts: PaperRow[][] = [];
    for (const row of this.paper.rows) {
      const isAlone = row.kind === 'item' && row.depth === 0 && !row.isOfItem;
      if (row.kind === 'heading' || isAlone || parts.length === 0) parts.push([]);
      parts.at(-1)?.push(row);
    }
    return parts;
  }

  private beginPage(isContinued: boolean): void {
    const { pdf, paper } = this;
    pdf.addPage({ size: [...this.page], margin: 0 });
    pdf.fillColor(INK);
    this.y = TOP;
    const lines: readonly (readonly [text: string, font: Font, size: number])[] = [
      [paper.organisation, 'plain', 11],
      [isContinued ? `${paper.title}, continued` : paper.title, 'bold', 15],
      [paper.dateLine, 'italic', 11],
    ];
    if (isContinued) {
      asArtifact(this.pdf, () => lines.forEach((line) => this.centred(...line)));
    } else {
      lines.forEach((line, index) =>
        this.section.add(pdf.struct(index === 1 ? 'H1' : 'P', {}, () => this.centred(...line))),
      );
      if (paper.rows.length > 0) this.beginTable(paper.columns);
    }
    this.y += 12;
    this.drawHeads(isContinued);
  }

  private beginTable(columns: readonly string[]): void {
    this.columns = columns;
    this.table = this.pdf.struct('Table');
    this.section.add(this.table);
  }

  /** A heading, paragraphs and a table under what is there: begun on a page that has room for the beginning of each. */
  private piece({ heading, about, paragraphs, chart, columns, rows }: PaperPiece): void {
    const { size } = this;
    const step = size * LEADING;
    this.columns = [];
    this.widths = this.widthsOf({ columns, rows });
    const table = rows.length === 0 ? 0 : rows.reduce((sum, row) => sum + this.heightOf(row), 0) + 3 * step;
    this.font('plain', size);
    const said =
      paragraphs.reduce((sum, text) => sum + linesOf(this.pdf, text, this.right - SIDE).length + 0.4, 4) * step;
    const isBeside = chart !== undefined && this.setBeside(rows);
    const drawn = chart && !isBeside ? chartHeight(chart) + step : 0;
    const room = this.bottom - this.y;
    const whole = this.bottom - TOP - 110;
    const height = said + drawn + Math.max(table, isBeside && chart ? chartHeight(chart) : 0);
    // together where a page holds it, else its beginning with its heading
    if (room < 6 * step + drawn || (room < height && height < whole)) this.beginPage(true);
    this.y += size;
    this.said('H2', heading, 'bold', size + 1);
    if (about !== '') this.said('P', about, 'italic', size - 1);
    for (const text of paragraphs) {
      this.y += size * 0.4;
      this.said('P', text, 'plain', size);
    }
    const top = this.y;
    if (chart) this.chart(chart, (isBeside ? this.left - GAP : this.right) - SIDE);
    const under = this.y;
    if (isBeside) this.y = top;
    if (rows.length === 0) return;
    if (this.y + table > this.bottom && table < whole) this.beginPage(true);
    this.y += size * 0.5;
    this.beginTable(columns);
    this.drawHeads(false);
    for (const row of rows) {
      if (this.y + this.heightOf(row) > this.bottom) this.beginPage(true);
      this.drawRow(row);
    }
    this.table?.end();
    this.table = undefined;
    this.left = SIDE;
    if (isBeside) this.y = Math.max(this.y, under);
  }

  /** Sets a table as narrow as it can be, where that leaves room for a chart before it. */
  private setBeside(rows: readonly PaperRow[]): boolean {
    this.font('plain', this.size);
    const labels = 2 + Math.max(...rows.map((row) => this.pdf.widthOfString(row.label) + indentOf(row)));
    const left = SIDE + this.labels - Math.min(labels, LABEL);
    if (left - GAP - SIDE < CHART) return false;
    this.left = left;
    return true;
  }

  private chart(chart: PaperChart, width: number): void {
    this.y += this.size * 0.8;
    const element = this.pdf.struct('Figure', { alt: chart.alt }, () =>
      drawChart(this.pdf, chart, SIDE, this.y, width),
    );
    this.section.add(element);
    this.y += chartHeight(chart) + this.size * 0.4;
  }

  /** A text in lines one under the other, on further pages where they do not fit on this one. */
  private said(type: 'H2' | 'P', text: string, font: Font, size: number): void {
    this.font(font, size);
    const step = size * LEADING;
    const element = this.pdf.struct(type);
    this.section.add(element);
    let left = linesOf(this.pdf, text, this.right - SIDE);
    while (left.length > 0) {
      if (this.y + step > this.bottom) this.beginPage(true);
      const some = left.slice(0, Math.max(1, Math.floor((this.bottom - this.y) / step)));
      left = left.slice(some.length);
      element.add(() => {
        this.font(font, size);
        for (const line of some) {
          this.pdf.text(line, SIDE, this.y, { lineBreak: false });
          this.y += step;
        }
      });
    }
    element.end();
  }

  private centred(text: string, font: Font, size: number): void {
    this.font(font, size);
    for (const line of linesOf(this.pdf, text, this.right - SIDE)) {
      const x = (this.page[0] - this.pdf.widthOfString(line)) / 2;
      this.pdf.text(line, x, this.y, { lineBreak: false });
      this.y += size * LEADING;
    }
  }

  private drawHeads(isContinued: boolean): void {
    const { pdf, columns } = this;
    if (columns.every((head) => head === '')) return;
    this.font('italic', this.size - 1);
    const heads = columns.map((head, index) => linesOf(this.pdf, head, (this.widths[index] ?? 0) - GAP / 2));
    const most = Math.max(...heads.map((lines) => lines.length));
    const step = (this.size - 1) * LEADING;
    const write = (index: number): void => {
      this.font('italic', this.size - 1);
      const lines = heads[index] ?? [];
      lines.forEach((line, row) => {
        const x = this.rightOf(index) - pdf.widthOfString(line);
        pdf.text(line, x, this.y + (most - lines.length + row) * step, { lineBreak: false });
      });
    };
    if (isContinued) asArtifact(this.pdf, () => heads.forEach((_, index) => write(index)));
    else {
      const row = pdf.struct('TR');
      this.table?.add(row);
      row.add(pdf.struct('TH', {}, () => void pdf.text(' ', this.left, this.y, { lineBreak: false })));
      heads.forEach((_, index) => row.add(pdf.struct('TH', {}, () => write(index))));
      row.end();
    }
    this.y += most * step + 3;
    asArtifact(this.pdf, () => this.rule(this.left, this.right, this.y));
    this.y += 4;
  }

  private heightOf(row: PaperRow): number {
    this.font(FONTS[row.kind], this.size);
    const lines = linesOf(this.pdf, row.label, this.roomFor(row)).length;
    const above = row.kind === 'heading' ? this.size * 0.6 : row.kind === 'end' ? 2 : 0;
    return above + lines * this.size * LEADING + (row.figures.some(({ rule }) => rule === 'end') ? 4 : 0);
  }

  private roomFor(row: PaperRow): number {
    return (row.figures.length === 0 ? this.right - this.left : this.labels) - indentOf(row);
  }

  private drawRow(row: PaperRow): void {
    const { pdf } = this;
    const start = this.y;
    if (row.kind === 'heading') this.y += this.size * 0.6;
    if (row.kind === 'end') this.y += 2;
    this.font(FONTS[row.kind], this.size);
    const lines = linesOf(this.pdf, row.label, this.roomFor(row));
    const step = this.size * LEADING;
    const structure = pdf.struct('TR');
    this.table?.add(structure);
    structure.add(
      pdf.struct('TH', {}, () => {
        this.font(FONTS[row.kind], this.size);
        lines.forEach((line, index) => {
          const x = this.left + indentOf(row);
          pdf.text(line, x, this.y + index * step, { lineBreak: false });
        });
      }),
    );
    const position = this.y + (lines.length - 1) * step;
    row.figures.forEach(({ text }, column) => {
      structure.add(
        pdf.struct('TD', {}, () => {
          this.font(row.kind === 'end' ? 'bold' : 'plain', this.size);
          if (text !== '')
            pdf.text(text, this.rightOf(column) - pdf.widthOfString(text), position, { lineBreak: false });
        }),
      );
    });
    structure.end();
    asArtifact(this.pdf, () =>
      row.figures.forEach((figure, column) => this.ruleFigure(figure, column, position, row.kind)),
    );
    this.y = start + this.heightOf(row);
  }

  private ruleFigure(
    { text, rule }: PaperRow['figures'][number],
    column: number,
    y: number,
    kind: PaperRow['kind'],
  ): void {
    if (rule === '' || text === '') return;
    this.font(kind === 'end' ? 'bold' : 'plain', this.size);
    const right = this.rightOf(column);
    const left = right - this.pdf.widthOfString(text) - 6;
    const below = y + this.size * 1.22;
    if (rule === 'over' || rule === 'end') this.rule(left, right, y - 1.2);
    if (rule === 'last') this.rule(left, right, below);
    if (rule === 'end') for (const offset of [0, 1.8]) this.rule(left, right, below + offset);
  }

  private paragraph(text: string): void {
    this.font('italic', this.size - 1);
    const lines = linesOf(this.pdf, text, this.right - SIDE);
    const step = (this.size - 1) * LEADING;
    if (this.y + lines.length * step + 10 > this.bottom) this.beginPage(true);
    this.y += 8;
    this.section.add(
      this.pdf.struct('P', {}, () => {
        this.font('italic', this.size - 1);
        lines.forEach((line, index) => this.pdf.text(line, SIDE, this.y + index * step, { lineBreak: false }));
      }),
    );
    this.y += lines.length * step;
  }

  private signatures(signedBy: readonly string[]): void {
    if (this.y + 96 > this.bottom) this.beginPage(true);
    this.y += 26;
    this.section.add(
      this.pdf.struct('P', {}, () => {
        this.font('plain', 10);
        this.pdf.text('Approved on ______________________ and signed by', SIDE, this.y, { lineBreak: false });
      }),
    );
    const y = this.y + 58;
    drawSignatureLines(this.pdf, this.section, signedBy, { left: SIDE, right: this.right, y });
    this.y = y + 18;
  }

  /** The right edge of a column of figures. */
  private rightOf(column: number): number {
    return this.right - this.widths.slice(column + 1).reduce((sum, width) => sum + width, 0);
  }

  private rule(from: number, to: number, y: number): void {
    this.pdf.moveTo(from, y).lineTo(to, y).lineWidth(0.6).strokeColor(INK).stroke();
  }

  private font(font: Font, size: number): void {
    this.pdf.font(font).fontSize(size);
  }
}
