import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { parseOrder, usualGrams, type ParsedLine } from './index.ts';

/*
 * Orders as customers say them (common practice). A wrong fish, form or weight that is filled in without asking is the
 * worst fault: what is not plain is asked. A Tuesday; what lies graded is named where it matters.
 */
const today = '2026-12-01';
const parse = (text: string, inStock: readonly string[] | null = null) =>
  parseOrder(text, { species: catalogue, forms: shippedForms, today, weekday: 2, inStock });

type Wanted = Partial<Omit<ParsedLine, 'options'>> & { options?: readonly string[] };
interface Said {
  say: string;
  stock?: readonly string[];
  lines: readonly Wanted[];
  day?: string;
  minutes?: number;
}
const said = (say: string, ...lines: Wanted[]): Said => ({ say, lines });

const rows: readonly Said[] = [
  // Amounts, in every order of words.
  said('4 cod portions 180g', { speciesId: 'cod', form: 'portion', pieces: 4, pieceGrams: 180 }),
  said('cod portions, 4, 180 g each', { speciesId: 'cod', form: 'portion', pieces: 4, pieceGrams: 180 }),
  said('180g cod portions x 4', { speciesId: 'cod', form: 'portion', pieces: 4, pieceGrams: 180 }),
  said('four 6oz portions of hake', { speciesId: 'hake', form: 'portion', pieces: 4, pieceGrams: 170 }),
  said('hake, four portions at 6 oz', { speciesId: 'hake', form: 'portion', pieces: 4, pieceGrams: 170 }),
  said('two sides of salmon, 2.4 kg', {
    speciesId: 'salmon',
    form: 'fillet_skin_on',
    pieces: 2,
    pieceGrams: 1200,
  }),
  said('2 sides of salmon 1.2 kg each', {
    speciesId: 'salmon',
    form: 'fillet_skin_on',
    pieces: 2,
    pieceGrams: 1200,
  }),
  said('a side of salmon', { speciesId: 'salmon', form: 'fillet_skin_on', pieces: 1 }),
  said('a pound and a half of cod fillet skinless', {
    speciesId: 'cod',
    form: 'fillet_skinless',
    totalGrams: 680,
  }),
  said('1 lb 4 oz haddock fillet', { speciesId: 'haddock', totalGrams: 567 }),
  said('2 1/2 lb of skinless haddock fillets', { form: 'fillet_skinless', totalGrams: 1134 }),
  said('one and a half kilos of hake steaks', { speciesId: 'hake', form: 'steaks', totalGrams: 1500 }),
  said('three quarters of a kilo of plaice fillets', { speciesId: 'plaice', form: 'quarter_cut' }),
  said('1,5 kg hake steaks', { form: 'steaks', totalGrams: 1500 }),
  said('750 g of monk fillets', { speciesId: 'monkfish', form: 'monk_fillets', totalGrams: 750 }),
  said('two dozen sardines gutted', { speciesId: 'sardine', form: 'gutted', pieces: 24 }),
  said('half a dozen mackerel cleaned', { speciesId: 'mackerel', pieces: 6 }),
  said('a couple of lemon sole whole', { speciesId: 'lemon_sole', form: 'whole', pieces: 2 }),
  said('a brace of red mullet, scaled and gutted', {
    speciesId: 'red_mullet',
    form: 'scaled_gutted',
    pieces: 2,
  }),
  said('6 whiting fillets', { speciesId: 'whiting', form: 'fillet_skin_on', pieces: 6 }),
  said('cod fillets', {
    speciesId: 'cod',
    form: 'fillet_skin_on',
    pieces: null,
    totalGrams: null,
    ask: ['amount'],
  }),
  said('2 halibut steaks about 300', { speciesId: 'halibut', pieces: 2, pieceGrams: 300 }),
  said('1 x 2 kg hake whole', { speciesId: 'hake', form: 'whole', pieces: 1, pieceGrams: 2000 }),
  said('3 hake steaks 600 g in all', { form: 'steaks', pieces: 3, pieceGrams: 200 }),
  said('3 hake steaks 600 g altogether', { form: 'steaks', pieces: 3, pieceGrams: 200 }),
  // Forms by what is done to the fish.
  said('two plaice, filleted', { speciesId: 'plaice', form: 'quarter_cut', pieces: 8, fish: 2 }),
  said('fillet two mackerel for me', { speciesId: 'mackerel', form: 'fillet_skin_on', fish: 2, pieces: 4 }),
  said('1 kg hake fillets, skin off', { form: 'fillet_skinless', totalGrams: 1000 }),
  said('6 salmon portions no skin 150g', { form: 'portion_skinless', pieces: 6, pieceGrams: 150 }),
  said('two turbot steaks', { speciesId: 'turbot', form: 'troncon', pieces: 2 }),
  said('4 skate wings', { speciesId: 'skate', form: 'wing', pieces: 4 }),
  said('skate for two', { speciesId: 'skate', form: 'wing', people: 2 }),
  said('2 sea bass butterflied', { speciesId: 'sea_bass', form: 'butterfly_back', pieces: 2 }),
  said('3 herring butterflied from the belly', { speciesId: 'herring', form: 'butterfly_belly', pieces: 3 }),
  said('2 mackerel headed and gutted', { speciesId: 'mackerel', form: 'dressed', pieces: 2 }),
  said('a monk tail, 1.2 kg', { speciesId: 'monkfish', form: 'monk_tail', pieces: 1, pieceGrams: 1200 }),
  said('hake darnes, 3', { form: 'steaks', pieces: 3 }),
  said('3 hake cutlets 2 cm thick', { form: 'steaks', pieces: 3, thickMm: 20 }),
  said('4 salmon steaks an inch thick', { form: 'steaks', pieces: 4, thickMm: 25 }),
  said('plaice goujons 400 g', { speciesId: 'plaice', form: 'goujons', totalGrams: 400 }),
  said('cod cheeks half a kilo', { speciesId: 'cod', form: 'cheeks', totalGrams: 500 }),
  said('500g cod roe', { speciesId: 'cod', form: 'roe', totalGrams: 500 }),
  said('salmon sashimi 250 g', { form: 'sashimi_block', use: 'raw', totalGrams: 250 }),
  said('bass for ceviche 300 g', { speciesId: 'sea_bass', use: 'raw', totalGrams: 300 }),
  said('1 kg of white fish for a pie, skinless', {
    speciesId: 'any_white',
    form: 'fillet_skinless',
    use: 'poach',
  }),
  said('pan ready red mullet, 3', { speciesId: 'red_mullet', form: 'pan_dressed', pieces: 3 }),
  said('hake joint for six', { form: 'boneless_joint', people: 6 }),
  said('4 portions of hake straight cut 160', { speciesId: 'hake', pieces: 4, pieceGrams: 160 }),
  said('dover sole skinned and head off, two', {
    speciesId: 'dover_sole',
    form: 'skinned_whole',
    pieces: 2,
    options: ['head_off'],
  }),
  // Wishes.
  said('2 bass scaled and gutted, slashed', { form: 'scaled_gutted', options: ['slashed'] }),
  said('2 bass, cleaned, head off, for the oven', {
    form: 'scaled_gutted',
    use: 'grill',
    options: ['head_off'],
  }),
  said('2 kg cod fillet pin boned', { form: 'fillet_skin_on', options: ['pin_bones_out'] }),
  said('a side of salmon, pin bones in', { form: 'fillet_skin_on', options: ['pin_bones_in'] }),
  said('4 hake steaks tied', { form: 'steaks', options: ['tied'] }),
  said('1 kg cod fillets and the bones', { form: 'fillet_skin_on', totalGrams: 1000, trimWish: 'stock' }),
  said('1 kg cod fillets with the bones for stock', { totalGrams: 1000, trimWish: 'stock' }),
  said('fillet a bass and keep the head and bones', { speciesId: 'sea_bass', trimWish: 'stock' }),
  said('6 haddock fillets vac packed for the freezer', { pieces: 6, packing: 'vacuum' }),
  said('6 haddock fillets, fewer will do', { pieces: 6, partAllowed: true }),
  said('6 cod portions, fewer is fine', { pieces: 6, partAllowed: true, left: '' }),
  said('1 kg cod fillets, fewer will do', { totalGrams: 1000, partAllowed: false }),
  said('three quarters of a kilo of cod fillets', { form: 'fillet_skin_on', totalGrams: 750 }),
  // What a cut is called, by the fish it is of.
  said('monk loin 400g', { speciesId: 'monkfish', form: 'monk_fillets', totalGrams: 400 }),
  said('2 boneless monk tails', { form: 'monk_fillets', pieces: 2 }),
  said('2 monk tails', { form: 'monk_tail', pieces: 2 }),
  said('skate tail 300g', { form: 'tail_steak', totalGrams: 300 }),
  said('2 cod heads', { speciesId: 'cod', form: null, pieces: 2, ask: ['form'] }),
  said('fillet of skate 400g', { form: 'wing_fillet', totalGrams: 400 }),
  said('skate, 2', { form: 'wing', pieces: 2, pieceGrams: 250 }),
  said('4 pieces of cod', { form: 'portion', pieces: 4, pieceGrams: 160 }),
  said('4 cod pieces skinless', { form: 'portion_skinless', pieces: 4 }),
  said('2 loins of cod', { form: null, pieces: 2, ask: ['form'] }),
  said('4 loin pieces of hake', { form: 'portion', pieces: 4 }),
  said('salmon raw 300 g', { form: 'sashimi_block', use: 'raw', totalGrams: 300 }),
  said('2 salmon to eat raw whole', { form: 'whole', use: 'raw', pieces: 2 }),
  said('2 mackerel skinned', { form: 'fillet_skinless', fish: 2, pieces: 4 }),
  said('2 tub gurnard skinned, heads off', { form: 'skinned_head_off', pieces: 2, left: '' }),
  said('2 lemon sole skinned', { form: 'skinned_whole', pieces: 2, options: [] }),
  said('2 bass head off whole', { form: 'scaled_gutted', options: ['head_off'] }),
  said('2 hake gutted head off', { form: 'dressed', pieces: 2 }),
  said('2 hake gutted', { form: 'gutted', pieces: 2 }),
  said('half salmon side', { form: 'fillet_skin_on', pieces: null, left: 'half', ask: ['amount'] }),
  // A weight beside a count, and a figure too large for a count.
  said('300 hake steaks', { form: 'steaks', pieces: null, totalGrams: 300 }),
  said('49 hake steaks', { form: 'steaks', pieces: 49, totalGrams: null }),
  said('50 hake steaks', { form: 'steaks', pieces: null, totalGrams: 50 }),
  said('4 haddock fillets 500 g', { pieces: 4, pieceGrams: 125 }),
  said('4 haddock fillets 160 g', { pieces: 4, pieceGrams: 160 }),
  said('4 cod portions 700 g', { pieces: 4, pieceGrams: 175 }),
  said('2 bass whole 800 g', { pieces: 2, pieceGrams: 400 }),
  said('1 hake fillet 300', { pieces: 1, pieceGrams: 300 }),
  said('3 hake joints', { form: 'boneless_joint', pieces: 3, pieceGrams: 680 }),
  said('6 mackerel fillets', { pieces: 6, pieceGrams: 100 }),
  said('12 sardine fillets', { pieces: 12, pieceGrams: 19 }),
  // Slices of a thickness weigh what the fish says; a portion is none.
  said('5 hake steaks 25mm', { pieces: 5, thickMm: 25, pieceGrams: 140 }),
  said('hake steaks 25 mm 1 kg', { pieces: null, thickMm: 25, pieceGrams: null, totalGrams: 1000 }),
  said('4 cod portions 25 mm', { form: 'portion', pieces: 4, left: '25 mm' }),
  // So much of something nobody knows is not so much of the fish beside it.
  said(
    '2 lobsters and a hake whole',
    { speciesId: null, pieces: 2, left: 'lobsters', ask: ['species', 'form'] },
    { speciesId: 'hake', form: 'whole', pieces: 1, left: '' },
  ),
  said(
    'a kilo of mussels, 2 hake whole',
    { speciesId: null, totalGrams: 1000, left: 'mussels' },
    { speciesId: 'hake', form: 'whole', pieces: 2 },
  ),
  said(
    '2 hake whole and a kilo of mussels',
    { speciesId: 'hake', form: 'whole', pieces: 2 },
    { speciesId: null, totalGrams: 1000, left: 'mussels' },
  ),
  said('4 nice and thick hake steaks', { form: 'steaks', pieces: 4 }),
  // Several lines.
  said(
    '2 cod and 2 haddock fillets',
    { speciesId: 'cod', form: 'fillet_skin_on', pieces: 2 },
    { speciesId: 'haddock', form: 'fillet_skin_on', pieces: 2 },
  ),
  // A count and a weight are two wishes: what is said of the one is not meant of the other.
  said(
    '2 gilthead bream and 600 g hake fillet',
    { speciesId: 'gilthead_bream', form: null, pieces: 2, ask: ['form'] },
    { speciesId: 'hake', form: 'fillet_skin_on', totalGrams: 600 },
  ),
  said(
    '300 g cod and 400 g haddock fillets',
    { speciesId: 'cod', form: 'fillet_skin_on', totalGrams: 300 },
    { speciesId: 'haddock', form: 'fillet_skin_on', totalGrams: 400 },
  ),
  said(
    '2 hake steaks and 3 cod fillets',
    { speciesId: 'hake', form: 'steaks', pieces: 2 },
    { speciesId: 'cod', form: 'fillet_skin_on', pieces: 3 },
  ),
  said(
    '2 hake steaks 3 cod fillets',
    { speciesId: 'hake', form: 'steaks', pieces: 2 },
    { speciesId: 'cod', form: 'fillet_skin_on', pieces: 3 },
  ),
  said(
    'hake: 2 steaks 200 g, 1 joint 800 g',
    { speciesId: 'hake', form: 'steaks', pieces: 2, pieceGrams: 200 },
    { speciesId: 'hake', form: 'boneless_joint', pieces: 1, pieceGrams: 800 },
  ),
  said(
    '2 x 200 g hake steaks, 1 x 300 g',
    { form: 'steaks', pieces: 2, pieceGrams: 200 },
    { speciesId: 'hake', form: 'steaks', pieces: 1, pieceGrams: 300 },
  ),
  said(
    '4 fillets of plaice; 1 kg mussels',
    { speciesId: 'plaice', form: 'quarter_cut', pieces: 4 },
    { speciesId: null, ask: ['species', 'form'] },
  ),
  said(
    '2 steaks and 4 portions of salmon',
    { speciesId: 'salmon', form: 'steaks', pieces: 2 },
    { speciesId: 'salmon', form: 'portion', pieces: 4 },
  ),
  // Slips of the finger.
  said('2 salmn steaks', {
    speciesId: 'salmon',
    form: 'steaks',
    pieces: 2,
    slips: [{ said: 'salmn', meant: 'salmon' }],
  }),
  said('2 haddok fillets', { speciesId: 'haddock', form: 'fillet_skin_on', pieces: 2 }),
  said('3 makerel gutted', { speciesId: 'mackerel', form: 'gutted', pieces: 3 }),
  said('1 kg halibit steks', { speciesId: 'halibut', totalGrams: 1000 }),
  said('2 lemmon sole whole', { speciesId: 'lemon_sole', form: 'whole', pieces: 2 }),
  // What must be asked.
  said('2 bream', { speciesId: null, candidates: ['gilthead_bream', 'black_bream'], pieces: 2 }),
  said('gurnard for soup 1 kg', { speciesId: null, totalGrams: 1000, use: 'poach' }),
  said('3 mullet scaled and gutted', { speciesId: null, candidates: ['red_mullet', 'grey_mullet'] }),
  said('hake', { speciesId: 'hake', form: null, ask: ['form', 'amount'] }),
  said('hake tail', { speciesId: 'hake', form: null }),
  said('something nice for dinner', { speciesId: null }),
  { say: '2 bream', stock: ['black_bream', 'cod'], lines: [{ speciesId: 'black_bream', pieces: 2 }] },
  {
    say: '2 bream',
    stock: ['black_bream', 'gilthead_bream'],
    lines: [{ speciesId: null, candidates: ['gilthead_bream', 'black_bream'] }],
  },
  {
    say: '2 sole',
    stock: ['lemon_sole'],
    lines: [{ speciesId: null, candidates: ['lemon_sole', 'dover_sole'] }],
  },
  { say: '2 sole', stock: ['dover_sole', 'lemon_sole'], lines: [{ speciesId: 'dover_sole' }] },
  { say: '2 kg cod fillet', stock: ['hake'], lines: [{ speciesId: 'cod', totalGrams: 2000 }] },
  { say: '4 salmon steaks', stock: ['chinook'], lines: [{ pieces: 4 }] },
];

describe('what a customer says', () => {
  it.each(rows.map((r) => [`${r.say}${r.stock ? ` (${r.stock.join(', ')})` : ''}`, r] as const))(
    '%s',
    (_name, row) => {
      const { lines } = parse(row.say, row.stock);
      expect(lines.map((l) => l.text)).toHaveLength(row.lines.length);
      row.lines.forEach((wanted, i) => expect(lines[i]).toMatchObject(wanted));
    },
  );

  it.each<[string, string | null, number | null]>([
    ['2 hake steaks for friday at 4', '2026-12-04', 960],
    ['2 hake steaks tomorrow morning', '2026-12-02', null],
    ['2 hake steaks by half past four', null, 990],
    ['2 hake steaks at quarter to five', null, 1005],
    ['2 hake steaks 5pm today', '2026-12-01', 1020],
    ['2 hake steaks 4.30pm', null, 990],
    ['2 hake steaks tuesday', '2026-12-01', null],
    ['2 hake steaks next tuesday', '2026-12-08', null],
    ['2 hake steaks monday', '2026-12-07', null],
    ['2 hake steaks for the 24th of december', '2026-12-24', null],
    ['2 hake steaks dec 24', '2026-12-24', null],
    ['2 hake steaks christmas eve 10am', '2026-12-24', 600],
    ['2 hake steaks wed noon', '2026-12-02', 720],
    ['sat 9.30, 2 hake steaks', '2026-12-05', 570],
    ['16:30 friday 2 hake steaks', '2026-12-04', 990],
    ['2 hake steaks 200 g', null, null],
  ])('%s: when', (text, day, minutes) => {
    const heard = parse(text);
    expect([heard.day, heard.minutes]).toEqual([day, minutes]);
    expect(heard.lines).toHaveLength(1);
    expect(heard.lines[0]).toMatchObject({ speciesId: 'hake', form: 'steaks', pieces: 2, left: '' });
  });

  it('the same as before is looked up, and nothing is made up', () => {
    for (const text of ['same as last week', 'the usual', 'same again please'])
      expect(parse(text)).toMatchObject({ lines: [], again: true });
  });
});

describe('what a fish is called', () => {
  it('means that fish, by each of its names, whatever lies there', () => {
    for (const s of catalogue)
      for (const name of [
        s.name.replace(/\(.*\)/, ''),
        ...s.names.split(',').map((n) => n.replace(/\(.*\)/, '')),
      ]) {
        if (name.trim() === '') continue;
        const heard = parse(`1 kg ${name}`).lines[0]!;
        expect([heard.speciesId, ...heard.candidates], name).toContain(s.id);
      }
  });
  it('is one fish where only one of its kind lies there, and never one that is of another kind', () => {
    fc.assert(
      fc.property(
        fc.subarray(catalogue.map((s) => s.id)),
        fc.constantFrom('bream', 'trout', 'gurnard', 'mullet', 'sole'),
        (stock, kind) => {
          const heard = parse(`2 ${kind}`, stock).lines[0]!;
          const kin = catalogue.filter((s) => s.name.toLowerCase().includes(kind)).map((s) => s.id);
          for (const id of [heard.speciesId, ...heard.candidates]) if (id !== null) expect(kin).toContain(id);
          expect(heard.speciesId === null).toBe(heard.ask.includes('species'));
        },
      ),
      { seed: 7, numRuns: 300 },
    );
  });
});

describe('the same order, its words about', () => {
  it('is heard alike', () => {
    const parts = ['hake', '4 portions', '170 g each'];
    fc.assert(
      fc.property(fc.shuffledSubarray(parts, { minLength: 3 }), fc.constantFrom(', ', ' '), (order, by) => {
        expect(parse(order.join(by)).lines[0]).toMatchObject({
          speciesId: 'hake',
          form: 'portion',
          pieces: 4,
          pieceGrams: 170,
        });
      }),
      { seed: 3, numRuns: 60 },
    );
  });
});

describe('so many that weigh so much', () => {
  const hake = catalogue.find((s) => s.id === 'hake')!;
  const steaks = shippedForms.find((f) => f.id === 'steaks')!;
  it('weigh it each or together by what is usual, and are asked where both may be', () => {
    const usual = usualGrams(hake, steaks);
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 12 }),
        fc.double({ min: 0.75, max: 1.3, noNaN: true }),
        (n, share) => {
          const one = Math.round(usual * share);
          const each = parse(`${n} hake steaks ${one} g`).lines[0]!;
          if (!each.ask.includes('each_or_all')) expect(each.pieceGrams).toBe(one);
          const all = parse(`${n} hake steaks ${one * n} g`).lines[0]!;
          if (!all.ask.includes('each_or_all')) expect(all.pieceGrams).toBe(one);
          // Said, it is never asked.
          expect(parse(`${n} hake steaks ${one} g each`).lines[0]!.ask).toEqual([]);
          expect(parse(`${n} hake steaks ${one * n} g in all`).lines[0]!.ask).toEqual([]);
        },
      ),
      { seed: 11, numRuns: 200 },
    );
  });
  it('is usual by the fish and the form', () => {
    const grams = (id: string, form: string) =>
      usualGrams(
        catalogue.find((s) => s.id === id)!,
        shippedForms.find((f) => f.id === form)!,
      );
    expect(grams('sardine', 'scaled_gutted')).toBeLessThan(90);
    expect(grams('sea_bass', 'scaled_gutted')).toBeGreaterThan(350);
    expect(grams('plaice', 'quarter_cut')).toBeLessThan(90);
    for (const s of catalogue)
      for (const f of shippedForms) expect(usualGrams(s, f), `${s.id} ${f.id}`).toBeGreaterThan(0);
  });
});
