import { INK } from './font-file.js';
import { asArtifact } from './set-lines.js';

/** Points between two lines. */
const BETWEEN = 24;

/** Lines for people to sign on, side by side, as what each signs under it; they go from one side to the other at a height. */
export function drawSignatureLines(
  pdf: PDFKit.PDFDocument,
  section: PDFKit.PDFStructureElement,
  signedBy: readonly string[],
  { left, right, y }: { readonly left: number; readonly right: number; readonly y: number },
): void {
  const width = (right - left - BETWEEN * (signedBy.length - 1)) / Math.max(2, signedBy.length);
  signedBy.forEach((who, index) => {
    const x = left + index * (width + BETWEEN);
    asArtifact(pdf, () =>
      pdf
        .moveTo(x, y)
        .lineTo(x + width, y)
        .lineWidth(0.6)
        .strokeColor(INK)
        .stroke(),
    );
    section.add(
      pdf.struct('P', {}, () => {
        pdf.font('italic').fontSize(9);
        pdf.text(who, x, y + 3, { lineBreak: false });
      }),
    );
  });
}
