import { inWords } from '@ember-slate/words/core';
import { isSaid } from '@ember-slate/words/said';
import type { AnswerOf, contract, LabelSettings } from '@ember-slate/contract';
import { instantOn } from '@ember-slate/core/calendar';
import { formOf } from '@ember-slate/core/forms';
import { readBoxCode, readPriceCode } from '@ember-slate/core/labels';
import { today, type Reader } from '../../../platform/context.ts';
import { row, rows } from '../../../platform/db.ts';
import type { File } from '../../../platform/handlers.ts';
import { dataMatrix, ean13 } from '../../../platform/pdf.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { bareCode } from '../../../shop/labelCode.ts';
import { type KeptLabel, labelSheet } from './sheet.ts';
import { say } from '../say.ts';

export interface LabelRow {
  id: number;
  size: LabelSettings['size'];
  content: string;
  voidWhy: string | null;
}

export async function labelRow(
  work: Reader,
  id: number,
  lock: '' | 'FOR UPDATE' = 'FOR UPDATE',
): Promise<LabelRow> {
  const found = await row<LabelRow>(
    work.tx,
    `SELECT id, size, content, void_why AS voidWhy FROM label WHERE id = ? ${lock}`,
    [id],
  );
  if (!found) throw problems.notFound(say('no_such_label'));
  return found;
}

export async function labelPdf(work: Reader, id: number): Promise<File> {
  const label = await labelRow(work, id, '');
  const content = JSON.parse(label.content) as KeptLabel;
  return { name: `label-${id}.pdf`, type: 'application/pdf', bytes: await labelSheet(content, label.size) };
}

const svg = (name: string, drawing: string): File => ({
  name,
  type: 'image/svg+xml',
  bytes: Buffer.from(drawing),
});

export async function labelCode(work: Reader, id: number): Promise<File> {
  const { elements } = JSON.parse((await labelRow(work, id, '')).content) as KeptLabel;
  return svg('code.svg', await dataMatrix(elements.map((e) => `(${e.ai})${e.value}`).join('')));
}

export async function labelPriceCode(work: Reader, id: number): Promise<File> {
  const { priceCode: digits } = JSON.parse((await labelRow(work, id, '')).content) as KeptLabel;
  if (digits === null) throw problems.notFound(say('this_label_has_no_price_code'));
  return svg('price.svg', await ean13(digits));
}

export async function labelPreview(work: Reader, id: number): Promise<AnswerOf<typeof contract.labels.one>> {
  const { size, content, voidWhy } = await labelRow(work, id, '');
  const {
    title,
    scientific,
    facts,
    warnings,
    trace,
    useBy,
    packedOn,
    grams,
    pieces,
    perKg,
    price,
    priceCode: code,
    shop,
    whose,
  } = JSON.parse(content) as KeptLabel;
  return {
    title,
    scientific,
    facts,
    warnings,
    trace,
    useBy,
    packedOn,
    grams,
    pieces,
    perKg,
    price,
    priceCode: code,
    shop,
    whose: whose ?? '',
    size,
    voided: voidWhy,
  };
}

export async function labelsToday(work: Reader): Promise<AnswerOf<typeof contract.labels.today>> {
  const made = await rows<{
    id: number;
    ticket: number;
    size: string;
    content: string;
    madeAt: Date;
    madeBy: string;
    prints: number;
    voided: string | null;
  }>(
    work.tx,
    `SELECT b.id, t.number AS ticket, b.size, b.content, b.made_at AS madeAt, p.name AS madeBy, b.prints, b.void_why AS voided
     FROM label b JOIN weigh_out w ON w.id = b.weigh_out_id JOIN ticket t ON t.id = w.ticket_id JOIN staff p ON p.id = b.made_by
     WHERE b.made_at >= ? ORDER BY b.id DESC LIMIT 200`,
    [instantOn(today(work), 0, work.settings)],
  );
  return made.map(({ content, ...l }) => {
    const { title, grams, trace } = JSON.parse(content) as KeptLabel;
    return { ...l, title, grams, trace, madeAt: l.madeAt.toISOString() };
  });
}

/** What a code of this shop says: its own price code, or the GS1 code of a label. */
export async function readCode(work: Reader, code: string): Promise<AnswerOf<typeof contract.labels.read>> {
  const nothing = { grams: null, price: null, trace: null, useBy: null, voided: null };
  if (/^\d{13}$/.test(code.trim())) {
    const settings = work.settings.labels;
    const read = readPriceCode(settings, code);
    if (isSaid(read)) throw fieldProblem('code', inWords(read));
    const item = await row<{ name: string; item: string }>(
      work.tx,
      'SELECT s.name, n.item FROM item_number n JOIN species s ON s.id = n.species_id WHERE n.id = ?',
      [read.item],
    );
    if (!item) throw fieldProblem('code', say('item_is_not_known_here', { item: read.item }));
    return {
      ...nothing,
      title: `${item.name}, ${formOf(formsOf(work.settings), item.item).name}`,
      [settings.carries === 'price' ? 'price' : 'grams']: read.value,
    };
  }
  const read = readBoxCode(code, Number(today(work).slice(0, 4)));
  if (isSaid(read)) throw fieldProblem('code', inWords(read));
  const lot = read.lot
    ? await row<{ name: string }>(
        work.tx,
        'SELECT s.name FROM lot l JOIN species s ON s.id = l.species_id WHERE l.code = ?',
        [read.lot],
      )
    : undefined;
  const label = await row<{ content: string; voided: string | null }>(
    work.tx,
    `SELECT content, void_why AS voided FROM label WHERE scan_code = ? ORDER BY id DESC LIMIT 1`,
    [bareCode(code)],
  );
  const kept = label ? (JSON.parse(label.content) as KeptLabel) : null;
  if (!kept && !lot) throw fieldProblem('code', say('lot_is_not_of_this_shop', { lot: read.lot ?? '?' }));
  return {
    title: kept?.title ?? lot!.name,
    grams: read.grams,
    price: kept?.price ?? null,
    trace: kept?.trace ?? read.lot,
    useBy: read.useBy,
    voided: label?.voided ?? null,
  };
}
