import { createRequire } from 'node:module';
import anyAscii from 'any-ascii';
import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { inOwnLetters } from '../core/print';

const find = createRequire(import.meta.url);
const own = (weight: number): string =>
  find.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
  );
const wide = (name: string): string => find.resolve(`pdfmake/build/fonts/Roboto/Roboto-${name}.ttf`);

/** A document as PDF, with the types that ship with the application. */
export async function renderPdf(document: TDocumentDefinitions): Promise<Uint8Array> {
  const page = { normal: own(400), bold: own(700), italics: own(400), bolditalics: own(700) };
  const rest = {
    normal: wide('Regular'),
    bold: wide('Medium'),
    italics: wide('Regular'),
    bolditalics: wide('Medium'),
  };
  pdfmake.setFonts({ Page: page, Wide: rest });
  // A document names only these files, and no address.
  pdfmake.setLocalAccessPolicy((path: string) =>
    [...Object.values(page), ...Object.values(rest)].includes(path),
  );
  pdfmake.setUrlAccessPolicy(() => false);
  return pdfmake.createPdf(inOwnLetters(document, anyAscii) as TDocumentDefinitions).getBuffer();
}
