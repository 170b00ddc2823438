import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { bodyOf, steakGrams } from '../body/index.ts';
import { formBook, formOf, formRefusal, shippedForms } from '../forms/index.ts';
import {
  arrivalFraction,
  catalogue,
  conditionsFor,
  isPiece,
  type ArrivalCondition,
} from '../species/index.ts';
import {
  compose,
  packingRefusal,
  packings,
  type Packing,
  expectedTicket,
  jobFaults,
  methodEffect,
  minutesOf,
  openQuestions,
  optionClash,
  optionOffered,
  optionRefusal,
  pieceOf,
  plainCut,
  speciesCautions,
  type Job,
  type MethodChoices,
  type WantedCut,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const the = (id: string) => formOf(formBook(), id);
const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);
const cut = (form: string, more: Partial<WantedCut> = {}): WantedCut => ({ ...plainCut(the(form)), ...more });
const job = (
  id: string,
  condition: ArrivalCondition,
  cuts: readonly WantedCut[],
  more: Partial<Job> = {},
): Job => ({
  species: of(id),
  condition,
  scaled: 'no',
  cuts,
  fishGrams: of(id).typicalG,
  fish: 1,
  month: 6,
  ...more,
});
const forms = (text: string, options: readonly string[] = []) =>
  text.split(' ').map((f) => cut(f, { options }));
const acts = (j: Job) => compose(j).steps.map((s) => s.id);

/** Orders of work as they are common practice. */
const orders: readonly (readonly [
  id: string,
  condition: ArrivalCondition,
  forms: string,
  options: readonly string[],
  more: { g?: number; ticket?: MethodChoices; roe?: Job['roe'] },
  acts: string,
])[] = [
  [
    'sea_bass',
    'whole',
    'fillet_skin_on',
    [],
    {},
    'check spines scale gut kidney head board fillet_first fillet_second trim pin_bones sweep frame weigh label clean',
  ],
  [
    'sea_bass',
    'whole',
    'half_shell',
    [],
    { g: 800 },
    'check spines gut kidney head board fillet_first fillet_second trim pin_bones sweep frame weigh label clean',
  ],
  [
    'hake',
    'gutted',
    'boneless_joint steaks butterflied_tail',
    [],
    {},
    'check scale fins kidney head board joint slices open_tail trim trim_tail pin_bones sweep tie frame weigh label clean',
  ],
  [
    'plaice',
    'gutted',
    'quarter_cut delice paupiette goujons',
    [],
    { roe: 'full' },
    'check fins board flat_eyed flat_blind head_last roe board_again rib_cage skirts skin sweep fold roll strips faces frame weigh label clean',
  ],
  [
    'plaice',
    'whole',
    'quarter_cut',
    [],
    {},
    'check fins vee_head board flat_eyed flat_blind board_again rib_cage skirts skin sweep frame weigh label clean',
  ],
  [
    'plaice',
    'whole',
    'quarter_cut',
    ['skin on'],
    {},
    'check fins vee_head board flat_eyed flat_blind board_again rib_cage skirts sweep frame weigh label clean',
  ],
  [
    'dover_sole',
    'gutted',
    'skinned_whole',
    ['head off'],
    {},
    'check skin_both frills head tail_fin weigh label clean',
  ],
  [
    'monkfish',
    'tail',
    'monk_fillets',
    [],
    {},
    'check front_bone skin_tail fins_tail silver board fillet_first fillet_second sweep frame weigh label clean',
  ],
  [
    'monkfish',
    'tail',
    'monk_fillets',
    [],
    { ticket: { silver: 'knife' } },
    'check front_bone skin_tail fins_tail board fillet_first fillet_second silver_knife sweep frame weigh label clean',
  ],
  [
    'monkfish',
    'whole',
    'monk_tail',
    [],
    {},
    'check gut head front_bone skin_tail fins_tail silver weigh label clean',
  ],
  [
    'lionfish',
    'headed_gutted',
    'fillet_skinless',
    [],
    {},
    'check spines kidney board fillet_first fillet_second trim pin_bones skin sweep frame weigh label clean',
  ],
  [
    'lionfish',
    'whole',
    'butterfly_back',
    ['head on', 'pin bones left in, declared'],
    {},
    'check spines gills scale fins board open_back pins_left frame weigh label clean',
  ],
  [
    'skate',
    'whole',
    'wing_fillet',
    [],
    {},
    'check slime wings_off board wing_upper wing_lower skin sweep frame weigh label clean',
  ],
  ['skate', 'wing', 'wing', ['skin on'], {}, 'check slime weigh label clean'],
  [
    'red_gurnard',
    'whole',
    'skinned_head_off',
    [],
    {},
    'check spines skin_cut skin_free skin_pulled cavity weigh label clean',
  ],
  [
    'red_gurnard',
    'whole',
    'block_fillet',
    [],
    {},
    'check spines scale gut kidney head board fillet_first fillet_second ribs trim pin_bones sweep frame weigh label clean',
  ],
  [
    'sheepshead',
    'whole',
    'half_shell',
    [],
    { ticket: { guts: 'guts_in' } },
    'check spines board fillet_first fillet_second head_last guts_last board_again trim pin_bones sweep frame weigh label clean',
  ],
  [
    'salmon',
    'gutted',
    'portion sashimi_block',
    [],
    { g: 7000, ticket: { head: 'on_last', firming: 'salt', membrane: 'shaved' } },
    'check scale kidney board fillet_first fillet_second head_last board_again belly trim salt pin_bones skin shave sweep tail_end portion loin_block faces collars head_flesh frame weigh label clean',
  ],
  [
    'turbot',
    'gutted',
    'troncon',
    ['halved along the spine'],
    {},
    'check fins head board slices tail_piece halve weigh label clean',
  ],
  [
    'fluke',
    'whole',
    'fillet_skinless',
    [],
    { ticket: { skin_order: 'skin_first', guts: 'guts_in' } },
    'check fins board flat_eyed flat_blind head_last guts_last board_again rib_cage skirts skin sweep frame weigh label clean',
  ],
  [
    'cod',
    'gutted',
    'fillet_skinless stock_pack',
    [],
    {},
    'check kidney head board fillet_first fillet_second trim pin_bones skin sweep frame soak weigh label clean',
  ],
  ['mackerel', 'whole', 'whole', [], {}, 'check weigh label clean'],
  [
    'cod',
    'side',
    'portion',
    [],
    {},
    'again scale board pin_bones sweep tail_end portion faces weigh label clean',
  ],
  ['salmon', 'loin', 'sashimi_block', [], {}, 'again board sweep loin_block faces weigh label clean'],
  [
    'sea_bass',
    'gutted',
    'scaled_gutted',
    ['slashed 3 times a side', 'fins left on'],
    {},
    'check scale gills kidney slash weigh label clean',
  ],
];

describe('the acts of a ticket', () => {
  it.each(orders)('%s %s to %s, %j %j', (id, condition, wanted, options, { g, ...more }, order) => {
    const j = job(id, condition, forms(wanted, options), { fishGrams: g ?? of(id).typicalG, ...more });
    expect(inWords(jobFaults(j))).toEqual([]);
    expect(acts(j).join(' ')).toBe(order);
  });
  it('refuses a ticket without a form, and a fish of no weight', () => {
    expect(() => compose(job('cod', 'gutted', []))).toThrow(RangeError);
    expect(() => compose(job('cod', 'gutted', forms('gutted'), { fishGrams: 0 }))).toThrow(RangeError);
  });
  it('lays out every tool, once', () => {
    const { tools } = compose(job('sea_bass', 'whole', forms('fillet_skinless')));
    expect(inWords(tools)).toContain('filleting knife');
    expect(new Set(inWords(tools)).size).toBe(tools.length);
  });
  it('says where to begin, which way and where the other hand is, as the cutter chose', () => {
    const words = (ticket: MethodChoices) => {
      const first = compose(job('salmon', 'gutted', forms('fillet_skin_on'), { ticket })).steps.find(
        (s) => s.id === 'fillet_first',
      )!;
      return `${inWords(first.begin)} ${inWords(first.way)} ${inWords(first.hand)}`;
    };
    expect(words({})).toMatch(/at the cut face, on the back/);
    expect(words({ head: 'on_last' })).toMatch(/behind the gill cover.*Hold the head/);
    expect(words({ first_cut: 'belly' })).toMatch(/above the vent fin.*until you see the spine/);
  });
  it('warns of venom while the spines are on, whatever came, and of no teeth on a fillet', () => {
    for (const condition of conditionsFor(of('lionfish')).filter((c) => !isPiece(c))) {
      const { steps } = compose(job('lionfish', condition, forms('fillet_skinless')));
      expect(inWords(steps.find((s) => s.id === 'check')!.cautions).join()).toMatch(/never bare hands/);
      expect(steps.findIndex((s) => s.id === 'spines')).toBe(1);
    }
    const monk = compose(job('monkfish', 'whole', forms('monk_fillets'))).steps;
    expect(inWords(monk.find((s) => s.id === 'head')!.cautions).join()).toMatch(/Teeth/);
    expect(inWords(monk.find((s) => s.id === 'fillet_second')!.cautions).join()).not.toMatch(/Teeth/);
  });
});

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

describe('methods', () => {
  const chosen = (id: string, form: string, more: Partial<Job>) =>
    compose(job(id, 'gutted', forms(form), more)).methods;

  it('go by the ticket before the cutter before the shop', () => {
    const by = (more: Partial<Job>) => chosen('salmon', 'fillet_skin_on', more).ribs;
    expect(inWords(by({}))).toMatchObject({ method: { id: 'over' }, by: 'default' });
    expect(inWords(by({ shop: { ribs: 'scissors' } }))).toMatchObject({
      method: { id: 'scissors' },
      by: 'shop',
    });
    expect(inWords(by({ shop: { ribs: 'scissors' }, cutter: { ribs: 'through' } }))).toMatchObject({
      by: 'cutter',
    });
    expect(inWords(by({ cutter: { ribs: 'through' }, ticket: { ribs: 'block' } }))).toMatchObject({
      method: { id: 'block' },
      by: 'ticket',
    });
    expect(inWords(by({ shop: { ribs: 'no such method' } }))).toMatchObject({ by: 'default' });
  });

  it.each([
    ['cod', 'fillet_skin_on', { ribs: 'through' }, 'ribs', 'over', /salmonids/],
    ['cod', 'block_fillet', {}, 'ribs', 'block', /takes the ribs along/],
    ['red_gurnard', 'fillet_skin_on', {}, 'pin_bones', 'v_cut', /firmly set/],
    ['salmon', 'fillet_skin_on', { pin_bones: 'strip' }, 'pin_bones', 'pull', /falls in two/],
    ['salmon', 'boneless_joint', { pin_bones: 'leave' }, 'pin_bones', 'pull', /sold boneless/],
    ['plaice', 'cross_cut', {}, 'flatfish', 'cross', /Cross-cut was ordered/],
    ['plaice', 'quarter_cut', {}, 'head', 'on_last', /stays on the frame/],
  ] as const)('%s as %s with %o: %s is %s by rule', (id, form, ticket, question, method, because) => {
    const answer = chosen(id, form, { ticket })[question];
    expect(inWords(answer)).toMatchObject({ method: { id: method }, by: 'rule' });
    expect(inWords(answer.because)).toMatch(because);
    const asked = (ticket as MethodChoices)[question];
    if (asked !== undefined)
      expect(inWords(jobFaults(job(id, 'gutted', forms(form), { ticket })))).toMatchObject([
        { path: `methods.${question}` },
      ]);
  });

  it('move flesh to where they leave it, and minutes where they are spent', () => {
    const salmon = (ticket: MethodChoices) =>
      compose(job('salmon', 'gutted', forms('fillet_skinless'), { fishGrams: 4000, ticket }));
    const [pulled, vee] = [salmon({}), salmon({ pin_bones: 'v_cut' })];
    expect((pulled.outputs[0]!.grams - vee.outputs[0]!.grams) / 4000).toBeCloseTo(0.0275, 9);
    expect(vee.tubs.pinStrip! / 4000).toBeCloseTo(0.0275, 9);
    expect(pulled.minutes - vee.minutes).toBeCloseTo(6, 9);
    expect(salmon({ head: 'on_last' }).steps.map((s) => s.id)).toContain('head_last');
  });

  it('ask only what changes this ticket', () => {
    const asked = openQuestions(job('plaice', 'gutted', forms('quarter_cut')));
    expect(asked).toContain('board');
    expect(asked).not.toContain('ribs');
    expect(asked).not.toContain('flatfish');
    expect(openQuestions(job('plaice', 'gutted', forms('fillet_skinless')))).toContain('flatfish');
    expect(openQuestions(job('monkfish', 'tail', forms('monk_fillets')))).toContain('silver');
  });

  it('show on their page what they do on a ticket', () => {
    expect(methodEffect('ribs', 'over')).toBeNull();
    const scissors = methodEffect('ribs', 'scissors')!;
    expect(scissors.points[1]).toBeCloseTo(1.5, 1);
    expect(scissors.minutes[1]).toBeCloseTo(1.5, 6);
    methodEffect('pin_bones', 'v_cut')!.minutes.forEach((m, i) => expect(m).toBeCloseTo([-2, -4, -6][i]!, 6));
    expect(methodEffect('cross_from', 'midline')).not.toBeNull();
  });
});

describe('options', () => {
  it('clash where both cannot be', () => {
    expect(optionClash(['head on', 'head off'])).toEqual(['head on', 'head off']);
    expect(optionClash(['tied', 'tied at 25 to 30 mm'])).toBeNull();
    expect(optionClash(['skinless', 'scored 2 to 3 mm deep', 'slashed 3 times a side'])).not.toBeNull();
  });
  it('are refused where they cannot be had, and not offered where the form is made so anyway', () => {
    const why = (id: string, form: string, words: string, input: ArrivalCondition | null = null) =>
      optionRefusal(of(id), input, the(form), words);
    expect(inWords(why('lionfish', 'butterfly_back', 'fins left on'))).toMatch(/venomous/);
    expect(inWords(why('plaice', 'fillet_skin_on', 'pin bones left in, declared'))).toMatch(/no pin bones/);
    expect(inWords(why('cod', 'butterfly_belly', 'head on', 'headed_gutted'))).toMatch(/already off/);
    expect(inWords(why('cod', 'butterfly_belly', 'head on', 'gutted'))).toBeNull();
    expect(inWords(why('cod', 'dressed', 'with a ribbon'))).toBeNull();
    expect(optionOffered(of('cod'), null, the('dressed'), 'tail left on')).toBe(false);
    expect(optionOffered(of('cod'), null, the('dressed'), 'tail off')).toBe(true);
  });
  it('in the shop’s own words are said on the ticket as they are', () => {
    const step = compose(job('cod', 'gutted', [cut('dressed', { options: ['with a ribbon'] })])).steps.find(
      (s) => s.id === 'asked',
    );
    expect(inWords(step!.how)).toEqual(['with a ribbon']);
  });
  it('of two customers of one whole form take a fish each, on a ticket each', () => {
    const two = job('sea_bass', 'whole', [
      cut('scaled_gutted', { options: ['head off'] }),
      cut('scaled_gutted'),
    ]);
    expect(inWords(jobFaults(two))).toMatchObject([{ path: 'forms.1.options' }]);
  });
});

describe('cautions', () => {
  it('names the allergen on every fish, histamine and reef toxin only where they belong', () => {
    for (const s of catalogue) {
      const said = inWords(speciesCautions(s)).join(' ');
      expect(said).toMatch(/Allergen: fish/);
      expect(/Histamine/.test(said)).toBe(s.histamine);
      expect(/ciguatera/.test(said)).toBe(s.reefToxin);
    }
  });
});

describe('bench time', () => {
  const minutes = (id: string, form: string, fishGrams: number, fish = 1) =>
    compose(job(id, 'gutted', forms(form), { fishGrams, fish })).minutes;

  // A trainee takes half an hour for a plaice to four presented cuts with its frame washed (common practice, no source).
  it('is half an hour or so for one plaice to four presented cuts, 10 to 22 minutes for four fillets', () => {
    const four = compose(job('plaice', 'gutted', forms('quarter_cut delice paupiette goujons'))).minutes;
    expect(four).toBeGreaterThan(20);
    expect(four).toBeLessThan(35);
    expect(minutes('plaice', 'fillet_skinless', 500)).toBeGreaterThan(10);
    expect(minutes('plaice', 'fillet_skinless', 500)).toBeLessThan(22);
  });
  it('cleans down once, does the rest for every fish, and grows with the size of the fish', () => {
    const [one, three] = [1, 3].map((n) => minutes('hake', 'steaks', 2000, n)) as [number, number];
    expect(three - 4).toBeCloseTo(3 * (one - 4), 9);
    const sizes = [400, 1500, 4000].map((g) => minutes('salmon', 'fillet_skin_on', g));
    expect(sizes).toEqual([...new Set(sizes)].sort((a, b) => a - b));
    const { steps, minutes: all } = compose(job('hake', 'gutted', forms('steaks')));
    expect(minutesOf(steps)).toBeCloseTo(all, 9);
  });
  it('knows words for every act of every form', () => {
    for (const f of shippedForms.filter((x) => x.section !== 'trim'))
      for (const s of catalogue)
        for (const c of conditionsFor(s)) {
          const j = job(s.id, c, [plainCut(f)]);
          if (jobFaults(j).length === 0)
            for (const step of compose(j).steps) expect(inWords(step.title)).not.toBe('');
        }
  });
});
