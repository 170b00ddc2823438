import type { InWords } from '@ember-slate/words/core';
import { inWords } from '@ember-slate/words/core';
import type { LabelSettings } from '@ember-slate/contract';
import { formatDay } from '@ember-slate/core/calendar';
import type { PieceLabel } from '@ember-slate/core/labels';
import { massText } from '@ember-slate/core/units';
import { moneyOnPaper } from '../../../platform/money.ts';
import { dataMatrix, ean13, printable, renderPdf } from '../../../platform/pdf.ts';
import { say } from '../say.ts';

/** A piece's label as it was made: printed again it says the same. */
export interface KeptLabel extends InWords<PieceLabel> {
  shop: string;
  /** Where the shop is and its number with the authorities; labels made before it was asked for have none. */
  whose?: string;
  sample: boolean;
  currency: string;
  grams: number;
  pieces: number;
  perKg: number | null;
  price: number | null;
  packedOn: string;
  priceCode: string | null;
}

const mm = 72 / 25.4;

/** Label sizes in mm, with the type that fits them, points. */
const sizes: Record<
  LabelSettings['size'],
  { width: number; height: number; title: number; text: number; code: number }
> = {
  '58x40': { width: 58, height: 40, title: 8.5, text: 4.6, code: 30 },
  '100x50': { width: 100, height: 50, title: 12, text: 6.6, code: 44 },
  '100x70': { width: 100, height: 70, title: 15, text: 8.2, code: 58 },
};

/** The label true to size as PDF bytes. */
export async function labelSheet(label: KeptLabel, size: LabelSettings['size']): Promise<Buffer> {
  const s = sizes[size];
  const margin = size === '58x40' ? 2 : 4;
  const money = (minor: number) => moneyOnPaper({ settings: label }, minor);
  const text = (t: string, more: object = {}) => ({ text: printable(t), fontSize: s.text, ...more });
  const weight = massText(label.grams);
  return renderPdf({
    pageSize: { width: s.width * mm, height: s.height * mm },
    pageMargins: margin * mm,
    info: { title: label.title },
    content: [
      { text: printable(label.title), fontSize: s.title, bold: true, lineHeight: 1 },
      text(label.scientific),
      {
        columns: [
          {
            width: '*',
            stack: [
              ...label.facts.map((f) => text(inWords(f))),
              text(label.warnings.join(' '), { bold: true }),
              text(say('lot', { trace: label.trace })),
              text(
                label.useBy && label.useBy !== label.packedOn
                  ? say('use_by', { useBy: formatDay(label.useBy, 'date') })
                  : say('use_today', { packedOn: formatDay(label.packedOn, 'date') }),
                {
                  bold: true,
                  fontSize: s.text * 1.25,
                },
              ),
            ],
            margin: [0, 2, 4, 0],
          },
          {
            width: s.code,
            stack: [
              {
                svg: await dataMatrix(label.elements.map((e) => `(${e.ai})${e.value}`).join('')),
                fit: [s.code, s.code],
              },
            ],
            margin: [0, 2, 0, 0],
          },
        ],
      },
      {
        columns: [
          {
            width: '*',
            stack: [
              {
                text: printable(
                  `${label.pieces > 1 ? `${say('pieces', { pieces: label.pieces })} ` : ''}${weight}`,
                ),
                fontSize: s.title,
                bold: true,
                lineHeight: 1,
              },
              ...(label.perKg === null ? [] : [text(say('a_kg', { perKg: money(label.perKg) }))]),
              ...(label.price === null
                ? []
                : [{ text: money(label.price), fontSize: s.title * 1.1, bold: true, lineHeight: 1 }]),
              text(`${label.shop}${label.sample ? say('sample_data') : ''}`),
              ...(label.whose ? [text(label.whose)] : []),
            ],
          },
          ...(label.priceCode === null
            ? []
            : [
                {
                  width: s.code * 1.9,
                  svg: await ean13(label.priceCode),
                  fit: [s.code * 1.9, s.code * 0.75] as [number, number],
                },
              ]),
        ],
        margin: [0, 2, 0, 0],
      },
    ],
  });
}
