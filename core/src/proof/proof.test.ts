import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook, formOf, shippedForms, togetherRefusal } from '../forms/index.ts';
import { arrivalFraction, catalogue, conditionsFor, type Species } from '../species/index.ts';
import { jobFaults, kindOf, plainCut, questions, type Job, type WantedCut } from '../board/index.ts';
import { composed } from '../board/compose.ts';
import { brokenHolds, type Composed, everyCase, faultsOf, type Refused } from './proof.ts';
import { refusedText } from './refused.ts';

/** Whether two jobs come to the same: acts and their words, pieces, tubs, water and minutes. */
const sameWork = (a: Composed, b: Composed) =>
  (['minutes', 'water', 'tubs', 'outputs', 'steps'] as const).every((k) => isDeepStrictEqual(a[k], b[k]));

const the = (id: string) => formOf(formBook(), id);

describe('every species in every condition as every form, with each option and each method', () => {
  const refused: Refused[] = [];
  const broken = new Map<string, string>();
  const idle = new Map<string, string>();
  const builds = new Set<string>();
  let jobs = 0;
  for (const c of everyCase()) {
    if ('refused' in c) {
      refused.push(c);
      continue;
    }
    if (c.build !== null) {
      const had = builds.size;
      builds.add(c.build + c.name.slice(c.job.species.id.length));
      if (builds.size === had) continue;
    }
    jobs++;
    const work = c.work();
    for (const fault of faultsOf(c.job, work)) broken.set(fault, c.name);
    if (c.without && sameWork(c.without.work, work)) {
      const [, q, m] = c.without.asked.split(' ');
      // The same work only where a rule leaves no other.
      if (work.methods[q as 'ribs']?.method.id !== m) idle.set(c.without.asked, c.name);
    }
  }

  it('takes off what it expects, ends where it should, says nothing of what is not there', () => {
    expect(jobs).toBeGreaterThan(35_000);
    expect([...broken].map(([fault, of]) => `${of}: ${fault}`)).toEqual([]);
  });
  it('changes something with every option and every method, or refuses it', () => {
    expect([...idle].map(([what, of]) => `${of}: ${what} changes nothing`)).toEqual([]);
  });
  it('refuses the rest, each with its reason', async () => {
    await expect(refusedText(refused)).toMatchFileSnapshot('./refused.txt');
  });
});

describe('several forms, options and methods at once', () => {
  const grams = (s: Species, c: Job['condition'] & 'whole') => s.typicalG * arrivalFraction(s, c);
  const cutOf = fc
    .record({
      form: fc.constantFrom(...shippedForms),
      pick: fc.array(fc.nat(5), { maxLength: 3 }),
      pieces: fc.integer({ min: 1, max: 6 }),
      pieceGrams: fc.integer({ min: 50, max: 400 }),
    })
    .map(({ form, pick, pieces, pieceGrams }): WantedCut => ({
      ...plainCut(form),
      options: [...new Set(pick.flatMap((i) => form.options[i] ?? []))],
      pieces,
      pieceGrams,
    }));
  const job = fc
    .record({
      species: fc.constantFrom(...catalogue),
      at: fc.nat(2),
      cuts: fc.array(cutOf, { minLength: 1, maxLength: 3 }),
      size: fc.double({ min: 0.5, max: 2.5, noNaN: true }),
      roe: fc.constantFrom('unknown', 'some', 'full', 'spent', 'none'),
      month: fc.constantFrom(null, 1, 4, 8),
      scaled: fc.constantFrom('no', 'part', 'yes'),
      choices: fc.dictionary(fc.constantFrom(...questions.map((q) => q.id)), fc.nat(4), { maxKeys: 5 }),
    })
    .map(({ species, at, size, choices, ...rest }): Job => {
      const condition = conditionsFor(species)[at]!;
      return {
        ...rest,
        species,
        condition,
        fish: 2,
        fishGrams: grams(species, condition as 'whole') * size,
        // Of the shop's choices those that do not apply give way.
        shop: Object.fromEntries(
          questions.flatMap((q) => {
            const m = q.methods[choices[q.id] ?? -1];
            return m ? [[q.id, m.id]] : [];
          }),
        ),
      };
    });
  it('holds for them too (seeded)', () => {
    let tried = 0;
    fc.assert(
      fc.property(job, (j) => {
        if (jobFaults(j).length > 0) return;
        tried++;
        expect(brokenHolds(j)).toEqual([]);
      }),
      { numRuns: 12_000, seed: 20_261_128 },
    );
    expect(tried).toBeGreaterThan(500);
  });

  it('holds for every pair of forms one fish gives', () => {
    const broken: string[] = [];
    // Of species built and armed alike one stands for all.
    const alike = new Map(catalogue.map((s) => [[kindOf(s), s.sharp, s.scales, s.typicalG > 700].join(), s]));
    for (const species of alike.values())
      for (const condition of conditionsFor(species))
        shippedForms.forEach((a, i) => {
          for (const b of shippedForms.slice(i + 1)) {
            if (togetherRefusal(a, b) !== null) continue;
            const j: Job = {
              species,
              condition,
              scaled: 'no',
              cuts: [a, b].map((f) => ({ ...plainCut(f), pieces: 2, pieceGrams: 120 })),
              fishGrams:
                Math.max(species.typicalG, a.lightestG ?? 0, b.lightestG ?? 0) *
                arrivalFraction(species, condition) *
                1.001,
              fish: 1,
              month: 6,
            };
            if (jobFaults(j).length > 0) continue;
            for (const fault of brokenHolds(j))
              broken.push(`${species.id} ${condition} ${a.id} ${b.id}: ${fault}`);
          }
        });
    expect(broken.slice(0, 12)).toEqual([]);
  });

  it('finds faults where they are', () => {
    const j: Job = {
      species: catalogue.find((s) => s.id === 'hake')!,
      condition: 'gutted',
      scaled: 'no',
      cuts: [plainCut(the('fillet_skinless'))],
      fishGrams: 2000,
      fish: 1,
      month: 6,
    };
    const c = composed(j);
    const without = (id: string) => c.steps.filter((s) => s.id !== id);
    expect(faultsOf(j, c)).toEqual([]);
    expect(faultsOf(j, { ...c, steps: without('head') })).toContain(
      'head is expected and no act takes it off',
    );
    expect(faultsOf(j, { ...c, water: c.water + 5 }).join()).toMatch(/are accounted for/);
    expect(faultsOf(j, { ...c, steps: c.steps.toReversed() })).toContain('board before kidney');
    expect(
      faultsOf(j, { ...c, steps: c.steps.map((s) => (s.id === 'skin' ? { ...s, hand: '' } : s)) }),
    ).toContain('skin: begin, way or hand is not said');
    expect(
      faultsOf(j, {
        ...c,
        steps: c.steps.map((s) => (s.id === 'skin' ? { ...s, cautions: ['Teeth cut badly'] } : s)),
      }),
    ).toContain('skin: Teeth cut of a part that is not there');
    expect(faultsOf(j, { ...c, tools: [] }).length).toBeGreaterThan(0);
    c.board.cuts[0]!.state.pins = 'in';
    expect(faultsOf(j, c)).toContain('fillet_skinless: pin bones are in');
  });
});
