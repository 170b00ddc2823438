import { remembered } from '../../../platform/kept.ts';
import type { AnswerOf, BodyOf, contract, GradingLot } from '@ember-slate/contract';
import type { Level } from '@ember-slate/core/freshness';
import type { Species } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { type Clocks, clocksOf } from '../../../shop/clocks.ts';
import { gradesOfLot, lotsById, lotsInShop, type LotWithGrade } from '../../../shop/lots.ts';
import { oneSpecies, speciesById } from '../../../shop/species.ts';
import { schemesOfLot, toFace } from './schemes.ts';
import { say } from '../say.ts';

export type GradeObserved = BodyOf<typeof contract.grading.record>['observed'];

function toGradingLot(species: Species, lot: LotWithGrade, clocks: Clocks): GradingLot {
  const state = clocks.lot(lot.id);
  const {
    gradedAt: _at,
    usedDays: _used,
    halfWidth: _half,
    gradeId: _grade,
    pricePerKg: _price,
    production,
    arrivedAt: _arrived,
    histamineClearance: _clearance,
    damage: _damage,
    ...shown
  } = lot;
  return {
    ...shown,
    farmed: production === 'farmed',
    speciesName: species.name,
    usedNow: state?.life?.used ?? null,
    daysLeft: state?.life?.left ?? null,
    sellBy: state?.sellBy ?? null,
    expected: state?.expected ?? clocks.expected('place:cold_room'),
  };
}

/** Lots in the shop: those without a grade first, fish with their guts in before the others. */
export const gradingLots = remembered(async (work: Reader): Promise<GradingLot[]> => {
  const book = await speciesById(work.tx);
  const found = await lotsInShop(work.tx);
  const clocks = await clocksOf(work, found, book);
  const lots = found.map((l) => toGradingLot(book.get(l.speciesId)!, l, clocks));
  const rank = (l: GradingLot) =>
    l.verdict === null ? (l.condition === 'whole' ? 0 : 1) : l.verdict === 'hold' ? 2 : 3;
  return lots.sort((a, b) => rank(a) - rank(b) || (a.daysLeft ?? 0) - (b.daysLeft ?? 0) || a.id - b.id);
});

export async function gradingLot(work: Reader, id: number): Promise<AnswerOf<typeof contract.grading.lot>> {
  const [lot] = await lotsById(work.tx, [id]);
  if (!lot) throw problems.notFound(say('no_such_lot'));
  const species = (await oneSpecies(work.tx, lot.speciesId))!;
  const grades = await gradesOfLot(work.tx, id);
  const clocks = await clocksOf(work, [lot], new Map([[species.id, species]]));
  return {
    ...toGradingLot(species, lot, clocks),
    grades: grades.map((g) => ({
      ...g,
      gradedAt: g.gradedAt.toISOString(),
      fish: JSON.parse(g.fish) as Record<string, Level>[],
      observed: g.observed === null ? null : (JSON.parse(g.observed) as GradeObserved),
      temperatureHistory: g.temperatureHistory === 1,
      foreignSmell: g.foreignSmell === 1,
    })),
    schemes: (await schemesOfLot(work.tx, species, lot.condition, grades)).map(toFace),
  };
}
