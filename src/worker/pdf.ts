import pageBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import pageNormal from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import pdfMake from 'pdfmake/build/pdfmake';
import wideBold from 'pdfmake/build/fonts/Roboto/Roboto-Medium.ttf?url';
import wideNormal from 'pdfmake/build/fonts/Roboto/Roboto-Regular.ttf?url';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { msg } from '../core/language';
import { hasOtherLetters, inOwnLetters, type InPlainLetters } from '../core/print';

const FILES = {
  'page.woff': pageNormal,
  'page-bold.woff': pageBold,
  'wide.ttf': wideNormal,
  'wide-bold.ttf': wideBold,
};
const STEP = 0x8000;

/** A file of the application as text that the PDF's maker keeps its types in. */
async function base64(url: string): Promise<string> {
  const answer = await fetch(url);
  if (!answer.ok) throw new Error(msg`a font could not be loaded`);
  const bytes = new Uint8Array(await answer.arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += STEP) text += String.fromCharCode(...bytes.subarray(i, i + STEP));
  return btoa(text);
}

let ready: Promise<void> | undefined;
async function prepare(): Promise<void> {
  const entries = await Promise.all(
    Object.entries(FILES).map(async ([name, url]) => [name, await base64(url)] as const),
  );
  pdfMake.addVirtualFileSystem(Object.fromEntries(entries));
  pdfMake.addFonts({
    Page: {
      normal: 'page.woff',
      bold: 'page-bold.woff',
      italics: 'page.woff',
      bolditalics: 'page-bold.woff',
    },
    Wide: { normal: 'wide.ttf', bold: 'wide-bold.ttf', italics: 'wide.ttf', bolditalics: 'wide-bold.ttf' },
  });
}

/** What says letters of other scripts in plain ones: fetched where there are any, and done without where it cannot be. */
const plainLetters = async (document: unknown): Promise<InPlainLetters | undefined> =>
  hasOtherLetters(document) ? import('any-ascii').then((m) => m.default).catch(() => undefined) : undefined;

/** A document as PDF, with the types that ship with the application. */
export async function renderPdf(document: TDocumentDefinitions): Promise<Uint8Array> {
  await (ready ??= prepare());
  const own = inOwnLetters(document, await plainLetters(document)) as TDocumentDefinitions;
  const buffer = await pdfMake.createPdf(own).getBuffer();
  return new Uint8Array(buffer);
}
