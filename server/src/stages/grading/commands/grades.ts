import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import {
  applies,
  grade,
  isHistamineStop,
  intakeLimit,
  maxPoints,
  sampleSize,
  signsFor,
} from '@ember-slate/core/freshness';
import { refuseClosed } from '../../../platform/books/days.ts';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { clocksOf } from '../../../shop/clocks.ts';
import { lotsById } from '../../../shop/lots.ts';
import { schemeVersion } from '../../../shop/schemes.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

/**
 * Works the grade out from the signs and keeps it beside the person's verdict. A verdict that differs from the
 * advice needs its reason; a hard stop cannot be overridden.
 */
export async function recordGrade(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.grading.record>,
): Promise<AnswerOf<typeof contract.grading.record>> {
  // What was graded on a day is sealed with it.
  await refuseClosed(work, today(work), say('open_it_again_to_grade_in_it'));
  const held = await row<{ id: number }>(work.tx, 'SELECT id FROM lot WHERE id = ? FOR UPDATE', [id]);
  const [lot] = held ? await lotsById(work.tx, [id]) : [];
  if (!lot) throw problems.notFound(say('no_such_lot'));
  const species = (await oneSpecies(work.tx, lot.speciesId))!;
  const scheme = await schemeVersion(work.tx, body.scheme, body.schemeVersion);
  if (!scheme || !applies(scheme, species, lot.condition))
    throw fieldProblem('scheme', say('that_scheme_does_not_judge_this'));
  const signs = signsFor(scheme, species, lot.condition);
  const known = signs.map((s) => s.id);
  body.fish.forEach((fish, i) => {
    const alien = Object.keys(fish).find((s) => !known.includes(s));
    if (alien) throw fieldProblem(`fish.${i}.${alien}`, say('there_is_no_sign_on_this_fish', { alien }));
    const beyond = signs.find((s) => (fish[s.id] ?? 0) > maxPoints(s));
    if (beyond)
      throw fieldProblem(
        `fish.${i}.${beyond.id}`,
        say('has_levels_only', { beyond: beyond.name, words: beyond.words.length }),
      );
    if (Object.keys(fish).length === 0)
      throw fieldProblem(`fish.${i}`, say('fish_has_no_sign_yet', { fish: i + 1 }));
  });
  if (body.fish.length > lot.pieces)
    throw fieldProblem('fish', say('the_lot_has_fish_only', { pieces: lot.pieces }));
  if (body.fish.length < sampleSize(lot.pieces) && body.verdict !== 'reject' && !body.overrideReason) {
    throw fieldProblem(
      'fish',
      say('look_at_of_fish_or_say_why_fewer', { wanted: sampleSize(lot.pieces), pieces: lot.pieces }),
    );
  }
  const clocks = await clocksOf(work, [lot], new Map([[species.id, species]]));
  const advice = grade({
    species,
    condition: lot.condition,
    fish: body.fish,
    coreCelsius: body.coreTenths === null ? null : body.coreTenths / 10,
    limitCelsius: intakeLimit(species, work.settings.ruleProfile),
    temperatureHistory: body.temperatureHistory,
    foreignSmell: body.foreignSmell,
    observed: body.observed,
    scheme,
    storageCelsius: clocks.lot(id)?.expected ?? clocks.expected('place:cold_room'),
  });
  // A warm histamine species may wait for its papers; every other hard stop ends it.
  const mayHold = advice.hardStops.every(isHistamineStop);
  if (advice.hardStops.length > 0 && body.verdict !== 'reject' && !(mayHold && body.verdict === 'hold')) {
    throw fieldProblem(
      'verdict',
      say('this_lot_can_only_be_rejected', {
        mayHold: mayHold ? say('or_held_until_its_temperature') : '',
        hardStops: inWords(advice.hardStops).join(', '),
      }),
    );
  }
  if (body.verdict !== advice.verdict && !body.overrideReason)
    throw fieldProblem('overrideReason', say('say_why_you_decide_otherwise'));
  const made = await run(
    work.tx,
    `INSERT INTO grade (lot_id, graded_at, graded_by, scheme, scheme_version, fish, observed, core_tenths, temperature_history, foreign_smell,
       used_days, half_width, category, advised, verdict, override_reason, on_day) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      id,
      work.now,
      work.actor.id,
      scheme.id,
      scheme.version,
      JSON.stringify(body.fish),
      JSON.stringify(body.observed),
      body.coreTenths,
      body.temperatureHistory,
      body.foreignSmell,
      advice.used,
      advice.halfWidth,
      advice.category,
      advice.verdict,
      body.verdict,
      body.overrideReason || null,
      today(work),
    ],
  );
  if (body.coreTenths !== null) {
    await run(work.tx, 'INSERT INTO lot_probe (lot_id, at, tenths, staff_id) VALUES (?, ?, ?, ?)', [
      id,
      work.now,
      body.coreTenths,
      work.actor.id,
    ]);
  }
  await run(
    work.tx,
    'UPDATE lot SET grade_id = ?, damage = ?, roe = ?, rigor = ?, version = version + 1 WHERE id = ?',
    [made.insertId, JSON.stringify(body.observed.damage), body.observed.roe, body.observed.rigor, id],
  );
  return { id: made.insertId, advised: advice.verdict, verdict: body.verdict };
}
