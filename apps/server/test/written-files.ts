import { expect } from '@jest/globals';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { RunningServer } from './running-server.js';

/** The bytes of a file that the server writes. */
export async function fileOf(server: RunningServer, path: string, contentType: string): Promise<Uint8Array> {
  const reply = await fetch(`${server.url}${path}`, { headers: { cookie: server.session } });
  expect([reply.status, reply.headers.get('content-type')]).toEqual([200, contentType]);
  return new Uint8Array(await reply.arrayBuffer());
}

/** The text of a PDF, page by page, as a reader of another make finds it. */
export async function pagesOfPdf(server: RunningServer, path: string): Promise<string[]> {
  const data = await fileOf(server, path, 'application/pdf');
  const task = getDocument({ data, useSystemFonts: false, verbosity: 0 });
  const pdf = await task.promise;
  const pages: string[] = [];
  for (let page = 1; page <= pdf.numPages; page += 1) {
    const { items } = await (await pdf.getPage(page)).getTextContent();
    pages.push(
      items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ')
        .replaceAll(/\s+/g, ' '),
    );
  }
  await task.destroy();
  return pages;
}
