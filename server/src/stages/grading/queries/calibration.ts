import { dayMs } from '@ember-slate/core/calendar';
import type { AnswerOf, contract } from '@ember-slate/contract';
import {
  type AgePair,
  fitLine,
  grade,
  type Level,
  pairsNeeded,
  quadraticKappa,
  type Scheme,
} from '@ember-slate/core/freshness';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { rows, type Tx } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { latestSchemes, schemeVersion } from '../../../shop/schemes.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

interface AgedGrade {
  lotId: number;
  code: string;
  condition: ArrivalCondition;
  caughtOn: string;
  gradedAt: Date;
  gradedBy: number;
  fish: string;
  version: number;
}

const aged = (tx: Tx, scheme: string, speciesId: string): Promise<AgedGrade[]> =>
  rows<AgedGrade>(
    tx,
    `SELECT l.id AS lotId, l.code, l.arrival_condition AS \`condition\`, l.caught_on AS caughtOn, g.graded_at AS gradedAt,
       g.graded_by AS gradedBy, g.fish, g.scheme_version AS version
     FROM grade g JOIN lot l ON l.id = g.lot_id WHERE g.scheme = ? AND l.species_id = ? AND l.caught_on IS NOT NULL AND g.void_at IS NULL ORDER BY g.id`,
    [scheme, speciesId],
  );

/** What a grade's fish amount to on the scheme as shipped, before any calibration. */
function indexOf(
  scheme: Scheme,
  species: Species,
  condition: ArrivalCondition,
  fish: Record<string, Level>[],
) {
  return grade({
    species,
    condition,
    fish,
    coreCelsius: null,
    limitCelsius: 0,
    temperatureHistory: true,
    foreignSmell: false,
    storageCelsius: 0,
    scheme: { ...scheme, calibration: {} },
  }).index;
}

/** Days in ice (from noon of the day of catch) against the index of every grade of lots with a known catch date. */
export async function pairsOf(work: Reader, scheme: Scheme, species: Species) {
  const versions = new Map<number, Scheme>([[scheme.version, scheme]]);
  const pairs: (AgePair & { lotId: number; code: string })[] = [];
  for (const g of await aged(work.tx, scheme.id, species.id)) {
    if (!versions.has(g.version)) {
      const old = await schemeVersion(work.tx, scheme.id, g.version);
      if (old) versions.set(g.version, old);
    }
    const by = versions.get(g.version);
    if (!by) continue;
    const fish = JSON.parse(g.fish) as Record<string, Level>[];
    const days = (g.gradedAt.getTime() - Date.parse(`${g.caughtOn}T12:00:00Z`)) / dayMs;
    pairs.push({
      lotId: g.lotId,
      code: g.code,
      days: Math.max(0, days),
      index: indexOf(by, species, g.condition, fish),
    });
  }
  return pairs;
}

/** How far two people agree who graded the same lot within six hours: level by level of the fish they share. */
async function agreementOf(work: Reader, scheme: Scheme, species: Species) {
  const grades = await aged(work.tx, scheme.id, species.id);
  const pairs: [number, number][] = [];
  let fish = 0;
  for (const [i, a] of grades.entries()) {
    for (const b of grades.slice(i + 1)) {
      const near = Math.abs(a.gradedAt.getTime() - b.gradedAt.getTime()) < 6 * 3_600_000;
      if (a.lotId !== b.lotId || a.gradedBy === b.gradedBy || !near) continue;
      const [one, two] = [a, b].map((g) => JSON.parse(g.fish) as Record<string, Level>[]) as [
        Record<string, Level>[],
        Record<string, Level>[],
      ];
      one.slice(0, two.length).forEach((f, n) => {
        fish += 1;
        for (const [id, level] of Object.entries(f))
          if (two[n]![id] !== undefined) pairs.push([level, two[n]![id]]);
      });
    }
  }
  return { fish, kappa: quadraticKappa(pairs, 4) };
}

export async function schemeAndSpecies(work: Reader, id: string, speciesId: string) {
  const scheme = (await latestSchemes(work.tx)).find((s) => s.id === id);
  const species = await oneSpecies(work.tx, speciesId);
  if (!scheme || !species) throw problems.notFound(say('no_such_scheme_or_species'));
  if (scheme.species !== null && !scheme.species.includes(speciesId))
    throw fieldProblem('species', say('is_not_made_for', { scheme: scheme.name, species: species.name }));
  return { scheme, species };
}

export async function calibrationOf(
  work: Reader,
  query: { scheme: string; species: string },
): Promise<AnswerOf<typeof contract.grading.calibration>> {
  const { scheme, species } = await schemeAndSpecies(work, query.scheme, query.species);
  const pairs = await pairsOf(work, scheme, species);
  return {
    pairs,
    fit: fitLine(pairs),
    needed: pairsNeeded,
    applied: scheme.calibration[species.id] ?? null,
    shippedSlope: scheme.method === 'index' ? scheme.rejectAt! / species.iceDays : 1,
    agreement: await agreementOf(work, scheme, species),
  };
}
