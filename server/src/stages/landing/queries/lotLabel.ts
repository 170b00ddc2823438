import { inWords } from '@ember-slate/words/core';
import type { WeightSource } from '@ember-slate/contract';
import { formatDay } from '@ember-slate/core/calendar';
import { areaWords, gs1Date } from '@ember-slate/core/labels';
import { conditionCode, conditionName, isPiece } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import type { Reader } from '../../../platform/context.ts';
import { row } from '../../../platform/db.ts';
import type { File } from '../../../platform/handlers.ts';
import { dataMatrix, printable, renderPdf } from '../../../platform/pdf.ts';
import { problems } from '../../../platform/problem.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

interface Labelled {
  code: string;
  speciesId: string;
  condition: keyof typeof conditionCode;
  pieces: number;
  grams: number;
  source: WeightSource;
  production: 'caught' | 'caught_freshwater' | 'farmed';
  area: string;
  gear: string | null;
  boat: string;
  caughtOn: string | null;
  landedOn: string;
  supplierLot: string;
  supplier: string;
}

const mm = 72 / 25.4;
const produced = {
  caught: say('caught'),
  caught_freshwater: say('caught_in_freshwater'),
  farmed: say('farmed'),
};
const methods = { caught: '01', caught_freshwater: '02', farmed: '03' };

/**
 * The box label of a lot, 100 x 70 mm: names, production and area, gear, condition, dates, weight, allergen, storage
 * and a GS1 DataMatrix that the shop's own scanner reads back (Reg. (EU) 1379/2013 art. 35; GS1 General Specifications;
 * both from memory).
 */
export async function lotSheet(
  work: Reader,
  id: number,
): Promise<{ code: string; sheet: TDocumentDefinitions }> {
  const lot = await row<Labelled>(
    work.tx,
    `SELECT l.code, l.species_id AS speciesId, l.arrival_condition AS \`condition\`, l.pieces, l.grams, l.weight_source AS source, l.production, l.area, l.gear, l.boat,
       l.caught_on AS caughtOn, l.landed_on AS landedOn, l.supplier_lot AS supplierLot, s.name AS supplier
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id WHERE l.id = ?`,
    [id],
  );
  if (!lot) throw problems.notFound(say('no_such_lot'));
  const species = (await oneSpecies(work.tx, lot.speciesId))!;
  const where = lot.production === 'caught' ? areaWords(lot.area) : lot.area;
  const code = [
    `(10)${lot.code}`,
    `(3103)${String(Math.min(999_999, lot.grams)).padStart(6, '0')}`,
    `(37)${lot.pieces}`,
    ...(lot.caughtOn ? [`(7007)${gs1Date(lot.caughtOn)}`] : []),
    ...(species.asfis ? [`(7008)${species.asfis}`] : []),
    ...(lot.production === 'caught' ? [`(7005)${lot.area}`] : []),
    `(7010)${methods[lot.production]}`,
  ].join('');
  const facts = [
    `${produced[lot.production]}: ${where}`,
    [lot.gear ?? '', lot.boat && say(lot.production === 'farmed' ? 'farm_is' : 'boat_is', { boat: lot.boat })]
      .filter((f) => f !== '')
      .join(', '),
    say('came_so', {
      condition: inWords(conditionName[lot.condition]),
      code: conditionCode[lot.condition],
      pieces: lot.pieces,
      of: isPiece(lot.condition) ? 'pieces' : 'fish',
    }),
    say('landed', {
      landedOn: formatDay(lot.landedOn, 'date'),
      caughtOn: lot.caughtOn ? say('caught_2', { caughtOn: formatDay(lot.caughtOn, 'date') }) : '',
    }),
    `${lot.supplier}${lot.supplierLot ? say('their_lot', { supplierLot: lot.supplierLot }) : ''}`,
    say('contains_fish_keep_at_0_to_2_c_in'),
    lot.source === 'simulated' ? say('weighed_on_a_simulated_scale') : '',
  ].filter((f) => f !== '');
  const sheet: TDocumentDefinitions = {
    pageSize: { width: 100 * mm, height: 70 * mm },
    pageMargins: [5 * mm, 4 * mm, 5 * mm, 4 * mm],
    info: { title: say('lot_3', { code: lot.code }) },
    content: [
      { text: species.name, fontSize: 17, bold: true, lineHeight: 1 },
      { text: species.scientificName, fontSize: 9 },
      {
        columns: [
          { width: '*', stack: facts.map((f) => ({ text: f, fontSize: 8.5 })), margin: [0, 6, 8, 0] },
          { width: 62, svg: await dataMatrix(code), fit: [62, 62], margin: [0, 6, 0, 0] },
        ],
      },
      {
        columns: [
          { text: lot.code, fontSize: 22, bold: true },
          {
            text: printable(massText(lot.grams)),
            fontSize: 22,
            bold: true,
            alignment: 'right',
          },
        ],
        margin: [0, 8, 0, 0],
      },
      ...(work.settings.sample ? [{ text: say('sample_data'), fontSize: 7 }] : []),
    ],
  };
  return { code: lot.code, sheet };
}

export async function lotLabel(work: Reader, id: number): Promise<File> {
  const { code, sheet } = await lotSheet(work, id);
  return { name: `lot-${code}.pdf`, type: 'application/pdf', bytes: await renderPdf(sheet) };
}
