/** What sets text: it knows how wide a text is in the font that is chosen. */
type Setter = Pick<PDFKit.PDFDocument, 'widthOfString'>;

/** A text in lines that fit, broken between words; within one that is too long. */
export function linesOf(pdf: Setter, text: string, width: number): string[] {
  if (pdf.widthOfString(text) <= width) return [text];
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/)) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (pdf.widthOfString(longer) <= width) line = longer;
    else {
      if (line !== '') lines.push(line);
      line = word;
      while (pdf.widthOfString(line) > width && line.length > 1) {
        let most = line.length - 1;
        while (most > 1 && pdf.widthOfString(line.slice(0, most)) > width) most -= 1;
        lines.push(line.slice(0, most));
        line = line.slice(most);
      }
    }
  }
  return [...lines, line];
}

/** Draws what readers of the text need not know. */
export function asArtifact(pdf: PDFKit.PDFDocument, draw: () => void): void {
  pdf.markContent('Artifact', { type: 'Layout' });
  draw();
  pdf.endMarkedContent();
}
