import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { speciesById } from '../../../shop/species.ts';
import { say } from '../say.ts';
import { markOf } from './suppliers.ts';

/** A boat's lots that are shown, the latest. */
const most = 300;

/** Every boat and farm fish was landed of, by name. */
export const boats = (work: Reader): Promise<AnswerOf<typeof contract.landing.boats>> =>
  rows(
    work.tx,
    `SELECT boat AS name, COUNT(*) AS lots, MAX(landed_on) AS last FROM lot
     WHERE boat <> '' AND pieces > 0 AND parent_id IS NULL GROUP BY boat ORDER BY boat`,
  );

/** What was landed of a boat or a farm, by whichever supplier, the latest first. */
export async function boatLots(work: Reader, name: string): Promise<AnswerOf<typeof contract.landing.boat>> {
  const found = await rows<{
    id: number;
    code: string;
    name: string;
    speciesId: string;
    supplier: string;
    landedOn: string;
    caughtOn: string | null;
    grams: number;
    farmed: number;
    used: number | null;
    verdict: AnswerOf<typeof contract.landing.boat>['lots'][number]['verdict'];
  }>(
    work.tx,
    `SELECT l.id, l.code, l.boat AS name, l.species_id AS speciesId, s.name AS supplier, l.landed_on AS landedOn, l.caught_on AS caughtOn, l.grams,
       l.production = 'farmed' AS farmed, g.used_days AS used, g.verdict
     FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
     LEFT JOIN grade g ON g.id = (SELECT MIN(x.id) FROM grade x WHERE x.lot_id = l.id AND x.void_at IS NULL)
     WHERE l.boat = ? AND l.pieces > 0 AND l.parent_id IS NULL ORDER BY l.landed_on DESC, l.id DESC LIMIT ${most}`,
    [name],
  );
  if (!found[0] || name === '') throw problems.notFound(say('no_such_boat'));
  const book = await speciesById(work.tx);
  return {
    name: found[0].name,
    farm: found.every((l) => l.farmed === 1),
    lots: found.map(({ speciesId, used, farmed: _farmed, name: _name, ...l }) => {
      const species = book.get(speciesId)!;
      return { ...l, speciesName: species.name, mark: used === null ? null : markOf(used, species) };
    }),
  };
}
