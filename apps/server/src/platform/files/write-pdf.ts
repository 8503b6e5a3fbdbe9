import type { Content, Style, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import { INK, openFont, RULE } from './font-file.js';

declare module 'pdfmake' {
  /** The files that it finds in memory: the types of the package leave them out. */
  export const virtualfs: { writeFileSync(name: string, content: Uint8Array): void };
}

/** A part of a printed document. */
export type PdfPart =
  | { readonly type: 'title'; readonly lines: readonly string[]; readonly isOnNewPage?: boolean }
  | { readonly type: 'text'; readonly text: string }
  /** What is said of something, each with its name. */
  | { readonly type: 'facts'; readonly facts: readonly (readonly [name: string, text: string])[] }
  /** Room for people to sign in, each as what. */
  | { readonly type: 'signatures'; readonly as: readonly string[] }
  | {
      readonly type: 'table';
      readonly heading: string;
      readonly remark?: string;
      readonly isOnNewPage?: boolean;
      readonly columns: readonly string[];
      readonly widths: readonly string[];
      /** So many of the last columns are amounts, at the right. */
      readonly amounts: number;
      readonly rows: readonly (readonly string[])[];
      readonly totals?: readonly string[];
    };

/** The printer, with the fonts that ship with the application; fetched when something is printed. */
async function printer() {
  const { default: pdfmake } = await import('pdfmake');
  // what is printed names no files and no addresses
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy(() => false);
  const font = async (...face: Parameters<typeof openFont>): Promise<string> => {
    const name = face.join(' ');
    pdfmake.virtualfs.writeFileSync(name, await openFont(...face));
    return name;
  };
  pdfmake.setFonts({
    Sans: { normal: await font('public-sans', 400), bold: await font('public-sans', 700) },
    Serif: {
      normal: await font('source-serif-4', 400),
      bold: await font('source-serif-4', 700),
      italics: await font('source-serif-4', 400, 'italic'),
    },
  });
  return pdfmake;
}

/**
 * Draws parts as a PDF of A4 pages: a heading, tables with a single rule above a sum and a double one under it, the title
 * and the page at the foot.
 */
export async function writePdf(title: string, parts: readonly PdfPart[]): Promise<Uint8Array> {
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: 'A4',
    pageMargins: [48, 52, 48, 56],
    defaultStyle: { font: 'Serif', fontSize: 9.5, color: INK, lineHeight: 1.15 },
    content: parts.flatMap(contentOf),
    footer: (page: number, pages: number): Content => ({
      columns: [
        { text: title, fontSize: 8 },
        { text: `${page} of ${pages}`, alignment: 'right', fontSize: 8 },
      ],
      margin: [48, 18, 48, 0],
    }),
  };
  return new Uint8Array(await (await printer()).createPdf(definition).getBuffer());
}

function contentOf(part: PdfPart): Content[] {
  switch (part.type) {
    case 'title':
      return part.lines.map((text, index) => ({
        text,
        alignment: 'center',
        fontSize: index === 1 ? 17 : 12,
        bold: index === 1,
        italics: index > 1,
        margin: [0, 0, 0, index + 1 === part.lines.length ? 16 : 2],
        ...(part.isOnNewPage && index === 0 && { pageBreak: 'before' as const }),
      }));
    case 'text':
      return [{ text: part.text, margin: [0, 0, 0, 10], fontSize: 8.5 }];
    case 'facts':
      return [
        {
          table: {
            widths: ['auto', '*'],
            body: part.facts.map(([name, text]) => [{ text: name, italics: true, fontSize: 8.5 }, text]),
          },
          layout: { defaultBorder: false, paddingTop: () => 1, paddingBottom: () => 1 },
          margin: [0, 0, 0, 6],
        },
      ];
    case 'signatures':
      return [
        {
          columns: part.as.map((text) => ({
            stack: [
              { canvas: [{ type: 'line', x1: 0, y1: 0, x2: 150, y2: 0, lineWidth: 0.5, lineColor: RULE }] },
              { text, italics: true, fontSize: 8.5, margin: [0, 2, 0, 0] },
            ],
          })),
          margin: [0, 56, 0, 0],
        },
      ];
    case 'table':
      return tableContent(part);
    default:
      return part satisfies never;
  }
}

function tableContent(part: PdfPart & { readonly type: 'table' }): Content[] {
  const { columns, amounts, rows, totals } = part;
  const cell = (text: string, index: number, more: Style = {}): TableCell => ({
    text,
    alignment: index >= columns.length - amounts ? 'right' : 'left',
    ...more,
  });
  const last = rows.length + (totals ? 1 : 0);
  const remark: Content[] = part.remark ? [{ text: part.remark, italics: true, margin: [0, 0, 0, 4] }] : [];
  const lowerRule: Content[] = totals
    ? [{ canvas: [{ type: 'line', x1: 0, y1: 1.5, x2: 499, y2: 1.5, lineWidth: 0.7, lineColor: RULE }] }]
    : [];
  return [
    {
      text: part.heading,
      fontSize: 13,
      bold: true,
      margin: [0, 14, 0, 4],
      ...(part.isOnNewPage && { pageBreak: 'before' as const }),
    },
    ...remark,
    {
      table: {
        headerRows: 1,
        dontBreakRows: true,
        widths: [...part.widths],
        body: [
          columns.map((text, index) => cell(text, index, { fontSize: 8.5, italics: true })),
          ...rows.map((row) => row.map((text, index) => cell(text, index))),
          ...(totals ? [totals.map((text, index) => cell(text, index, { bold: true }))] : []),
        ],
      },
      layout: {
        hLineWidth: (index: number) => (index === 1 || (totals && index === last) || index === last + 1 ? 0.7 : 0.2),
        hLineColor: () => RULE,
        vLineWidth: () => 0,
        paddingTop: () => 2,
        paddingBottom: () => 2,
      },
    },
    ...lowerRule,
  ];
}
