import { fontFile, INK, RULE } from './font-file.js';

/** A column of a printed list. */
export interface ListColumn {
  readonly label: string;
  /** Points, of which A4 has 595 across and a list takes 519 at most. */
  readonly width: number;
  /** Whether it holds figures, which stand at its right. */
  readonly isFigure?: boolean;
}

/** A row of a printed list, a text a column. */
export interface ListRow {
  readonly cells: readonly string[];
  /** How it is set: a remark in small italics, a sum under a single rule, the end with a double rule under it. */
  readonly style?: 'remark' | 'sum' | 'end';
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
export interface PrintedList {
  readonly organisation: string;
  readonly title: string;
  readonly dates: string;
  readonly columns: readonly ListColumn[];
  readonly groups: Iterable<ListGroup>;
}

const [LEFT, TOP, BOTTOM] = [42, 46, 786];
const SIZE = 8.5;
const GAP = 8;
const LEADING = 3;
const SET_IN = 14;

/**
 * Draws a list as a PDF of A4 pages, page by page as its rows come, so that long ones need little memory. The headings of
 * columns stand on each page; where something is carried, each page ends with it and the next begins with it.
 */
export async function writeListPdf(list: PrintedList): Promise<Uint8Array> {
  const { default: PDFDocument } = await import('pdfkit');
  const title = `${list.organisation}, ${list.title}`;
  const pdf = new PDFDocument({
    size: 'A4',
    margin: 0,
    bufferPages: true,
    autoFirstPage: false,
    font: fontFile('source-serif-4', 400),
    info: { Title: title },
  });
  const pieces: Buffer[] = [];
  pdf.on('data', (piece: Buffer) => pieces.push(piece));
  const done = new Promise<void>((resolve, reject) => pdf.on('end', resolve).on('error', reject));
  new ListPages(pdf, list, title).draw();
  pdf.end();
  await done;
  return new Uint8Array(Buffer.concat(pieces));
}

type Font = 'plain' | 'italic' | 'bold';

/** The pages of a list, drawn one after the other. */
class ListPages {
  private y = 0;
  private carried: readonly string[] | undefined;
  private readonly places: readonly { readonly x: number; readonly width: number }[];
  private readonly right: number;

  constructor(
    private readonly pdf: PDFKit.PDFDocument,
    private readonly list: PrintedList,
    private readonly title: string,
  ) {
    pdf.registerFont('plain', fontFile('source-serif-4', 400));
    pdf.registerFont('italic', fontFile('source-serif-4', 400, 'italic'));
    pdf.registerFont('bold', fontFile('source-serif-4', 700));
    let x = LEFT;
    this.places = list.columns.map(({ width }) => {
      const place = { x, width: width - GAP };
      x += width;
      return place;
    });
    this.right = x - GAP;
  }

  draw(): void {
    this.beginPage();
    for (const group of this.list.groups) this.drawGroup(group);
    const { count } = this.pdf.bufferedPageRange();
    for (let page = 0; page < count; page += 1) {
      this.pdf.switchToPage(page);
      this.font('plain', 7.5);
      this.text(this.title, LEFT, 808);
      const at = `${page + 1} of ${count}`;
      this.text(at, this.right - this.pdf.widthOfString(at), 808);
    }
  }

  private drawGroup({ rows, carried }: ListGroup): void {
    const heights = rows.map((row) => this.heightOf(row));
    const height = heights.reduce((sum, one) => sum + one, 0);
    const fitsOnOne = height < BOTTOM - TOP - 60;
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
    const end = BOTTOM - (this.carried ? SIZE + LEADING : 0);
    if (this.y + height <= end) return;
    this.carry('carried forward');
    this.beginPage();
    this.carry('brought forward');
  }

  private carry(label: string): void {
    const { carried } = this;
    if (!carried) return;
    const at = carried.findIndex((text) => text !== '');
    const cells = carried.map((text, index) => (index === Math.max(0, at - 1) ? label : text));
    this.drawRow({ cells, style: label === 'carried forward' ? 'sum' : 'remark' }, SIZE + LEADING);
  }

  private beginPage(): void {
    const { pdf, list } = this;
    const isFirst = pdf.bufferedPageRange().count === 0;
    pdf.addPage();
    this.y = TOP;
    if (isFirst) {
      for (const [text, font, size] of [
        [list.organisation, 'plain', 12],
        [list.title, 'bold', 17],
        [list.dates, 'italic', 11],
      ] as const) {
        this.font(font, size);
        this.text(text, LEFT + (this.right - LEFT - pdf.widthOfString(text)) / 2, this.y);
        this.y += size + 6;
      }
      this.y += 8;
    }
    const heads = list.columns.map(({ label }) => label);
    const height = this.heightOf({ cells: heads, style: 'remark' });
    this.drawRow({ cells: heads, style: 'remark' }, height);
    this.rule(this.y - 1);
    this.y += 2;
  }

  private heightOf({ cells, style, setIn }: ListRow): number {
    this.fontOf(style);
    const lines = cells.map((text, index) => this.linesOf(text, index, index === setIn).length);
    return Math.max(1, ...lines) * (SIZE + LEADING);
  }

  private drawRow({ cells, style, setIn }: ListRow, height: number): void {
    if (style === 'sum' || style === 'end') this.rule(this.y - 0.5, true);
    this.fontOf(style);
    for (const [index, text] of cells.entries()) {
      const place = this.places[index];
      if (!place || text === '') continue;
      const isFigure = this.list.columns[index]?.isFigure ?? false;
      for (const [row, part] of this.linesOf(text, index, index === setIn).entries()) {
        const x = isFigure ? place.x + place.width - this.pdf.widthOfString(part) : place.x;
        this.text(part, x + (index === setIn ? SET_IN : 0), this.y + row * (SIZE + LEADING));
      }
    }
    this.y += height;
    if (style === 'end') {
      this.rule(this.y, true);
      this.rule(this.y + 2, true);
      this.y += 6;
    }
  }

  /** The lines into which a text is broken to stand in its column: between words, and within one that is too long. */
  private linesOf(text: string, column: number, isSetIn: boolean): string[] {
    const width = (this.places[column]?.width ?? 0) - (isSetIn ? SET_IN : 0);
    const fits = (part: string): boolean => this.pdf.widthOfString(part) <= width;
    if (text === '' || this.list.columns[column]?.isFigure || fits(text)) return [text];
    const lines: string[] = [];
    let line = '';
    for (const word of text.split(/\s+/)) {
      const longer = line === '' ? word : `${line} ${word}`;
      if (fits(longer)) {
        line = longer;
        continue;
      }
      if (line !== '') lines.push(line);
      line = word;
      while (!fits(line) && line.length > 1) {
        let most = line.length - 1;
        while (most > 1 && !fits(line.slice(0, most))) most -= 1;
        lines.push(line.slice(0, most));
        line = line.slice(most);
      }
    }
    return [...lines, line];
  }

  private text(text: string, x: number, y: number): void {
    this.pdf.text(text, x, y, { lineBreak: false });
  }

  private fontOf(style: ListRow['style']): void {
    if (style === 'remark') this.font('italic', SIZE - 0.5);
    else this.font(style === 'end' ? 'bold' : 'plain', SIZE);
  }

  private font(font: Font, size: number): void {
    this.pdf.font(font).fontSize(size).fillColor(INK);
  }

  /** A rule across the page, or over its figures only. */
  private rule(y: number, isOverFigures = false): void {
    const first = this.list.columns.findIndex(({ isFigure }) => isFigure);
    const from = isOverFigures && first >= 0 ? (this.places[first]?.x ?? LEFT) : LEFT;
    this.pdf.moveTo(from, y).lineTo(this.right, y).lineWidth(0.5).strokeColor(RULE).stroke();
  }
}
