import { describe, expect, it } from 'vitest';
import { expectedCut } from '../board/index.ts';
import { bodyOf } from '../body/index.ts';
import { formRefusal, shippedForms } from '../forms/index.ts';
import { arrivalFraction, type ArrivalCondition } from '../species/index.ts';
import { counterFactor } from './compile.ts';
import type { CounterClass, PlanFish, PlanProblem } from './problem.ts';
import { gridOf, modesOf, sectionOf, type Mode, type Section } from './sections.ts';
import { randomDay } from './testing/index.ts';

const fishOf = (
  speciesId: string,
  condition: ArrivalCondition,
  grams: number,
): { problem: PlanProblem; fish: PlanFish; modes: Mode[] } => {
  const day = randomDay(1, 1, 0, speciesId);
  const fish = { ...day.fish[0]!, condition, grams };
  return { problem: day, fish, modes: modesOf(day, fish) };
};
const all = (s: Section) => s.at(s.lengthMm);
const formsOf = (s: Section) => shippedForms.filter((f) => s.factor(f) !== null);

/** How a section is told: copies, counter class, whether it goes in one piece, and the forms cut of it. */
const told = (s: Section): string[] => [
  `${s.id} ×${s.copies} ${s.counter ?? '-'}${s.inOne ? ' in one' : ''}: ${formsOf(s)
    .map((f) => f.id)
    .join(' ')}`,
  ...s.split.flatMap(told).map((t) => `  ${t}`),
];
const tellModes = (modes: Mode[]) =>
  modes.flatMap((m) => [
    `${m.id}, beside it ${Object.keys(m.trims).sort().join(' ') || 'nothing'}`,
    ...m.sections.flatMap(told).map((t) => `  ${t}`),
  ]);

const sides =
  'fillet_skin_on fillet_skinless block_fillet portion portion_skinless supreme loin_belly slices';
const tailSides = 'fillet_skin_on fillet_skinless portion portion_skinless supreme loin_belly slices';
const across = [
  '  tail ×1 tail: butterflied_tail',
  `    tail_side ×2 fillet: ${tailSides} goujons raw_slices`,
];
const quarters = ['eyed_back', 'eyed_belly', 'blind_back', 'blind_belly'];

describe('what is cut of which part', () => {
  // Common practice: rows of a block from a parted side, steaks across the fish, a joint of the cavity in one piece.
  it.each<[string, ArrivalCondition, number, string[]]>([
    [
      'hake',
      'gutted',
      3000,
      [
        'whole, beside it fins viscera',
        '  whole ×1 - in one: whole gutted scaled_gutted dressed',
        'fillets, beside it frame head scrape',
        `  side ×2 fillet: ${sides} goujons raw_slices`,
        '    loin ×1 fillet: portion portion_skinless block_portions slices goujons sashimi_block raw_slices',
        '    belly ×1 belly: block_portions goujons',
        'joint, beside it fins frame head scrape',
        '  cavity ×1 joint in one: boneless_joint',
        '  middle ×1 steak: steaks',
        ...across,
        'steaks, beside it fins frame head scrape',
        '  front ×1 steak: steaks',
        ...across,
      ],
    ],
    [
      'turbot',
      'gutted',
      3000,
      [
        'whole, beside it viscera',
        '  whole ×1 - in one: whole gutted dressed',
        'quarters, beside it frame head scrape skin skirts',
        ...quarters.map(
          (q) =>
            `  ${q} ×1 fillet: fillet_skin_on fillet_skinless quarter_cut portion_skinless supreme slices delice paupiette goujons raw_slices`,
        ),
        'cross, beside it frame head scrape skin skirts',
        '  eyed ×1 fillet: cross_cut',
        '  blind ×1 fillet: cross_cut',
        'steaks, beside it fins head',
        '  front ×1 steak: troncon',
        '  tail ×1 tail: ',
        '    tail_side ×2 fillet: fillet_skin_on fillet_skinless portion_skinless supreme slices delice paupiette goujons raw_slices',
      ],
    ],
    [
      'monkfish',
      'tail',
      2500,
      [
        'whole, beside it bloodline fins frame skin',
        '  whole ×1 - in one: whole monk_tail',
        'fillets, beside it bloodline fins frame scrape skin',
        '  side ×2 fillet: fillet_skinless slices monk_fillets',
      ],
    ],
    [
      'skate',
      'wing',
      3000,
      [
        'whole, beside it nothing',
        '  whole ×1 - in one: whole',
        'wings, beside it skin',
        '  wing ×2 fillet: wing',
        'fillets, beside it frame skin',
        '  upper ×2 fillet: fillet_skinless wing_fillet',
        '  lower ×2 fillet: fillet_skinless wing_fillet',
      ],
    ],
    [
      'cod',
      'fillet',
      900,
      [
        'fillets, beside it nothing',
        '  side ×1 fillet: fillet_skinless portion_skinless slices goujons raw_slices',
        '    loin ×1 fillet: portion_skinless slices goujons sashimi_block raw_slices',
        '    belly ×1 belly: goujons',
      ],
    ],
    [
      'cod',
      'loin',
      500,
      [
        'fillets, beside it nothing',
        '  side ×1 fillet: fillet_skinless portion_skinless slices goujons sashimi_block raw_slices',
      ],
    ],
    ['hake', 'gutted', 0, []],
  ])('of %s, %s, %i g', (species, condition, grams, parts) =>
    expect(tellModes(fishOf(species, condition, grams).modes)).toEqual(parts),
  );
});

const landed: [string, ArrivalCondition, number][] = [
  ['salmon', 'gutted', 4100],
  ['hake', 'whole', 2600],
  ['sea_bass', 'whole', 640],
  ['cod', 'headed_gutted', 3900],
  ['mackerel', 'whole', 420],
  ['plaice', 'gutted', 710],
  ['turbot', 'gutted', 2900],
  ['monkfish', 'tail', 2300],
  ['skate', 'wing', 3100],
  ['cod', 'fillet', 870],
  ['salmon', 'loin', 640],
];

describe.each(landed)('the parts of %s, %s, %i g', (species, condition, grams) => {
  const of = () => {
    const one = fishOf(species, condition, grams);
    return { ...one, sections: one.modes.flatMap((m) => m.sections.flatMap((s) => [s, ...s.split])) };
  };

  it('weigh nothing at their start and more the longer they are', () => {
    const { sections } = of();
    for (const s of sections) {
      expect(s.at(0)).toBeCloseTo(0, 6);
      expect(all(s)).toBeGreaterThan(0);
      for (let i = 1; i <= 20; i++)
        expect(s.at((s.lengthMm * i) / 20)).toBeGreaterThanOrEqual(s.at((s.lengthMm * (i - 1)) / 20) - 1e-9);
    }
  });
  it('weigh together no more than the fish, with what comes off beside them', () => {
    const { modes } = of();
    for (const m of modes) {
      const off = Object.values(m.trims).reduce((sum, g) => sum + g, 0);
      const kept = m.sections.reduce((sum, s) => sum + s.copies * all(s), 0);
      // The whole fish is its own section: what comes off it is of that. Steaks are weighed on the body model, what comes
      // off by what such fish are known to give: two accounts of one fish, which agree within 3 %.
      expect(kept + (m.id === 'whole' ? 0 : off), m.id).toBeLessThanOrEqual(
        grams * (m.id === 'steaks' ? 1.03 : 1) + 1e-6,
      );
    }
  });
  it('are where the body has them: loin and belly make the side at every millimetre', () => {
    const { problem, fish, sections } = of();
    for (const side of sections.filter((s) => s.id === 'side' && s.split.length > 0)) {
      const [loin, belly] = side.split as [Section, Section];
      for (let mm = 0; mm <= side.lengthMm; mm += 7)
        expect(loin.at(mm) + belly.at(mm)).toBeCloseTo(side.at(mm), 6);
      expect(all(loin)).toBeGreaterThan(all(belly));
    }
    const body = bodyOf(problem.species, condition, grams, fish.lengthMm);
    if (!body) return;
    const { collar, vent, steakEnd, filletEnd } = body.profile;
    const places: Partial<Record<Section['id'], [number, number]>> = {
      cavity: [collar, vent],
      middle: [vent, steakEnd],
      front: [collar, steakEnd],
      tail: [steakEnd, filletEnd],
      tail_side: [steakEnd, filletEnd],
      side: [collar, filletEnd],
      eyed_back: [collar, filletEnd],
      blind_belly: [collar, filletEnd],
      eyed: [collar, filletEnd],
    };
    for (const s of sections) {
      const place = places[s.id];
      if (!place) continue;
      expect(s.startMm, s.id).toBeCloseTo(body.mm(place[0]), 6);
      expect(s.startMm + s.lengthMm, s.id).toBeCloseTo(body.mm(place[1]), 6);
    }
  });
  it('give of each form what the ticket of such a fish says', () => {
    const { problem, modes } = of();
    const inFull: Mode['id'][] = ['whole', 'fillets', 'quarters', 'cross', 'wings'];
    for (const m of modes.filter((k) => inFull.includes(k.id)))
      for (const form of shippedForms) {
        if (!m.sections.every((s) => s.factor(form) !== null)) continue;
        const ready = m.sections.reduce((sum, s) => sum + s.copies * all(s) * s.factor(form)!, 0);
        const ticket = expectedCut({
          species: problem.species,
          condition,
          form,
          fishGrams: grams,
          month: problem.settings.month,
          roe: 'unknown',
          shop: problem.methods,
        });
        expect(ready, `${m.id} ${form.id}`).toBeCloseTo(grams * ticket.yield, 3);
      }
  });
  it('are found by name, with what they are part of', () => {
    const { modes } = of();
    for (const m of modes) {
      for (const s of m.sections) {
        expect(sectionOf(m, s.id)).toEqual({ section: s, parent: null });
        for (const part of s.split) expect(sectionOf(m, part.id)).toEqual({ section: part, parent: s });
      }
      expect(sectionOf(m, 'not there' as Section['id'])).toBeNull();
    }
  });
  it('are marked on the grid from the start to the very end, what goes in one piece at its ends only', () => {
    const { sections } = of();
    for (const s of sections)
      for (const gridMm of [5, 40, 5000]) {
        const marks = gridOf(s, gridMm);
        expect([marks[0], marks.at(-1)]).toEqual([0, s.lengthMm]);
        if (s.inOne) expect(marks.length).toBe(2);
        for (const mark of marks.slice(0, -1)) expect(mark % gridMm).toBe(0);
        for (const [i, mark] of marks.slice(1).entries()) {
          if (!s.inOne) expect(mark - marks[i]!).toBeLessThan(gridMm + 1);
          expect(mark - marks[i]!).toBeGreaterThanOrEqual(1);
        }
      }
  });
});

describe('a wing parted in four', () => {
  it('has larger fillets above than below, two of each', () => {
    const { modes } = fishOf('skate', 'wing', 3000);
    const [upper, lower] = modes.find((m) => m.id === 'fillets')!.sections;
    expect(all(upper!) / all(lower!)).toBeCloseTo(0.55 / 0.45, 6);
  });
});

describe('rows of a block', () => {
  it.each(['portion', 'block_portions'])('keep their skin and lose only the edge: %s', (id) => {
    const { problem, modes } = fishOf('salmon', 'gutted', 4000);
    const [side] = modes.find((m) => m.id === 'fillets')!.sections;
    const form = problem.forms.get(id)!;
    expect(side!.split[0]!.factor(form)).toBeCloseTo(0.97, 6);
  });
  it('lose their skin too where it is off', () => {
    const { problem, modes } = fishOf('salmon', 'gutted', 4000);
    const [side] = modes.find((m) => m.id === 'fillets')!.sections;
    const skinless = side!.factor(problem.forms.get('fillet_skinless')!)!;
    expect(skinless).toBeLessThan(0.95);
    for (const id of ['portion_skinless', 'slices', 'sashimi_block'])
      expect(side!.split[0]!.factor(problem.forms.get(id)!), id).toBeCloseTo(0.97 * skinless, 6);
  });
});

describe('the counter', () => {
  const counterForms: Record<CounterClass['id'], string> = {
    fillet: 'fillet_skin_on',
    belly: 'fillet_skin_on',
    joint: 'boneless_joint',
    steak: 'steaks',
    tail: 'butterflied_tail',
  };
  it('gets nothing of a fish that an order for it is refused from', () => {
    let [given, refused] = [0, 0];
    for (const species of ['hake', 'sea_bass', 'mackerel', 'salmon', 'cod'])
      for (const grams of [200, 450, 700, 1000, 1300, 2500]) {
        const { problem, fish, modes } = fishOf(species, 'gutted', grams);
        for (const m of modes)
          for (const s of m.sections.flatMap((x) => [x, ...x.split])) {
            if (s.counter === null) continue;
            const form = problem.forms.get(counterForms[s.counter])!;
            if (!form.plans.includes(problem.species.bodyPlan)) continue;
            const of = { id: s.counter, form: form.id, perKg: 1, demandGrams: 1, markdownPerKg: 1 };
            const whole = grams / arrivalFraction(problem.species, 'gutted');
            const isRefused = formRefusal(problem.species, 'gutted', form, whole) !== null;
            expect(counterFactor(problem, fish, s, of) === null, `${species} ${grams} ${s.id}`).toBe(
              isRefused,
            );
            if (isRefused) refused++;
            else given++;
          }
      }
    expect(Math.min(given, refused)).toBeGreaterThan(15);
  });
  it('gets what bought-in sides give, whatever a fish would have to weigh', () => {
    const { problem, fish, modes } = fishOf('cod', 'fillet', 300);
    const [side] = modes[0]!.sections;
    const small = { ...problem.forms.get('fillet_skin_on')!, lightestG: 5000 };
    const told = { ...problem, forms: new Map([...problem.forms, [small.id, small]]) };
    const of = { id: 'fillet' as const, form: small.id, perKg: 1, demandGrams: 1, markdownPerKg: 1 };
    expect(counterFactor(told, fish, side!, of)).toBe(1);
  });
  it('gets nothing that has no day left, nor what the fish is refused for', () => {
    const { problem, fish, modes } = fishOf('hake', 'gutted', 3000);
    const [side] = modes.find((m) => m.id === 'fillets')!.sections;
    const of = problem.counter[0]!;
    expect(counterFactor(problem, { ...fish, daysLeft: 1 }, side!, of)).toBe(1);
    expect(counterFactor(problem, { ...fish, daysLeft: 0 }, side!, of)).toBeNull();
    expect(counterFactor(problem, { ...fish, refuses: { 'counter:fillet': 'torn' } }, side!, of)).toBeNull();
    expect(counterFactor(problem, { ...fish, refuses: { 'counter:belly': 'torn' } }, side!, of)).toBe(1);
    expect(counterFactor(problem, fish, side!, problem.counter[1]!)).toBeNull();
  });
});
