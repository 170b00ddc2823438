import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { conditionsFor, isPiece, type ArrivalCondition } from '../species/index.ts';
import { compose, jobFaults, type Job, type MethodChoices } from './index.ts';
import { of, job, forms, acts } from './testing/jobs.ts';

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
