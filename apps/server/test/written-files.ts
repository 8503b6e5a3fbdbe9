import { expect } from '@jest/globals';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { RunningServer } from './running-server.js';

/** The bytes of a file that the server writes. */
export async function fileOf(server: RunningServer, path: string, contentType: string): Promise<Uint8Array> {
  const reply = await fetch(`${server.url}${path}`, { headers: { cookie: server.session } });
  expect([reply.status, reply.headers.get('content-type')]).toEqual([200, contentType]);
  return new Uint8Array(await reply.arrayBuffer());
}

/** A PDF as a reader of another make finds it. */
export interface ReadPdf {
  /** The text of each page. */
  readonly pages: string[];
  /** How many letters are drawn as one that the font does not have: glyph 0 (OpenType 1.9, "glyf"). */
  readonly missing: number;
}

/** Reads a PDF. */
export async function readPdf(bytes: Uint8Array): Promise<ReadPdf> {
  const task = getDocument({ data: Uint8Array.from(bytes), useSystemFonts: false, verbosity: 0 });
  const pdf = await task.promise;
  const pages: string[] = [];
  let missing = 0;
  for (let number = 1; number <= pdf.numPages; number += 1) {
    const page = await pdf.getPage(number);
    const { items } = await page.getTextContent();
    const texts = items.map((item) => ('str' in item ? item.str : ''));
    pages.push(texts.join(' ').replaceAll(/\s+/g, ' '));
    const { argsArray } = await page.getOperatorList();
    missing += argsArray.flat(3).filter((part: unknown) => isGlyphZero(part)).length;
  }
  await task.destroy();
  return { pages, missing };
}

function isGlyphZero(part: unknown): boolean {
  return typeof part === 'object' && part !== null && 'originalCharCode' in part && part.originalCharCode === 0;
}

/** The text of a PDF that the server writes, page by page. */
export async function pagesOfPdf(server: RunningServer, path: string): Promise<string[]> {
  return (await readPdf(await fileOf(server, path, 'application/pdf'))).pages;
}
