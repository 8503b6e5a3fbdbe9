import { INK, openFonts, RULE } from './font-file.js';
import { type FrontMatter, FrontPages } from './front-pages.js';
import { LIST_SIDE, ListPages, type ListPaper } from './list-pages.js';
import { FOOT, SIDE, SIZES } from './paper-page.js';
import { StatementPages, type StatementPaper } from './statement-pages.js';

/** A statement, or a list. */
export type Paper = StatementPaper | ListPaper;

/** Papers that are printed together. */
export interface PrintedPapers {
  readonly title: string;
  readonly papers: readonly Paper[];
  /** What stands at the foot of each page, before the page. */
  readonly foot: readonly string[];
  readonly size: 'a4' | 'letter';
  /** As what people sign under a statement; nobody where left out. */
  readonly signedBy?: readonly string[];
  /** The place of the paper under which they sign; the last where left out. */
  readonly signedUnder?: number;
  /** What stands before them on pages of their own; nothing where left out. */
  readonly front?: FrontMatter;
}

/**
 * Draws papers as a tagged PDF, each on pages of its own: title and language are set, fonts embedded; a part stays
 * on one page where it fits on one, a page that goes on repeats the heading and the columns.
 */
export async function writePapersPdf(printed: PrintedPapers): Promise<Uint8Array> {
  const { default: PDFDocument } = await import('pdfkit');
  const pdf = new PDFDocument({
    margin: 0,
    bufferPages: true,
    autoFirstPage: false,
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    lang: 'en',
    info: { Title: printed.title },
  });
  // the document has no font beside these: one that is opened under two names is opened anew at each change of fonts
  for (const [name, font] of await openFonts()) pdf.registerFont(name, font);
  const pieces: Buffer[] = [];
  pdf.on('data', (piece: Buffer) => pieces.push(piece));
  const done = new Promise<void>((resolve, reject) => pdf.on('end', resolve).on('error', reject));
  const whole = pdf.struct('Document');
  pdf.addStructure(whole);
  const size = SIZES[printed.size];
  const front = printed.front && new FrontPages(pdf, printed.front, printed.papers, whole, size);
  const begins = printed.papers.map((paper, index) => {
    const section = pdf.struct('Sect');
    whole.add(section);
    const begin = pdf.bufferedPageRange().count;
    const isSigned = index === (printed.signedUnder ?? printed.papers.length - 1);
    if ('groups' in paper) new ListPages(pdf, paper, section, size).draw();
    else new StatementPages(pdf, paper, section, size).draw((isSigned && printed.signedBy) || []);
    section.end();
    return begin;
  });
  front?.drawContents(begins);
  whole.end();
  drawFeet(pdf, printed, begins);
  pdf.end();
  await done;
  return new Uint8Array(Buffer.concat(pieces));
}

/** What stands at the foot of each page, the cover's left out, and which of how many it is: as far in as what stands over it. */
function drawFeet(pdf: PDFKit.PDFDocument, { papers, foot, front }: PrintedPapers, begins: readonly number[]): void {
  const { count } = pdf.bufferedPageRange();
  let index = -1;
  for (let page = front ? 1 : 0; page < count; page += 1) {
    while (page >= (begins[index + 1] ?? Infinity)) index += 1;
    const paper = papers[index];
    const side = paper && 'groups' in paper ? LIST_SIDE : SIDE;
    pdf.switchToPage(page);
    const { width, height } = pdf.page;
    pdf.markContent('Artifact', { type: 'Pagination' });
    pdf.font('plain').fontSize(7.5).fillColor(INK);
    const y = height - FOOT + 18;
    pdf
      .moveTo(side, y - 6)
      .lineTo(width - side, y - 6)
      .lineWidth(0.4)
      .strokeColor(RULE)
      .stroke();
    const texts = [...foot, `Page ${page + 1} of ${count}`];
    texts.forEach((text, index) => {
      const room = width - 2 * side - pdf.widthOfString(text);
      pdf.text(text, side + (room * index) / Math.max(1, texts.length - 1), y, { lineBreak: false });
    });
    pdf.endMarkedContent();
  }
}
