import type { PaperType } from '@just-ledger/core';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import PostalMime from 'postal-mime';
import { workbookParts } from '../../platform/files/zip-parts.js';

/** So many pages of a paper are read. */
const MOST_PAGES = 200;

/** So many characters of a paper are kept. */
const MOST_CHARACTERS = 200_000;

/** Finds the text in a file; throws where it is broken, or locked. */
type Reader = (bytes: Uint8Array) => Promise<string>;

/**
 * The text that is written in a paper: of a PDF that of its pages, of a workbook the texts of its cells, of a letter who
 * wrote it to whom with what it says. An image has none, nor has a PDF that is one, nor what is broken or locked.
 *
 * @param bytes the whole file; it may be broken, or made to do harm
 * @throws if what reads it is not there: that is no fault of the paper
 */
export async function paperText(bytes: Uint8Array, type: PaperType): Promise<string> {
  const read = await READERS[type]();
  const text = await read(bytes).catch(() => '');
  return text.slice(0, MOST_CHARACTERS);
}

const ofImages = async (): Promise<Reader> => async () => '';
const ofText = async (): Promise<Reader> => async (bytes) => plainText(bytes);

/** What reads each kind of paper; a large library is loaded with the first that needs it. */
const READERS: Readonly<Record<PaperType, () => Promise<Reader>>> = {
  pdf: readerOfPdf,
  xlsx: async () => textOfWorkbook,
  eml: async () => textOfLetter,
  txt: ofText,
  csv: ofText,
  png: ofImages,
  jpg: ofImages,
  webp: ofImages,
  heic: ofImages,
};

/** Reads the pages of a PDF (ISO 32000), whose programs are never run and whose fonts are not loaded. */
async function readerOfPdf(): Promise<Reader> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const parts = dirname(createRequire(import.meta.url).resolve('pdfjs-dist/package.json'));
  return async (bytes) => {
    const task = getDocument({
      data: new Uint8Array(bytes),
      isEvalSupported: false,
      disableFontFace: true,
      useSystemFonts: false,
      cMapUrl: join(parts, 'cmaps/'),
      cMapPacked: true,
      verbosity: 0,
    });
    try {
      const pdf = await task.promise;
      const pages: string[] = [];
      for (let page = 1; page <= Math.min(pdf.numPages, MOST_PAGES); page += 1) {
        const { items } = await (await pdf.getPage(page)).getTextContent();
        pages.push(items.map((item) => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : '')).join(''));
      }
      return pages.join('\n');
    } finally {
      await task.destroy();
    }
  };
}

/** The texts that the cells of a workbook hold (ISO/IEC 29500); its numbers are not searched for. */
async function textOfWorkbook(bytes: Uint8Array): Promise<string> {
  const parts = await workbookParts(bytes, (name) => /^xl\/(sharedStrings|worksheets\/sheet\d+)\.xml$/.test(name));
  return [...parts.values()]
    .flatMap((part) => [...(part?.toString('utf8').matchAll(/<t(?:\s[^>]*)?>([^<]*)<\/t>/g) ?? [])])
    .map(([, text = '']) => text.replaceAll(/&(lt|gt|amp|quot|apos);/g, (_, name: keyof typeof SIGNS) => SIGNS[name]))
    .join('\n');
}

/** What stands for a sign in XML. */
const SIGNS = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" } as const;

/** Who wrote a letter to whom, what about, and what it says (RFC 5322, MIME). */
async function textOfLetter(bytes: Uint8Array): Promise<string> {
  const { subject, from, to = [], text, html, attachments } = await PostalMime.parse(bytes);
  const people = [from, ...to].flatMap((address) => (address ? [address.name, address.address ?? ''] : []));
  const body = text ?? html?.replaceAll(/<[^>]*>/g, ' ') ?? '';
  return [subject ?? '', people.join(' '), body, ...attachments.map(({ filename }) => filename ?? '')].join('\n');
}

/** A text file; what is not UTF-8 was written with the letters of western Europe. */
function plainText(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
