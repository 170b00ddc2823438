import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { bodyOf, steakGrams } from '../body/index.ts';
import { formRefusal, shippedForms } from '../forms/index.ts';
import { arrivalFraction, catalogue, conditionsFor, type ArrivalCondition } from '../species/index.ts';
import {
  compose,
  packingRefusal,
  packings,
  type Packing,
  expectedTicket,
  jobFaults,
  pieceOf,
} from './index.ts';
import { of, the, sum, cut, job, forms } from './testing/jobs.ts';

describe('pieces', () => {
  const again = catalogue.flatMap((species) =>
    shippedForms.flatMap((form) =>
      [[], ...form.options.map((o) => [o])].map((options) => ({ species, form, options })),
    ),
  );
  it('that a form makes are ones that could have been bought in, or are finished', () => {
    const found = again
      .filter(({ species, form }) => formRefusal(species, null, form) === null)
      .map(({ species, form, options }) => ({ species, piece: pieceOf(form, options, species) }));
    for (const { species, piece } of found)
      if (piece !== null) expect(conditionsFor(species), species.id).toContain(piece);
    expect(new Set(found.map((f) => f.piece)).size).toBe(5);
  });
  it.each([
    ['fillet_skin_on', [], 'boned_side'],
    ['fillet_skin_on', ['pin bones left in, declared'], 'side'],
    ['fillet_skinless', [], 'fillet'],
    ['fillet_skinless', ['pin bones left in, declared'], null],
    ['portion', [], 'boned_side'],
    ['supreme', ['skinless'], 'fillet'],
    ['sashimi_block', [], 'loin'],
    ['goujons', [], null],
    ['steaks', [], null],
    ['half_shell', [], null],
  ])('%s of salmon, %j, is a %s', (form, options, piece) => {
    expect(pieceOf(the(form), options, of('salmon'))).toBe(piece);
  });
  it('take the sides of a fish as long as the fish takes, act by act', () => {
    for (const species of catalogue.filter((s) => conditionsFor(s).includes('side'))) {
      const grams = species.typicalG;
      const time = (condition: ArrivalCondition, fish: number) => {
        const fishGrams = grams * arrivalFraction(species, condition);
        const { steps } = compose(job(species.id, condition, forms('fillet_skinless'), { fishGrams, fish }));
        return steps
          .filter((s) => ['pin_bones', 'sweep', 'skin'].includes(s.id))
          .map((s) => [s.id, (s.minutes * s.times).toFixed(6)]);
      };
      expect(time('side', 2), species.id).toEqual(time('gutted', 1));
    }
  });
});

describe('what a ticket gives', () => {
  it('takes one slice of 200 g and four suprêmes of 180 g from one trout, and names what is left over', () => {
    const trout = job(
      'rainbow_trout',
      'gutted',
      [cut('steaks', { pieces: 1, pieceGrams: 200 }), cut('supreme', { pieces: 4, pieceGrams: 180 })],
      { fishGrams: 2500, month: null },
    );
    const { outputs, tubs, water } = compose(trout);
    expect(outputs[0]!.grams).toBeCloseTo(200, 6);
    expect(outputs[1]!.asked).toBe(720);
    expect(outputs[1]!.grams).toBeGreaterThan(1200);
    // The slice lies behind the collar.
    expect(outputs[0]!.from).toBeCloseTo(0.21, 2);
    expect(sum(outputs.map((o) => o.grams)) + sum(Object.values(tubs)) + water).toBeCloseTo(2500, 6);
  });

  it('gives four quarters of a plaice to four forms, each its own weight', () => {
    const { outputs } = compose(
      job('plaice', 'gutted', forms('quarter_cut delice paupiette goujons'), { fishGrams: 520 }),
    );
    expect(outputs.map((o) => o.quarters)).toEqual([
      ['eyedBack'],
      ['eyedBelly'],
      ['blindBack'],
      ['blindBelly'],
    ]);
    // .305, .255, .239, .201 of the flesh (our choice of shares, from the body model).
    const flesh = outputs.map((o) => o.grams / o.parts.flesh!);
    expect(flesh[0]).toBeCloseTo(1, 6);
    const net = outputs.map((o, i) => o.grams / [1, 0.96, 0.96, 0.92][i]!);
    [0.305, 0.255, 0.239, 0.201].forEach((share, i) => expect(net[i]! / sum(net)).toBeCloseTo(share, 2));
  });

  it('weighs slices by their thickness, the same as the body model', () => {
    const fishGrams = 2500;
    const body = bodyOf(of('salmon'), 'gutted', fishGrams)!;
    const { outputs } = compose(
      job('salmon', 'gutted', [cut('steaks', { pieces: 4, thickMm: 35 }), cut('fillet_skin_on')], {
        fishGrams,
      }),
    );
    const slab = steakGrams(body, body.mm(body.profile.vent), 35);
    expect(outputs[0]!.asked).toBeCloseTo(4 * slab, 6);
    expect(
      inWords(
        compose(job('salmon', 'gutted', [cut('steaks', { thickMm: 35 })])).steps.find(
          (s) => s.id === 'slices',
        )!.begin,
      ),
    ).toMatch(/^35 mm/);
  });

  it('leaves nothing nameless: a tail opened alone leaves the rest on the bone', () => {
    const { tubs } = compose(job('hake', 'gutted', forms('butterflied_tail'), { fishGrams: 3000 }));
    expect(tubs.rest_piece).toBeGreaterThan(1000);
    expect(tubs.offcuts ?? 0).toBeLessThan(50);
  });

  it('takes the whole body of a ray for waste, never for heads', () => {
    const { tubs } = compose(job('skate', 'whole', forms('wing'), { fishGrams: 3000 }));
    expect(tubs.head).toBeUndefined();
    expect(tubs.ray_body).toBeGreaterThan(1000);
  });

  it('makes no strips or collars of a few grams, and none of fish that have none', () => {
    expect(
      compose(job('mackerel', 'whole', forms('fillet_skin_on'), { fishGrams: 300 })).tubs.belly,
    ).toBeUndefined();
    expect(compose(job('hake', 'gutted', forms('fillet_skin_on'))).tubs.collars).toBeUndefined();
    expect(compose(job('salmon', 'gutted', forms('fillet_skin_on'))).tubs.collars).toBeGreaterThan(40);
  });

  it('packs as it was said, each piece in its time, between the scale and its label', () => {
    const four = (packing?: Packing, more: object = {}) =>
      compose(
        job(
          'sea_bass',
          'whole',
          [cut('fillet_skin_on', { pieces: 4, pieceGrams: 100, ...(packing ? { packing } : {}) })],
          {
            fish: 2,
            ...more,
          },
        ),
      );
    const usual = four();
    expect(four('wrapped')).toEqual(usual);
    for (const packing of packings.filter((p) => p !== 'wrapped')) {
      const c = four(packing);
      const ids = c.steps.map((s) => s.id);
      const [weigh, label] = [ids.indexOf('weigh'), ids.indexOf('label')];
      expect(ids.slice(weigh + 1, label)).toEqual(packing === 'loose' ? [] : [`pack_${packing}`]);
      expect(inWords(c.steps[label]!.title)).toBe('Label');
      expect(c.steps).not.toEqual(usual.steps);
      expect(c.outputs).toEqual(usual.outputs);
      expect(inWords(c.tools).includes('vacuum packer and pouches')).toBe(packing === 'vacuum');
    }
    // Four pieces at half a minute each.
    expect(four('vacuum').minutes - usual.minutes).toBeCloseTo(4 * 0.5, 6);
    // Two customers, one of them on a tray: only hers take that time.
    const two = compose(
      job(
        'sea_bass',
        'whole',
        [
          cut('fillet_skin_on', { pieces: 2, pieceGrams: 100, packing: 'tray' }),
          cut('fillet_skinless', { pieces: 2, pieceGrams: 100 }),
        ],
        { fish: 2 },
      ),
    );
    const tray = two.steps.find((s) => s.id === 'pack_tray')!;
    expect(tray.times).toBe(2);
    expect(inWords(two.steps.find((s) => s.id === 'label')!.title)).toBe('Wrap and label');
  });

  it('refuses a vacuum where the rules let raw fish have one only frozen, and freezing what has thawed', () => {
    for (const packing of packings)
      for (const profile of ['eu', 'us'] as const)
        for (const thawed of [false, true]) {
          const refused = packingRefusal(packing, { profile, thawed });
          const wrong = (packing === 'vacuum' && profile === 'us') || (packing === 'frozen' && thawed);
          expect(refused !== null, `${packing} ${profile} ${thawed}`).toBe(wrong);
        }
  });

  it('bags the trim a customer asked for, gills out, before anything is weighed', () => {
    for (const [id, condition, form] of [
      ['sea_bass', 'whole', 'fillet_skin_on'],
      ['plaice', 'gutted', 'quarter_cut'],
      ['salmon', 'gutted', 'portion'],
    ] as const) {
      const plain = job(id, condition, forms(form));
      const wishing = (trimWish: 'shop' | 'stock' | 'all') =>
        compose({ ...plain, cuts: plain.cuts.map((c) => ({ ...c, trimWish })) });
      const [shop, stock, all] = [wishing('shop'), wishing('stock'), wishing('all')];
      expect(shop).toEqual(compose(plain));
      for (const c of [stock, all]) {
        const ids = c.steps.map((s) => s.id);
        expect(ids.indexOf('along'), id).toBeGreaterThan(ids.indexOf('frame'));
        expect(ids.indexOf('along')).toBeLessThan(ids.indexOf('weigh'));
        expect(c.minutes).toBeGreaterThan(shop.minutes);
      }
      expect(all.steps.find((s) => s.id === 'along')!.title).not.toEqual(
        stock.steps.find((s) => s.id === 'along')!.title,
      );
      // The same flesh, whoever boils the bones.
      expect(stock.outputs).toEqual(shop.outputs);
      if (stock.tubs.head) expect(stock.tubs.head).toBeLessThan(shop.tubs.head!);
    }
    // A side that was bought in has neither head nor bones to take home.
    const side = job('salmon', 'boned_side', forms('portion'));
    const bought = compose({ ...side, cuts: side.cuts.map((c) => ({ ...c, trimWish: 'stock' as const })) });
    expect(bought.steps.map((s) => s.id)).not.toContain('along');
  });

  it('scrapes large oily heads for flesh, 227 to 340 g from 6 kg on (common practice, no source)', () => {
    for (const whole of [6000, 7000, 8000]) {
      const salmon = job('salmon', 'gutted', forms('fillet_skin_on'), {
        fishGrams: whole * arrivalFraction(of('salmon'), 'gutted'),
      });
      expect(compose(salmon).tubs.head_flesh).toBeGreaterThanOrEqual(227);
      expect(compose(salmon).tubs.head_flesh).toBeLessThanOrEqual(340);
    }
  });

  it('does not let farmed fish spawn out, and lets a spent fish give less', () => {
    const fillet = (month: number | null) =>
      expectedTicket(job('cod', 'gutted', forms('fillet_skin_on'), { month })).mains[0]!;
    expect(fillet(4)).toBeLessThan(fillet(11) * 0.95);
    expect(fillet(null)).toBeCloseTo(fillet(11), 9);
  });

  it('soaks stock before it is weighed, gills and eyes out of it', () => {
    const { steps, outputs, tubs } = compose(job('cod', 'gutted', forms('fillet_skinless stock_pack')));
    const at = (id: string) => steps.findIndex((s) => s.id === id);
    expect(at('soak')).toBeLessThan(at('weigh'));
    expect(outputs[1]!.parts.gills).toBeUndefined();
    expect(tubs.viscera).toBeGreaterThan(0);
  });

  it('cuts again what was cut: a side into portions, a loin into a block', () => {
    const side = compose(job('salmon', 'side', forms('portion_skinless'), { fishGrams: 1500 }));
    expect(side.steps.map((s) => s.id)).not.toContain('head');
    expect(side.outputs[0]!.grams).toBeGreaterThan(1150);
    expect(side.tubs.skin).toBeGreaterThan(50);
    expect(inWords(jobFaults(job('salmon', 'loin', forms('fillet_skin_on')))[0]!.message)).toMatch(
      /skin of a loin/,
    );
    expect(inWords(jobFaults(job('salmon', 'side', forms('steaks')))[0]!.message)).toMatch(/from the fish/);
  });
});
