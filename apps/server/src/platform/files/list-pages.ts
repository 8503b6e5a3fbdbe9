import { INK, RULE } from './font-file.js';
import { type Font, FOOT } from './paper-page.js';
import { asArtifact, linesOf } from './set-lines.js';
import { drawSignatureLines } from './signature-lines.js';

/** A column of a printed list. */
export interface ListColumn {
  readonly label: string;
  /** Points; together at most 519. What a page is wider than that goes to the widest that holds no figures. */
  readonly width: number;
  /** Whether it holds figures, which stand at its right. */
  readonly isFigure?: boolean;
}

/** A row of a printed list, a text a column. */
export interface ListRow {
  readonly cells: readonly string[];
  /** How it is set: a heading, a remark in small italics, a sum under a single rule, the end with a double rule under it. */
  readonly style?: 'heading' | 'remark' | 'sum' | 'end';
  /** The column whose text is set in, as credits are. */
  readonly setIn?: number;
}

/** Rows that stay on one page, where they fit on one; and what the list comes to with them. */
export interface ListGroup {
  readonly rows: readonly ListRow[];
  /** What is carried forward where a page ends after them. */
  readonly carried?: readonly string[];
}

/** A list that may run over a thousand pages. */
export interface ListPaper {
  readonly organisation: string;
  readonly title: string;
  readonly dateLine: string;
  /** What is said of it before its columns, each with its name. */
  readonly facts?: readonly (readonly [name: string, text: string])[];
  readonly columns: readonly ListColumn[];
  readonly groups: Iterable<ListGroup>;
  /** As what people sign under it; nobody where left out. */
  readonly signedBy?: readonly string[];
}

/** The margin at its sides, in points: a list needs more room than a statement. */
export const LIST_SIDE = 42;
const TOP = 46;
const SIZE = 8.5;
const GAP = 8;
const LEADING = 3;
const SET_IN = 14;
const ROW = SIZE + LEADING;
/** Names of facts have so much room. */
const FACT_NAMES = 84;
/** Signatures need so much room. */
const SIGNATURES = 78;

/**
 * The pages of a list, drawn one after the other as its rows come, so that long ones need little memory. The headings of
 * columns stand on each page; where something is carried, each page ends with it and the next begins with it.
 */
export class ListPages {
  private y = 0;
  private isFirst = true;
  private carried: readonly string[] | undefined;
  private readonly places: readonly { readonly x: number; readonly width: number }[];
  private readonly right: number;
  private readonly table: PDFKit.PDFStructureElement;

  constructor(
    private readonly pdf: PDFKit.PDFDocument,
    private readonly list: ListPaper,
    private readonly section: PDFKit.PDFStructureElement,
    private readonly size: readonly [number, number],
  ) {
    this.table = pdf.struct('Table');
    const widths = list.columns.map(({ width }) => width);
    const rest = size[0] - 2 * LIST_SIDE + GAP - widths.reduce((sum, width) => sum + width, 0);
    const texts = list.columns.map(({ width, isFigure }) => (isFigure ? 0 : width));
    const widest = texts.indexOf(Math.max(...texts));
    let x = LIST_SIDE;
    this.places = widths.map((own, index) => {
      const width = index === widest ? own + Math.max(0, rest) : own;
      const column = { x, width: width - GAP };
      x += width;
      return column;
    });
    this.right = x - GAP;
  }

  draw(): void {
    this.beginPage();
    for (const group of this.list.groups) this.drawGroup(group);
    this.table.end();
    this.sign(this.list.signedBy ?? []);
  }

  private get bottom(): number {
    return this.size[1] - FOOT;
  }

  private drawGroup({ rows, carried }: ListGroup): void {
    const heights = rows.map((row) => this.heightOf(row));
    const height = heights.reduce((sum, height) => sum + height, 0);
    const fitsOnOne = height < this.bottom - TOP - 60;
    if (fitsOnOne) this.makeRoom(height);
    for (const [index, row] of rows.entries()) {
      const own = heights[index] ?? 0;
      if (!fitsOnOne) this.makeRoom(own);
      this.drawRow(row, own);
    }
    this.carried = carried ?? this.carried;
  }

  /** Ends the page where so much does not fit on it any more; room is kept for what is carried forward. */
  private makeRoom(height: number): void {
    const end = this.bottom - (this.carried ? ROW : 0);
    if (this.y + height <= end) return;
    this.carry('carried forward');
    this.beginPage();
    this.carry('brought forward');
  }

  private carry(label: string): void {
    const { carried } = this;
    if (!carried) return;
    const first = carried.findIndex((text) => text !== '');
    const cells = carried.map((text, index) => (index === Math.max(0, first - 1) ? label : text));
    const row: ListRow = { cells, style: label === 'carried forward' ? 'sum' : 'remark' };
    this.drawRules(row, ROW);
    asArtifact(this.pdf, () => cells.forEach((_, column) => this.drawCell(row, column)));
    this.y += ROW;
  }

  private beginPage(): void {
    const { pdf, list } = this;
    this.addPage();
    if (this.isFirst) {
      for (const [type, text, font, size] of [
        ['P', list.organisation, 'plain', 12],
        ['H1', list.title, 'bold', 17],
        ['P', list.dateLine, 'italic', 11],
      ] as const) {
        this.section.add(pdf.struct(type, {}, () => this.centred(text, font, size)));
        this.y += 6;
      }
      this.drawFacts(list.facts ?? []);
      this.section.add(this.table);
      this.y += 8;
    }
    const heads: ListRow = { cells: list.columns.map(({ label }) => label), style: 'remark' };
    const height = this.heightOf(heads);
    if (this.isFirst) this.addRow(heads, 'TH');
    else asArtifact(pdf, () => heads.cells.forEach((_, column) => this.drawCell(heads, column)));
    this.y += height;
    asArtifact(pdf, () => this.rule(this.y - 1));
    this.y += 2;
    this.isFirst = false;
  }

  /** A page with nothing on it, or with what it goes on with at its head. */
  private addPage(): void {
    const { pdf, list } = this;
    const isFirst = this.y === 0;
    pdf.addPage({ size: [...this.size], margin: 0 });
    this.y = TOP;
    if (isFirst) return;
    asArtifact(pdf, () => {
      this.font('italic', 7.5);
      const [head = ''] = linesOf(
        pdf,
        [list.organisation, list.title, list.dateLine].join(', '),
        this.right - LIST_SIDE,
      );
      pdf.text(head, LIST_SIDE, TOP - 16, { lineBreak: false });
    });
  }

  private drawFacts(facts: NonNullable<ListPaper['facts']>): void {
    const { pdf } = this;
    if (facts.length === 0) return;
    const table = pdf.struct('Table');
    this.section.add(table);
    this.y += 6;
    for (const [name, text] of facts) {
      this.font('plain', SIZE);
      const lines = linesOf(pdf, text, this.right - LIST_SIDE - FACT_NAMES);
      const row = pdf.struct('TR');
      table.add(row);
      if (this.y + ROW > this.bottom) this.addPage();
      row.add(
        pdf.struct('TH', {}, () => {
          this.font('italic', SIZE - 0.5);
          pdf.text(name, LIST_SIDE, this.y, { lineBreak: false });
        }),
      );
      const cell = pdf.struct('TD');
      row.add(cell);
      for (const line of lines) {
        if (this.y + ROW > this.bottom) this.addPage();
        cell.add(() => {
          this.font('plain', SIZE);
          pdf.text(line, LIST_SIDE + FACT_NAMES, this.y, { lineBreak: false });
        });
        this.y += ROW;
      }
      row.end();
      this.y += 2;
    }
    table.end();
  }

  private sign(signedBy: readonly string[]): void {
    if (signedBy.length === 0) return;
    if (this.y + SIGNATURES > this.bottom) this.addPage();
    const y = this.y + SIGNATURES - 18;
    drawSignatureLines(this.pdf, this.section, signedBy, { left: LIST_SIDE, right: this.right, y });
    this.y += SIGNATURES;
  }

  private centred(text: string, font: Font, size: number): void {
    const { pdf } = this;
    this.font(font, size);
    for (const line of linesOf(pdf, text, this.right - LIST_SIDE)) {
      const x = LIST_SIDE + (this.right - LIST_SIDE - pdf.widthOfString(line)) / 2;
      pdf.text(line, x, this.y, { lineBreak: false });
      this.y += size;
    }
  }

  private heightOf({ cells, style, setIn }: ListRow): number {
    this.fontOf(style);
    const lines = cells.map((text, index) => this.linesIn(text, index, index === setIn).length);
    return Math.max(1, ...lines) * ROW + (style === 'heading' ? LEADING : 0);
  }

  private drawRow(row: ListRow, height: number): void {
    this.drawRules(row, height);
    if (row.style === 'heading') this.y += LEADING;
    this.addRow(row, 'TD');
    this.y += height - (row.style === 'heading' ? LEADING : 0);
    if (row.style === 'end') this.y += 6;
  }

  private addRow(row: ListRow, type: 'TH' | 'TD'): void {
    const element = this.pdf.struct('TR');
    this.table.add(element);
    row.cells.forEach((_, column) => {
      element.add(this.pdf.struct(type, {}, () => this.drawCell(row, column)));
    });
    element.end();
  }

  private drawCell({ cells, style, setIn }: ListRow, column: number): void {
    const columnPlace = this.places[column];
    const text = cells[column] ?? '';
    if (!columnPlace || text === '') return;
    this.fontOf(style);
    const isFigure = this.list.columns[column]?.isFigure ?? false;
    for (const [row, part] of this.linesIn(text, column, column === setIn).entries()) {
      const x = isFigure ? columnPlace.x + columnPlace.width - this.pdf.widthOfString(part) : columnPlace.x;
      this.pdf.text(part, x + (column === setIn ? SET_IN : 0), this.y + row * ROW, { lineBreak: false });
    }
  }

  /** The rules of a row: one over a sum, two under the end. */
  private drawRules({ style }: ListRow, height: number): void {
    if (style !== 'sum' && style !== 'end') return;
    asArtifact(this.pdf, () => {
      this.rule(this.y - 0.5, true);
      if (style === 'end') for (const offset of [0, 2]) this.rule(this.y + height + offset, true);
    });
  }

  /** The lines of a text in its column; a figure is never broken. */
  private linesIn(text: string, column: number, isSetIn: boolean): string[] {
    if (text === '' || this.list.columns[column]?.isFigure) return [text];
    return linesOf(this.pdf, text, (this.places[column]?.width ?? 0) - (isSetIn ? SET_IN : 0));
  }

  private fontOf(style: ListRow['style']): void {
    if (style === 'remark') this.font('italic', SIZE - 0.5);
    else this.font(style === 'end' || style === 'heading' ? 'bold' : 'plain', SIZE);
  }

  private font(font: Font, size: number): void {
    this.pdf.font(font).fontSize(size).fillColor(INK);
  }

  /** A rule across the page, or over its figures only. */
  private rule(y: number, isOverFigures = false): void {
    const first = this.list.columns.findIndex(({ isFigure }) => isFigure);
    const from = isOverFigures && first >= 0 ? (this.places[first]?.x ?? LIST_SIDE) : LIST_SIDE;
    this.pdf.moveTo(from, y).lineTo(this.right, y).lineWidth(0.5).strokeColor(RULE).stroke();
  }
}
