import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import {
  fitLine,
  grade,
  pairsNeeded,
  quadraticKappa,
  schemeFaults,
  schemesFor,
  type AgePair,
  type Level,
  type Scheme,
} from '@ember-slate/core/freshness';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import type { Work } from '../platform/context.ts';
import { row, rows, run, type Tx } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { oneSpecies, speciesById } from '../species/queries.ts';

const parse = (stored: { body: string }): Scheme => JSON.parse(stored.body) as Scheme;

/** Puts a shipped scheme in where it is not yet there; a changed one stays as the shop has it. */
export const insertShipped = (tx: Tx, scheme: Scheme, at: Date) =>
  run(tx, "INSERT IGNORE INTO scheme (id, version, body, note, made_at) VALUES (?, ?, ?, 'as shipped', ?)", [
    scheme.id,
    scheme.version,
    JSON.stringify(scheme),
    at,
  ]);

/** Every scheme as it is now. */
export const latestSchemes = async (tx: Tx): Promise<Scheme[]> =>
  (
    await rows<{ body: string }>(
      tx,
      'SELECT s.body FROM scheme s JOIN (SELECT id, MAX(version) AS version FROM scheme GROUP BY id) AS last USING (id, version) ORDER BY s.id',
    )
  ).map(parse);

/** One version of a scheme, as a grade remembers it. */
export async function schemeVersion(tx: Tx, id: string, version: number): Promise<Scheme | undefined> {
  const found = await row<{ body: string }>(tx, 'SELECT body FROM scheme WHERE id = ? AND version = ?', [
    id,
    version,
  ]);
  return found && parse(found);
}

/** The schemes that can judge a lot now, then the versions its grades were made with. */
export async function schemesOfLot(
  tx: Tx,
  species: Species,
  condition: ArrivalCondition,
  grades: readonly { scheme: string; schemeVersion: number }[],
): Promise<Scheme[]> {
  const now = schemesFor(await latestSchemes(tx), species, condition);
  const known = new Set(now.map((s) => `${s.id} ${s.version}`));
  const before: Scheme[] = [];
  for (const g of grades) {
    const key = `${g.scheme} ${g.schemeVersion}`;
    if (known.has(key)) continue;
    known.add(key);
    const scheme = await schemeVersion(tx, g.scheme, g.schemeVersion);
    if (scheme) before.push(scheme);
  }
  return [...now, ...before];
}

export async function listSchemes(work: Work): Promise<AnswerOf<typeof contract.grading.schemes>> {
  const history = await rows<{ id: string; version: number; note: string; by: string | null; at: Date }>(
    work.tx,
    'SELECT s.id, s.version, s.note, p.name AS `by`, s.made_at AS at FROM scheme s LEFT JOIN staff p ON p.id = s.made_by ORDER BY s.version DESC',
  );
  const counts = await rows<{ scheme: string; n: number }>(
    work.tx,
    'SELECT scheme, COUNT(*) AS n FROM grade GROUP BY scheme',
  );
  return (await latestSchemes(work.tx)).map((s) => {
    const mine = history.filter((h) => h.id === s.id);
    return {
      ...toFace(s),
      shipped: mine.at(-1)?.by === null,
      grades: counts.find((c) => c.scheme === s.id)?.n ?? 0,
      history: mine.map(({ version, note, by, at }) => ({ version, note, by, at: at.toISOString() })),
    };
  });
}

/** A scheme as the contract shows it: lists that can be changed. */
export const toFace = (s: Scheme): AnswerOf<typeof contract.grading.lot>['schemes'][number] =>
  s as AnswerOf<typeof contract.grading.lot>['schemes'][number];

async function keep(work: Work, scheme: Scheme, note: string): Promise<{ version: number }> {
  const faults = schemeFaults(scheme);
  if (faults.length > 0) throw fieldProblem('signs', faults.join('. '));
  await run(
    work.tx,
    'INSERT INTO scheme (id, version, body, note, made_by, made_at) VALUES (?, ?, ?, ?, ?, ?)',
    [scheme.id, scheme.version, JSON.stringify(scheme), note, work.actor.id, work.now],
  );
  return { version: scheme.version };
}

async function lockScheme(work: Work, id: string, from: number): Promise<Scheme | null> {
  const last = await row<{ version: number; body: string }>(
    work.tx,
    'SELECT version, body FROM scheme WHERE id = ? ORDER BY version DESC LIMIT 1 FOR UPDATE',
    [id],
  );
  if (!last && from > 0) throw problems.notFound('No such scheme');
  if (last && last.version !== from)
    throw problems.stale('Someone changed this scheme meanwhile: look at it again', parse(last));
  return last ? parse(last) : null;
}

/** A change is a new version. A grade that is open goes on with the version it began with. */
export async function changeScheme(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.grading.changeScheme>,
): Promise<{ version: number }> {
  const { version, note, ...fields } = body;
  if (fields.id !== id) throw fieldProblem('id', 'A scheme keeps its name: begin a new one instead');
  const book = await speciesById(work.tx);
  const alien = fields.species?.find((s) => !book.has(s));
  if (alien) throw fieldProblem('species', `${alien} is not in the species book`);
  const had = await lockScheme(work, id, version);
  return keep(work, { ...fields, version: version + 1, calibration: had?.calibration ?? {} }, note);
}

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
     FROM grade g JOIN lot l ON l.id = g.lot_id WHERE g.scheme = ? AND l.species_id = ? AND l.caught_on IS NOT NULL ORDER BY g.id`,
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
async function pairsOf(work: Work, scheme: Scheme, species: Species) {
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
    const days = (g.gradedAt.getTime() - Date.parse(`${g.caughtOn}T12:00:00Z`)) / 86_400_000;
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
async function agreementOf(work: Work, scheme: Scheme, species: Species) {
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

async function schemeAndSpecies(work: Work, id: string, speciesId: string) {
  const scheme = (await latestSchemes(work.tx)).find((s) => s.id === id);
  const species = await oneSpecies(work.tx, speciesId);
  if (!scheme || !species) throw problems.notFound('No such scheme or species');
  if (scheme.species !== null && !scheme.species.includes(speciesId))
    throw fieldProblem('species', `${scheme.name} is not made for ${species.name}`);
  return { scheme, species };
}

export async function calibrationOf(
  work: Work,
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

/** On the manager's word only, and only from enough pairs. */
export async function calibrate(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.grading.calibrate>,
): Promise<{ version: number }> {
  const { scheme, species } = await schemeAndSpecies(work, id, body.speciesId);
  await lockScheme(work, id, body.version);
  const { [species.id]: _before, ...others } = scheme.calibration;
  if (!body.apply)
    return keep(
      work,
      { ...scheme, version: scheme.version + 1, calibration: others },
      `own line for ${species.name} taken back`,
    );
  const fit = fitLine(await pairsOf(work, scheme, species));
  if (!fit || fit.pairs < pairsNeeded)
    throw problems.conflict(
      `A line needs ${pairsNeeded} grades of lots with a known catch date, rising with the days`,
    );
  const { slope, intercept, residualSd, pairs } = fit;
  return keep(
    work,
    {
      ...scheme,
      version: scheme.version + 1,
      calibration: { ...others, [species.id]: { slope, intercept, residualSd, pairs } },
    },
    `own line for ${species.name} from ${pairs} grades`,
  );
}
