import { fontFile, INK, RULE } from './font-file.js';
import { type FrontMatter, FrontPages } from './front-pages.js';
import { FOOT, SIDE, SIZES } from './paper-page.js';
import { StatementPages, type StatementPaper } from './statement-pages.js';

/** Statements that are printed together. */
export interface PrintedStatements {
  readonly title: string;
  readonly papers: readonly StatementPaper[];
  /** What stands at the foot of each page, before the page. */
  readonly foot: readonly string[];
  readonly size: 'a4' | 'letter';
  /** As what people sign; nobody where it is empty. */
  readonly signedBy: readonly string[];
  /** The place of the paper under which they sign; the last where left out. */
  readonly signedUnder?: number;
  /** What stands before them on pages of their own; nothing where left out. */
  readonly front?: FrontMatter;
}

/**
 * Draws statements as a tagged PDF, each on pages of its own: title and language are set, fonts embedded; a part stays
 * on one page where it fits on one, a page that goes on repeats the heading and the columns.
 */
export async function writeStatementsPdf(printed: PrintedStatements): Promise<Uint8Array> {
  const { default: PDFDocument } = await import('pdfkit');
  const pdf = new PDFDocument({
    margin: 0,
    bufferPages: true,
    autoFirstPage: false,
    pdfVersion: '1.7',
    tagged: true,
    displayTitle: true,
    lang: 'en',
    font: fontFile('source-serif-4', 400),
    info: { Title: printed.title },
  });
  pdf.registerFont('plain', fontFile('source-serif-4', 400));
  pdf.registerFont('italic', fontFile('source-serif-4', 400, 'italic'));
  pdf.registerFont('bold', fontFile('source-serif-4', 700));
  const pieces: Buffer[] = [];
  pdf.on('data', (piece: Buffer) => pieces.push(piece));
  const done = new Promise<void>((resolve, reject) => pdf.on('end', resolve).on('error', reject));
  const whole = pdf.struct('Document');
  pdf.addStructure(whole);
  const size = SIZES[printed.size];
  const front = printed.front && new FrontPages(pdf, printed.front, printed.papers, whole, size);
  const begins = printed.papers.map((paper, at) => {
    const section = pdf.struct('Sect');
    whole.add(section);
    const pages = new StatementPages(pdf, paper, section, size);
    const begin = pdf.bufferedPageRange().count;
    pages.draw(at === (printed.signedUnder ?? printed.papers.length - 1) ? printed.signedBy : []);
    section.end();
    return begin;
  });
  front?.drawContents(begins);
  whole.end();
  drawFeet(pdf, printed.foot, printed.front ? 1 : 0);
  pdf.end();
  await done;
  return new Uint8Array(Buffer.concat(pieces));
}

/** What stands at the foot of each page after the first ones, and which of how many it is. */
function drawFeet(pdf: PDFKit.PDFDocument, foot: readonly string[], first: number): void {
  const { count } = pdf.bufferedPageRange();
  for (let page = first; page < count; page += 1) {
    pdf.switchToPage(page);
    const { width, height } = pdf.page;
    pdf.markContent('Artifact', { type: 'Pagination' });
    pdf.font('plain').fontSize(7.5).fillColor(INK);
    const y = height - FOOT + 18;
    pdf
      .moveTo(SIDE, y - 6)
      .lineTo(width - SIDE, y - 6)
      .lineWidth(0.4)
      .strokeColor(RULE)
      .stroke();
    const texts = [...foot, `Page ${page + 1} of ${count}`];
    texts.forEach((text, at) => {
      const room = width - 2 * SIDE - pdf.widthOfString(text);
      pdf.text(text, SIDE + (room * at) / Math.max(1, texts.length - 1), y, { lineBreak: false });
    });
    pdf.endMarkedContent();
  }
}
