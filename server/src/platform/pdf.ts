import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';

const fonts = dirname(
  createRequire(import.meta.url).resolve('@expo-google-fonts/barlow-semi-condensed/package.json'),
);
const faces = { medium: '500Medium', bold: '700Bold' };
async function load() {
  const { default: pdfmake } = await import('pdfmake');
  const { virtualfs } = pdfmake as unknown as {
    virtualfs: { writeFileSync: (name: string, bytes: Buffer) => void };
  };
  for (const face of Object.values(faces))
    virtualfs.writeFileSync(face, readFileSync(join(fonts, face, `BarlowSemiCondensed_${face}.ttf`)));
  pdfmake.addFonts({
    Barlow: { normal: faces.medium, bold: faces.bold, italics: faces.medium, bolditalics: faces.bold },
  });
  // Sheets are made of what is handed in: nothing is fetched, nothing is read.
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy(() => false);
  return pdfmake;
}
let ready: ReturnType<typeof load> | null = null;
/** The typesetter, loaded when the first sheet is wanted: a start need not wait for it. */
const typesetter = () => (ready ??= load());

/** The face of sheets has no thin spaces: what is grouped by one gets a plain one. */
export const printable = (text: string): string => text.replace(/[\u2009\u202f]/g, ' ');

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
