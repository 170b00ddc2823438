import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { sfntOf } from './woff.ts';

const fonts = join(
  dirname(createRequire(import.meta.url).resolve('@fontsource/barlow-semi-condensed/package.json')),
  'files',
);
const face = (weight: number) => join(fonts, `barlow-semi-condensed-latin-${weight}-normal.woff`);
async function load() {
  const { default: pdfmake } = await import('pdfmake');
  const { virtualfs } = pdfmake as unknown as {
    virtualfs: { writeFileSync: (name: string, bytes: Buffer) => void };
  };
  for (const weight of [500, 700])
    virtualfs.writeFileSync(`${weight}.ttf`, sfntOf(readFileSync(face(weight))));
  pdfmake.addFonts({
    Barlow: { normal: '500.ttf', bold: '700.ttf', italics: '500.ttf', bolditalics: '700.ttf' },
  });
  // Sheets are made of what is handed in: nothing is fetched, nothing is read.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy(() => false);
  return pdfmake;
}
let ready: ReturnType<typeof load> | null = null;
/** The typesetter, loaded when the first sheet is wanted: a start need not wait for it. */
const typesetter = () => (ready ??= load());

/** The face of sheets has no thin space: what is grouped by one gets a plain one. */
export const printable = (text: string): string => text.replaceAll('\u2009', ' ');

/** A sheet as PDF bytes, set in the product's own face. */
export const renderPdf = async (document: TDocumentDefinitions): Promise<Buffer> =>
  (await typesetter())
    .createPdf({ defaultStyle: { font: 'Barlow', fontSize: 11, lineHeight: 1.15 }, ...document })
    .getBuffer();

async function barcode(bcid: string, text: string, more: object = {}): Promise<string> {
  const { default: bwip } = await import('bwip-js/node');
  return bwip.toSVG({ bcid, text, ...more });
}

/** A GS1 DataMatrix of an element string in brackets, as a drawing. A shop without a GTIN labels with its own number. */
export const dataMatrix = (text: string): Promise<string> =>
  barcode('gs1datamatrix', text, { scale: 3, dontlint: true });

/** An EAN-13 with its digits under it, as a drawing. */
export const ean13 = (digits: string): Promise<string> =>
  barcode('ean13', digits, { includetext: true, height: 12 });
