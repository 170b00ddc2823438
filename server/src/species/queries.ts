import type { Species } from '@ember-slate/core/species';
import { row, rows, run, type Tx } from '../platform/db.ts';

/** Table columns in the order of the core's fields. */
const columns = {
  id: 'id',
  name: 'name',
  scientificName: 'scientific_name',
  asfis: 'asfis',
  bodyPlan: 'body_plan',
  bodyRow: 'body_row',
  euGroup: 'eu_group',
  fat: 'fat',
  arrives: 'arrives',
  minG: 'min_g',
  typicalG: 'typical_g',
  maxG: 'max_g',
  lwA: 'lw_a',
  lwB: 'lw_b',
  gutted: 'gutted',
  headedGutted: 'headed_gutted',
  filletSkinOn: 'fillet_skin_on',
  filletSkinless: 'fillet_skinless',
  iceDays: 'ice_days',
  histamine: 'histamine',
  parasites: 'parasites',
  reefToxin: 'reef_toxin',
  sharp: 'sharp',
  scales: 'scales',
  spawningMonths: 'spawning_months',
  spentFactor: 'spent_factor',
  frameStock: 'frame_stock',
} as const satisfies Record<keyof Species, string>;

const select = `SELECT ${Object.entries(columns)
  .map(([field, column]) => `${column} AS ${field}`)
  .join(', ')} FROM species`;
type Stored = Omit<Species, 'histamine' | 'reefToxin'> & { histamine: number; reefToxin: number };
const toSpecies = (s: Stored): Species => ({
  ...s,
  histamine: s.histamine === 1,
  reefToxin: s.reefToxin === 1,
});

export const allSpecies = async (tx: Tx): Promise<Species[]> =>
  (await rows<Stored>(tx, `${select} ORDER BY name`)).map(toSpecies);

/** The whole book by id: 38 rows, read once per request that needs several. */
export const speciesById = async (tx: Tx): Promise<Map<string, Species>> =>
  new Map((await allSpecies(tx)).map((s) => [s.id, s]));

export async function oneSpecies(tx: Tx, id: string): Promise<Species | undefined> {
  const found = await row<Stored>(tx, `${select} WHERE id = ?`, [id]);
  return found && toSpecies(found);
}

export async function insertSpecies(tx: Tx, species: Species): Promise<void> {
  const fields = Object.keys(columns) as (keyof Species)[];
  await run(
    tx,
    `INSERT IGNORE INTO species (${fields.map((f) => columns[f]).join(', ')}) VALUES (${fields.map(() => '?').join(', ')})`,
    fields.map((f) => species[f]),
  );
}
