import { inWords } from '@ember-slate/words/core';
import { type marksAnswer, marksFile } from '@ember-slate/contract/files';
import { bodyOf, marksOn, wingsOf, wingZone, zone, zoneGrams, type ZoneKind } from '@ember-slate/core/body';
import { catalogue } from '@ember-slate/core/species';
import type * as z from 'zod';
import { fileCommand } from './files.ts';

await fileCommand(marksFile, 'marks', (file): z.infer<typeof marksAnswer> => {
  const known = catalogue.find((s) => s.id === file.species);
  if (!known) throw new Error(`species: no ${file.species} in the book`);
  const species = { ...known, body: file.body };
  const { zone: name, ...cut } = file.cut;
  if ((name === 'wing') !== (species.bodyPlan === 'wing'))
    throw new Error(`cut.zone: ${species.name} ${name === 'wing' ? 'has no wings' : 'is cut as wing'}`);
  const body = bodyOf(species, file.condition, file.grams, file.lengthMm);
  // A skate has no side view: one of its two wings is marked from the body edge outward.
  const wings = wingsOf(species, file.condition, file.grams);
  const scale = body ?? wingZone(wings / 2);
  const marked = 'zone' in scale ? scale.zone : zone(scale, name as ZoneKind);
  const { pieces, restGrams, sawGrams } = marksOn(scale, marked, cut);
  const mm = (u: number) => Math.round(scale.mm(u) - scale.mm(marked.from));
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
});
