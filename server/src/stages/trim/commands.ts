import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import type { Entry } from '@ember-slate/core/ledger';
import { madeBatch, madeItem, type ProductId, products } from '@ember-slate/core/trim';
import { apportion, massText } from '@ember-slate/core/units';
import { type TrimId, trimOf, trims } from '@ember-slate/core/yields';
import { keepCorrection } from '../../platform/books/corrections.ts';
import { entriesOf, post, undo } from '../../platform/books/ledger.ts';
import { lockLots, removeStock } from '../../platform/books/stock.ts';
import { today, type Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { changeSetting } from '../../platform/settings.ts';
import { clocksOf } from '../../shop/clocks.ts';
import { accountKey } from '../../shop/keys.ts';
import { lotsById } from '../../shop/lots.ts';
import { speciesById } from '../../shop/species.ts';
import { unfitBecause } from '../../shop/stock.ts';
import { isProduct, leastShare, refusalOf, ruleOf } from './queries.ts';
import { say } from './say.ts';

export async function setRule(
  work: Work,
  part: string,
  body: BodyOf<typeof contract.trim.setRule>,
): Promise<{ version: number }> {
  if (!Object.hasOwn(trims, part)) throw problems.notFound(say('no_such_trim'));
  const { version, ...rule } = body;
  if (part === 'viscera' && (rule.keep || rule.goesTo === 'counter' || rule.goesTo === 'kitchen'))
    throw fieldProblem('keep', say('guts_and_gills_are_never_sold_or'));
  return changeSetting(
    work,
    'trimRules',
    version,
    (rules) => ({ ...rules, [part]: rule }),
    (rules) => ruleOf(rules, part as TrimId),
  );
}

/** Says whose roe or liver is eaten here; never of fish that may carry a reef toxin. */
export async function setCustoms(
  work: Work,
  part: string,
  body: BodyOf<typeof contract.trim.setCustoms>,
): Promise<{ version: number }> {
  if (part !== 'roe' && part !== 'liver') throw problems.notFound(say('custom_decides_of_roe_and_liver'));
  const book = await speciesById(work.tx);
  for (const [i, id] of body.speciesIds.entries()) {
    const species = book.get(id);
    if (!species) throw fieldProblem(`speciesIds.${i}`, say('not_in_the_species_book'));
    if (species.reefToxin)
      throw fieldProblem(
        `speciesIds.${i}`,
        say('may_carry_a_reef_toxin_and_its', { species: species.name, part }),
      );
  }
  return changeSetting(
    work,
    'customs',
    body.version,
    (customs) => ({ ...customs, [part]: [...new Set(body.speciesIds)] }),
    (customs) => ({ speciesIds: customs[part] }),
  );
}

export async function setProduct(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.trim.setProduct>,
): Promise<{ version: number }> {
  if (!isProduct(id)) throw problems.notFound(say('no_such_product'));
  return changeSetting(
    work,
    'productPrices',
    body.version,
    (prices) => ({ ...prices, [id]: body.perKg ?? undefined }),
    (prices) => ({ perKg: prices[id] ?? null }),
  );
}

/** Makes a batch of trim: every parent keeps its grams in it, what is lost in the making is drip. */
export async function make(work: Work, body: BodyOf<typeof contract.trim.make>): Promise<{ id: number }> {
  if (!isProduct(body.product)) throw fieldProblem('product', say('choose_what_is_made'));
  const lotIds = body.inputs.map((i) => i.lotId);
  await lockLots(work.tx, lotIds);
  const lots = new Map((await lotsById(work.tx, lotIds)).map((l) => [l.id, l]));
  const book = await speciesById(work.tx);
  const clocks = await clocksOf(work, [...lots.values()], book);
  const product = products[body.product];
  const seen = new Set<string>();
  const out: Entry[] = [];
  for (const [i, input] of body.inputs.entries()) {
    const lot = lots.get(input.lotId);
    const part = trimOf(input.item);
    if (!lot || !part) throw fieldProblem(`inputs.${i}`, say('that_is_no_trim_of_this_shop'));
    const key = `${input.place} ${input.lotId} ${input.item} ${input.batch}`;
    if (seen.has(key)) throw fieldProblem(`inputs.${i}`, say('the_same_tub_is_named_twice'));
    seen.add(key);
    const species = book.get(lot.speciesId)!;
    const state = clocks.row(lot.id, input.place, input.item, input.batch);
    const stopped = product.food ? unfitBecause(work, lot, species, input.item, state) : null;
    const why = stopped ?? refusalOf(work, body.product, part, species);
    if (why) throw fieldProblem(`inputs.${i}`, `${lot.code}, ${inWords(trims[part].name)}: ${inWords(why)}`);
    // Weighed from here: the residue of the tub stays to be counted.
    out.push(
      ...(await removeStock(work, accountKey(input), { grams: input.grams, pieces: 0 }, 'place:cold_room')),
    );
  }
  const gramsIn = body.inputs.reduce((s, i) => s + i.grams, 0);
  if (body.grams > gramsIn)
    throw fieldProblem(
      'grams',
      say('more_than_the_of_fish_in_it_weigh', { gramsIn: massText(gramsIn, work.units) }),
    );
  if (body.grams < gramsIn * leastShare) throw fieldProblem('grams', say('less_than_60_of_what_went_in_bin'));
  const number = await run(
    work.tx,
    'INSERT INTO made (product, movement_id, grams_in, grams_out, remarks, made_at, made_on, made_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [body.product, null, gramsIn, body.grams, body.remarks, work.now, today(work), work.actor.id],
  );
  const batch = madeBatch(number.insertId);
  const byLot = new Map<number, number>();
  for (const i of body.inputs) byLot.set(i.lotId, (byLot.get(i.lotId) ?? 0) + i.grams);
  const ids = [...byLot.keys()];
  const shares = apportion(
    body.grams,
    ids.map((id) => byLot.get(id)!),
  );
  const entries: Entry[] = out.filter((e) => e.grams < 0 || e.account === 'end:unaccounted');
  ids.forEach((lotId, i) => {
    const what = { lotId, item: madeItem(body.product as ProductId), batch, pieces: 0 };
    entries.push({ ...what, account: 'place:cold_room', grams: shares[i]! });
    const lost = byLot.get(lotId)! - shares[i]!;
    if (lost > 0) entries.push({ ...what, account: 'end:drip', grams: lost });
  });
  const movement = await post(work, 'make', entries, inWords(product.name));
  await run(work.tx, 'UPDATE made SET movement_id = ? WHERE id = ?', [movement, number.insertId]);
  return { id: number.insertId };
}

/** Takes a batch of today back that was not made: its trim lies there again. Refused once some of it has gone. */
export async function takeBack(work: Work, id: number, reason: string): Promise<{ id: number }> {
  const find = () =>
    row<{ product: string; movement: number; grams: number; isVoid: number }>(
      work.tx,
      `SELECT product, movement_id AS movement, grams_out AS grams, void_at IS NOT NULL AS isVoid FROM made WHERE id = ?`,
      [id],
    );
  const had = await find();
  if (!had) throw problems.notFound(say('no_such_batch'));
  await lockLots(
    work.tx,
    (await entriesOf(work.tx, had.movement)).map((e) => e.lotId),
  );
  if ((await find())!.isVoid === 1) throw problems.conflict(say('batch_was_taken_back', { id }));
  if ((await undo(work, had.movement)) === null) throw problems.conflict(say('it_was_made_on_another_day'));
  await run(work.tx, 'UPDATE made SET void_at = ? WHERE id = ?', [work.now, id]);
  await keepCorrection(work, 'made', {
    id,
    name: say('batch', { product: isProduct(had.product) ? inWords(products[had.product].name) : '', id }),
    changes: [{ what: say('weight'), was: massText(had.grams, work.units), now: say('is_taken_back') }],
    reason,
  });
  return { id };
}
