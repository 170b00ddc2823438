import { inWords } from '@ember-slate/words/core';
import type { marksAnswer, marksFile } from '@ember-slate/contract/files';
import { bodyOf, marksOn, wingsOf, wingZone, zone, zoneGrams, type ZoneKind } from '@ember-slate/core/body';
import { conditionName, conditionsFor, isPiece } from '@ember-slate/core/species';
import type * as z from 'zod';
import { refuse } from './answer.ts';
import { speciesOf } from './species.ts';

/** Pieces of one cut at most. */
const mostPieces = 500;

/** Where the knife goes on one fish, out of a file. Refuses what cannot be, by its path. */
export function marksOf(file: z.infer<typeof marksFile>): z.infer<typeof marksAnswer> {
  const species = speciesOf(file);
  const { zone: name, ...cut } = file.cut;
  if (!conditionsFor(species).includes(file.condition) || isPiece(file.condition))
    refuse({
      path: ['condition'],
      message: `${species.name} is not marked as ${inWords(conditionName[file.condition])}`,
    });
  const isSlab = name === 'slab_back' || name === 'slab_belly';
  if (isSlab && species.bodyPlan !== 'flat' && species.bodyPlan !== 'large_flat')
    refuse({ path: ['cut', 'zone'], message: `${species.name} has no slabs: those are of flatfish` });
  if (cut.by === 'pieces' && !(Number.isInteger(cut.amount) && cut.amount <= mostPieces))
    refuse({ path: ['cut', 'amount'], message: `whole pieces, ${mostPieces} at most` });
  if ((name === 'wing') !== (species.bodyPlan === 'wing'))
    refuse({
      path: ['cut', 'zone'],
      message: `${species.name} ${name === 'wing' ? 'has no wings' : 'is cut as wing'}`,
    });
  const body = bodyOf(species, file.condition, file.grams, file.lengthMm);
  // A skate has no side view: one of its two wings is marked from the body edge outward.
  const wings = wingsOf(species, file.condition, file.grams);
  const scale = body ?? wingZone(wings / 2);
  const marked = 'zone' in scale ? scale.zone : zone(scale, name as ZoneKind);
  const { pieces, restGrams, sawGrams } = marksOn(scale, marked, cut);
  const mm = (u: number) => Math.round(scale.mm(u) - scale.mm(marked.from));
  if (pieces.length === 0)
    refuse({
      path: ['cut', 'amount'],
      message: `no piece of so much: it weighs ${Math.round(zoneGrams(marked))} g and is ${mm(marked.to)} mm long`,
    });
  return {
    totalMm: body ? Math.round(body.totalMm) : null,
    standardMm: body ? Math.round(body.standardMm) : null,
    zone: {
      fromMm: Math.round(scale.mm(marked.from)),
      lengthMm: mm(marked.to),
      grams: Math.round(zoneGrams(marked)),
    },
    pieces: pieces.map((p) => ({ fromMm: mm(p.from), toMm: mm(p.to), grams: Math.round(p.grams) })),
    restGrams: Math.round(restGrams),
    sawGrams: Math.round(sawGrams),
    doubt: inWords(body?.doubt ?? null),
  };
}
