import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, BodyOf, contract, LabelSettings } from '@ember-slate/contract';
import { compose, vacuumDays } from '@ember-slate/core/board';
import { addDays } from '@ember-slate/core/calendar';
import { type Form, formOf } from '@ember-slate/core/forms';
import { pieceLabel, priceCode, type ProductionMethod, variableGtin } from '@ember-slate/core/labels';
import { fishMoney } from '@ember-slate/core/prices';
import { today, type Work } from '../../platform/context.ts';
import { placeholders, row, rows, run } from '../../platform/db.ts';
import { notPrinted, printedPerhaps, type PrinterAdapter } from '../../platform/devices/printer.ts';
import { addJob, type JobKind } from '../../platform/jobs.ts';
import { problems } from '../../platform/problem.ts';
import { changeSetting, formsOf } from '../../platform/settings.ts';
import { clocksOf, lifeAt, rawOf } from '../../shop/clocks.ts';
import { lotsById } from '../../shop/lots.ts';
import { type KeptSpecies, oneSpecies } from '../../shop/species.ts';
import { jobOf } from '../../shop/ticketJob.ts';
import {
  cutsOf,
  type InputRow,
  inputsOf,
  type TicketRow,
  ticketsWhere,
  weighOutsOf,
} from '../../shop/tickets.ts';
import { labelRow, type LabelRow } from './queries/labels.ts';
import { type KeptLabel, labelSheet } from './queries/sheet.ts';
import { say } from './say.ts';

/** The shop's number of an item; a new one is given the next. */
async function itemNumber(work: Work, speciesId: string, item: string): Promise<number> {
  const had = await row<{ id: number }>(
    work.tx,
    'SELECT id FROM item_number WHERE species_id = ? AND item = ?',
    [speciesId, item],
  );
  if (had) return had.id;
  return (await run(work.tx, 'INSERT INTO item_number (species_id, item) VALUES (?, ?)', [speciesId, item]))
    .insertId;
}

/**
 * What a piece of this form is made of, lot by lot, and its last day in the cold room, where it goes back to; null past
 * its life. By its own clock where it lies in stock already; not closed yet, by the fish it comes from.
 */
async function fishOf(
  work: Work,
  species: KeptSpecies,
  form: Form,
  ticketId: number,
  inputs: readonly InputRow[],
) {
  const lots = await lotsById(
    work.tx,
    inputs.map((i) => i.lotId),
  );
  const clocks = await clocksOf(work, lots, new Map([[species.id, species]]));
  const pieceOf = (lotId: number) =>
    clocks
      .ofLot(lotId)
      .filter((s) => s.held && s.clock.item === form.id && s.clock.batch === ticketId)
      .sort((a, b) => (a.life?.left ?? 0) - (b.life?.left ?? 0))[0];
  const takenFrom = (lotId: number) => {
    const input = inputs.find((i) => i.lotId === lotId)!;
    return input.item === 'whole'
      ? clocks.lot(lotId)
      : clocks.ofLot(lotId).find((s) => s.clock.item === input.item && s.clock.batch === input.batch);
  };
  const expected = clocks.expected('place:cold_room');
  return lots.map((lot) => {
    const state = pieceOf(lot.id) ?? takenFrom(lot.id) ?? null;
    const life = state && lifeAt(work, species, lot, { ...state.clock, item: form.id }, expected);
    return {
      lastDay: life?.sellBy ?? null,
      defrosted: Boolean(state?.clock.thawedAt),
      raw: rawOf(work, lot, form.id, state, clocks.logs),
    };
  });
}

/** Where the fish of these lots came from, as a label says it; the lot that gave most stands first. */
async function originsOf(work: Work, inputs: readonly InputRow[]) {
  const found = await rows<{
    id: number;
    code: string;
    production: ProductionMethod;
    area: string;
    gear: string | null;
    caughtOn: string | null;
  }>(
    work.tx,
    `SELECT id, code, production, area, gear, caught_on AS caughtOn FROM lot WHERE id IN (${placeholders(inputs.length)})`,
    inputs.map((i) => i.lotId),
  );
  const grams = new Map(inputs.map((i) => [i.lotId, i.grams ?? 0]));
  return found.sort((a, b) => grams.get(b.id)! - grams.get(a.id)!);
}

/** What was done to a weighed piece's own cut; what an order leaves over was cut like the order. */
async function cutAs(
  work: Work,
  species: KeptSpecies,
  ticket: TicketRow,
  inputs: readonly InputRow[],
  weighed: { item: string; cutId: number | null },
) {
  const cuts = await cutsOf(work.tx, [ticket.id]);
  const { outputs } = compose(jobOf(work, species, ticket, cuts, inputs));
  const ofForm = cuts.flatMap((c, i) => (c.form === weighed.item ? [{ c, i }] : []));
  const forCounter = ofForm.filter(({ c }) => c.lineId === null);
  const mine =
    weighed.cutId !== null
      ? ofForm.filter(({ c }) => c.id === weighed.cutId)
      : forCounter.length > 0
        ? forCounter
        : ofForm;
  return {
    states: mine.map(({ i }) => outputs[i]!.state),
    options: [...new Set(mine.flatMap(({ c }) => JSON.parse(c.options) as string[]))],
    packings: [...new Set(mine.map(({ c }) => c.packing))],
  };
}

/** What a weighed piece costs by the price list: by the piece where it has such a price, else by the kilogram. */
async function priceOf(
  work: Work,
  species: string,
  weighed: { item: string; grams: number; pieces: number },
): Promise<{ perKg: number | null; price: number | null }> {
  const list = await row<{ perKg: number; perPiece: number | null }>(
    work.tx,
    'SELECT per_kg AS perKg, per_piece AS perPiece FROM price WHERE species_id = ? AND item = ?',
    [species, weighed.item],
  );
  if (!list) return { perKg: null, price: null };
  // What is sold by the piece says what it costs, and no price a kilogram nobody asks.
  if (weighed.pieces > 0 && list.perPiece !== null)
    return { perKg: null, price: fishMoney({ ...weighed, unit: 'piece', perKg: list.perPiece }) };
  return { perKg: list.perKg, price: fishMoney({ ...weighed, unit: 'kg', perKg: list.perKg }) };
}

/** Everything the label of a weighed piece says, as it stands now. */
async function contentOf(work: Work, ticketId: number, weighOutId: number): Promise<KeptLabel> {
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [ticketId]);
  const weighed = ticket && (await weighOutsOf(work.tx, ticketId)).find((w) => w.id === weighOutId);
  if (!ticket || !weighed) throw problems.notFound(say('no_such_weight_on_this_ticket'));
  if (weighed.kind !== 'order' && weighed.kind !== 'counter')
    throw problems.conflict(say('labels_are_for_pieces_tubs_carry'));
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const form = formOf(formsOf(work.settings), weighed.item);
  const inputs = await inputsOf(work.tx, [ticketId]);
  const fish = await fishOf(work, species, form, ticketId, inputs);
  const { states, options, packings } = await cutAs(work, species, ticket, inputs, weighed);
  if (fish.some((f) => f.lastDay === null))
    throw problems.conflict(say('past_its_life_it_gets_no_label', { form: form.name }));
  // A vacuum never lengthens a date: it can only shorten one.
  const most = packings.includes('vacuum') ? vacuumDays[work.settings.ruleProfile] : null;
  const vacuumEnd = most === null ? [] : [addDays(today(work), most)];
  const { perKg, price } = await priceOf(work, species.id, weighed);
  const settings = work.settings.labels;
  const item = await itemNumber(work, species.id, form.id);
  const label = pieceLabel({
    profile: work.settings.ruleProfile,
    name: species.name,
    scientificName: species.scientificName,
    asfis: species.asfis,
    form,
    lots: await originsOf(work, inputs),
    grams: weighed.grams,
    pieces: weighed.pieces,
    perKg,
    price,
    packedOn: today(work),
    // The lot that ends first ends the piece.
    useBy: [...fish.map((f) => f.lastDay), ...vacuumEnd].sort()[0] ?? null,
    packing: packings.length === 1 ? packings[0]! : null,
    defrosted: fish.some((f) => f.defrosted),
    raw: fish.map((f) => f.raw),
    bonesDeclared: form.boneless && states.some((s) => s.pins === 'declared'),
    stuffed: states.some((s) => s.stuffed || s.herbs),
    options,
    item,
    gtin: settings.companyPrefix === '' ? null : variableGtin(settings.companyPrefix, item),
  });
  const value = settings.carries === 'price' ? price : weighed.grams;
  return inWords({
    ...label,
    warnings: inWords([
      ...label.warnings,
      ...(weighed.source === 'simulated' ? [say('weighed_on_a_simulated_scale')] : []),
    ]),
    shop: work.settings.name,
    whose: [work.settings.about.address, work.settings.about.approval].filter((t) => t !== '').join(', '),
    sample: work.settings.sample,
    currency: work.settings.currency,
    grams: weighed.grams,
    pieces: weighed.pieces,
    perKg,
    price,
    packedOn: today(work),
    priceCode: value === null ? null : priceCode(settings, item, value),
  });
}

/** What a job of printing a piece's label knows: everything on it, so that it needs no records to print. */
interface LabelJob {
  labelId: number;
  size: LabelSettings['size'];
  content: KeptLabel;
}

/** Prints a piece's label. */
export const labelPrinting = (printer: PrinterAdapter): JobKind<LabelJob> => ({
  repeatable: false,
  unsure: printedPerhaps,
  run: async ({ labelId, size, content }) => {
    const outcome = await printer.print(await labelSheet(content, size), 1);
    return outcome === 'printed'
      ? {
          went: 'done',
          tags: ['bench'],
          note: (tx) => run(tx, 'UPDATE label SET prints = prints + 1 WHERE id = ?', [labelId]),
        }
      : notPrinted(outcome);
  },
});

/** Leaves a label to be printed once all this is committed, and says in the answer how it went. */
async function leaveToPrint(work: Work, label: LabelRow): Promise<void> {
  const content = JSON.parse(label.content) as KeptLabel;
  const job = await addJob(work, {
    kind: 'piece_label',
    subject: label.id,
    what: say('label', { title: content.title }),
    payload: { labelId: label.id, size: label.size, content } satisfies LabelJob,
  });
  work.afterwards(job, ({ done, why }) => ({ printed: done, why }));
}

const beingPrinted = { printed: false, why: say('it_is_being_printed') };

/** Makes a piece's label once and has it printed; a printer that is away loses nothing, the label waits. */
export async function makeLabel(
  work: Work,
  ticketId: number,
  weighOutId: number,
  body: BodyOf<typeof contract.labels.make>,
): Promise<AnswerOf<typeof contract.labels.make>> {
  const had = await row<{ id: number }>(
    work.tx,
    'SELECT id FROM label WHERE weigh_out_id = ? AND void_at IS NULL FOR UPDATE',
    [weighOutId],
  );
  const id =
    had?.id ??
    (
      await run(
        work.tx,
        'INSERT INTO label (weigh_out_id, size, content, made_at, made_by) VALUES (?, ?, ?, ?, ?)',
        [
          weighOutId,
          body.size,
          JSON.stringify(await contentOf(work, ticketId, weighOutId)),
          work.now,
          work.actor.id,
        ],
      )
    ).insertId;
  if (!body.print) return { id, printed: false, why: null };
  await leaveToPrint(work, await labelRow(work, id));
  return { id, ...beingPrinted };
}

export async function printAgain(work: Work, id: number): Promise<AnswerOf<typeof contract.labels.print>> {
  const label = await labelRow(work, id);
  if (label.voidWhy !== null) throw problems.conflict(say('this_label_is_void', { voidWhy: label.voidWhy }));
  await leaveToPrint(work, label);
  return { id, ...beingPrinted };
}

/** A person says that the label is on paper. */
export async function printedByHand(work: Work, id: number): Promise<{ id: number }> {
  const label = await labelRow(work, id);
  if (label.voidWhy !== null) throw problems.conflict(say('this_label_is_void', { voidWhy: label.voidWhy }));
  await run(work.tx, 'UPDATE label SET prints = prints + 1 WHERE id = ?', [id]);
  return { id };
}

export async function voidLabel(work: Work, id: number, why: string): Promise<{ id: number }> {
  const label = await labelRow(work, id);
  if (label.voidWhy !== null) throw problems.conflict(say('this_label_is_void_already'));
  await run(work.tx, 'UPDATE label SET void_at = ?, void_by = ?, void_why = ? WHERE id = ?', [
    work.now,
    work.actor.id,
    why,
    id,
  ]);
  return { id };
}

export const setLabels = (work: Work, { version, ...labels }: BodyOf<typeof contract.labels.setSettings>) =>
  changeSetting(
    work,
    'labels',
    version,
    () => labels,
    (had) => had,
  );
