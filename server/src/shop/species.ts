import type { Species } from '@ember-slate/core/species';
import { placeholders, row, rows, type Tx } from '../platform/db.ts';

/** Table columns in the order of the core's fields. */
export const columns = {
  id: 'id',
  name: 'name',
  names: 'names',
  scientificName: 'scientific_name',
  asfis: 'asfis',
  bodyPlan: 'body_plan',
  bodyRow: 'body_row',
  body: 'body',
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
  marks: 'marks',
  lookAlikes: 'look_alikes',
} as const satisfies Record<keyof Species, string>;

const select = `SELECT ${Object.entries(columns)
  .map(([field, column]) => `${column} AS ${field}`)
  .join(', ')}, own, version FROM species`;

/** A species as the shop keeps it: `own` ones it added, `version` counts its changes. */
export interface KeptSpecies extends Species {
  own: boolean;
  version: number;
}
type Stored = Omit<KeptSpecies, 'histamine' | 'reefToxin' | 'own' | 'body'> & {
  body: string | null;
  histamine: number;
  reefToxin: number;
  own: number;
};
const toSpecies = (s: Stored): KeptSpecies => ({
  ...s,
  histamine: s.histamine === 1,
  reefToxin: s.reefToxin === 1,
  own: s.own === 1,
  body: s.body === null ? null : (JSON.parse(s.body) as Species['body']),
});

export const allSpecies = async (tx: Tx): Promise<KeptSpecies[]> =>
  (await rows<Stored>(tx, `${select} ORDER BY name`)).map(toSpecies);

/** The whole book by id, 38 rows read once per request that needs several; or these species of it only. */
export const speciesById = async (tx: Tx, only?: readonly string[]): Promise<Map<string, KeptSpecies>> => {
  const found = only
    ? (await rows<Stored>(tx, `${select} WHERE id IN (${placeholders(only.length)})`, [...only])).map(
        toSpecies,
      )
    : await allSpecies(tx);
  return new Map(found.map((s) => [s.id, s]));
};

export async function oneSpecies(tx: Tx, id: string): Promise<KeptSpecies | undefined> {
  const found = await row<Stored>(tx, `${select} WHERE id = ?`, [id]);
  return found && toSpecies(found);
}
