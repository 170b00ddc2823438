import { marksFile, type marksAnswer } from '@ember-slate/contract/files';
import { bodyOf, marksOn, zone, zoneGrams } from '@ember-slate/core/body';
import { catalogue } from '@ember-slate/core/species';
import type * as z from 'zod';
import { fileCommand } from './files.ts';

await fileCommand(marksFile, 'marks', (file): z.infer<typeof marksAnswer> => {
  const species = catalogue.find((s) => s.id === file.species);
  if (!species) throw new Error(`species: no ${file.species} in the book`);
  const body = bodyOf(species, file.condition, file.grams, file.lengthMm);
  if (!body) throw new Error(`species: a ${species.name} has no side view to mark`);
  const z0 = zone(body, file.cut.zone);
  const { pieces, restGrams, sawGrams } = marksOn(body, z0, file.cut);
  const mm = (u: number) => Math.round(body.mm(u) - body.mm(z0.from));
  return {
    totalMm: Math.round(body.totalMm),
    standardMm: Math.round(body.standardMm),
    zone: {
      fromMm: Math.round(body.mm(z0.from)),
      lengthMm: mm(z0.to),
      grams: Math.round(zoneGrams(z0)),
    },
    pieces: pieces.map((p) => ({ fromMm: mm(p.from), toMm: mm(p.to), grams: Math.round(p.grams) })),
    restGrams: Math.round(restGrams),
    sawGrams: Math.round(sawGrams),
    doubt: body.doubt,
  };
});
