import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { addToSetting } from '../../../platform/settings.ts';
import { say } from '../say.ts';

/** Keeps a tub by its name, or forgets it where it has no weight. Two screens at once lose nothing of each other's. */
export async function keepTub(
  work: Work,
  body: BodyOf<typeof contract.bench.keepTub>,
): Promise<Record<never, never>> {
  await addToSetting(work, 'tubs', (tubs) => {
    const others = tubs.filter((t) => t.name !== body.name);
    if (others.length >= 30) throw problems.conflict(say('n30_tubs_are_enough_for_one_bench'));
    return body.grams === null ? others : [...others, { name: body.name, grams: body.grams }];
  });
  return {};
}
