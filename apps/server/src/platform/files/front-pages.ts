import { INK } from './font-file.js';
import { type Font, INDENT, SIDE, TOP } from './paper-page.js';

/** A cover, and a contents page after it. */
export interface FrontMatter {
  readonly organisation: string;
  readonly title: string;
  /** What stands under the title, line by line. */
  readonly lines: readonly string[];
  /** Under which name papers stand in the contents, by their place; a name holds until the next one. */
  readonly names: ReadonlyMap<number, string>;
}

/** The first of the cover's lines stands so far down the page. */
const COVER_AT = 0.3;
/** So many lines of contents stand on a page. */
const CONTENTS = 30;

/** The cover, and the contents, whose page numbers are known once everything else is drawn. */
export class FrontPages {
  private readonly contents: PDFKit.PDFStructureElement;
  private readonly lines: readonly { readonly text: string; readonly paper: number | undefined }[];

  constructor(
    private readonly pdf: PDFKit.PDFDocument,
    front: FrontMatter,
    papers: readonly { readonly title: string; readonly dateLine: string }[],
    whole: PDFKit.PDFStructureElement,
    private readonly size: readonly [number, number],
  ) {
    this.lines = papers.flatMap(({ title, dateLine }, index) => {
      const name = front.names.get(index);
      const own = { text: `${title}, ${dateLine}`, paper: index };
      return name === undefined ? [own] : [{ text: name, paper: undefined }, own];
    });
    this.drawCover(front, whole);
    this.contents = pdf.struct('Sect');
    whole.add(this.contents);
    for (let left = this.lines.length; left > 0; left -= CONTENTS) pdf.addPage({ size: [...size], margin: 0 });
  }

  private drawCover({ organisation, title, lines }: FrontMatter, whole: PDFKit.PDFStructureElement): void {
    const { pdf, size } = this;
    pdf.addPage({ size: [...size], margin: 0 });
    const cover = pdf.struct('Sect');
    whole.add(cover);
    let y = size[1] * COVER_AT;
    const write = (type: 'H1' | 'P', text: string, font: Font, points: number): void => {
      const options = { width: size[0] - 2 * SIDE, align: 'center' } as const;
      cover.add(
        pdf.struct(type, {}, () => {
          pdf.font(font).fontSize(points).fillColor(INK).text(text, SIDE, y, options);
        }),
      );
      y += pdf.font(font).fontSize(points).heightOfString(text, options) + points * 0.6;
    };
    write('P', organisation, 'plain', 14);
    write('H1', title, 'bold', 26);
    for (const line of lines) write('P', line, 'italic', 12);
    cover.end();
  }

  /** @param begins the page on which each paper begins, counted from 0 */
  drawContents(begins: readonly number[]): void {
    const { pdf, contents, size } = this;
    const right = size[0] - SIDE;
    this.lines.forEach(({ text, paper }, index) => {
      // the cover is page 0
      pdf.switchToPage(1 + Math.floor(index / CONTENTS));
      const row = index % CONTENTS;
      let y = TOP + 44 + row * 21;
      if (index === 0) {
        contents.add(
          pdf.struct('H1', {}, () => {
            pdf.font('bold').fontSize(15).fillColor(INK).text('Contents', SIDE, TOP, { lineBreak: false });
          }),
        );
      }
      const page = paper === undefined ? undefined : String((begins[paper] ?? 0) + 1);
      const [font, indent] = paper === undefined ? (['bold', 0] as const) : (['plain', INDENT] as const);
      if (paper === undefined) y += 4;
      pdf.font(font).fontSize(10);
      const room = right - SIDE - indent - 40;
      let shortened = text;
      while (pdf.widthOfString(shortened) > room) shortened = `${shortened.slice(0, -2).trimEnd()}…`;
      contents.add(
        pdf.struct('P', {}, () => {
          pdf
            .font(font)
            .fontSize(10)
            .fillColor(INK)
            .text(shortened, SIDE + indent, y, { lineBreak: false });
          if (page) pdf.text(page, right - pdf.widthOfString(page), y, { lineBreak: false });
        }),
      );
    });
    contents.end();
  }
}
