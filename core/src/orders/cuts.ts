import { formRefusal, type Form, type FormId } from '../forms/index.ts';
import type { Species } from '../species/index.ts';
import type { Act, Mod, Noun } from './lexicon.ts';

/** What was said of the cut, before it is a form. */
export interface Cut {
  nouns: readonly Noun[];
  mods: ReadonlySet<Mod>;
  acts: ReadonlySet<Act>;
  /** A form by its own name in the shop's book. */
  named: FormId | null;
  raw: boolean;
}

const isFlat = (s: Species | null) => s?.bodyPlan === 'flat' || s?.bodyPlan === 'large_flat';

/** Forms what was said may mean, the likeliest first; none where it does not say. */
function wanted({ nouns, mods, acts, named, raw }: Cut, species: Species | null): FormId[] {
  if (named) return [named];
  const is = (...all: Noun[]) => all.some((n) => nouns.includes(n));
  const off = mods.has('skin_off');
  if (is('sashimi')) return ['sashimi_block'];
  if (is('raw_slices') || (raw && is('slices'))) return ['raw_slices'];
  for (const [noun, id] of [
    ['half_shell', 'half_shell'],
    ['goujons', 'goujons'],
    ['delice', 'delice'],
    ['paupiette', 'paupiette'],
    ['cheeks', 'cheeks'],
    ['collars', 'collars'],
    ['belly_strips', 'belly_strips'],
    ['livers', 'livers'],
    ['skins', 'skins'],
    ['scrape', 'scrape'],
    ['roe', 'roe'],
    ['loin_belly', 'loin_belly'],
    ['bones', 'stock_pack'],
    ['slices', 'slices'],
    ['supreme', 'supreme'],
    ['troncon', 'troncon'],
    ['joint', 'boneless_joint'],
  ] as const)
    if (is(noun)) return [id];
  if (acts.has('milt')) return ['roe'];
  if (mods.has('butterfly'))
    return is('tail')
      ? ['butterflied_tail']
      : [mods.has('from_belly') ? 'butterfly_belly' : 'butterfly_back', 'butterfly_belly'];
  if (mods.has('quarter')) return ['quarter_cut'];
  if (mods.has('cross')) return ['cross_cut'];
  if (mods.has('block'))
    return raw && !is('portion', 'piece')
      ? ['sashimi_block']
      : is('fillet', 'side')
        ? ['block_fillet']
        : ['block_portions'];
  if (is('portion'))
    return off ? ['portion_skinless', 'monk_fillets'] : ['portion', 'portion_skinless', 'monk_fillets'];
  if (is('loin') && is('piece'))
    return off ? ['portion_skinless', 'monk_fillets'] : ['portion', 'monk_fillets'];
  if (is('loin')) return ['monk_fillets'];
  if (is('fillet', 'side') || (mods.has('filleted') && !is('whole'))) {
    if (isFlat(species)) return ['quarter_cut'];
    return off
      ? ['fillet_skinless', 'monk_fillets', 'wing_fillet']
      : ['fillet_skin_on', 'monk_fillets', 'wing_fillet', 'fillet_skinless'];
  }
  if (is('steak')) return ['steaks', 'troncon'];
  if (is('wing')) return ['wing'];
  if (is('tail') && mods.has('boneless')) return ['monk_fillets'];
  if (is('tail')) return ['monk_tail', ...(species?.bodyPlan === 'wing' ? (['tail_steak'] as const) : [])];
  if (is('head')) return [];
  if (is('piece')) return off ? ['portion_skinless'] : ['portion'];
  if (raw && !is('whole')) return ['sashimi_block'];
  const whole = is('whole');
  if (off && (whole || isFlat(species)))
    return isFlat(species) && !acts.has('head_off')
      ? ['skinned_whole']
      : ['skinned_whole', 'skinned_head_off'];
  // Only a gurnard is skinned whole, its head off; of all else skinless is a fillet.
  if (off) return ['skinned_head_off', 'fillet_skinless', 'monk_fillets', 'wing_fillet'];
  if (mods.has('pan')) return ['pan_dressed'];
  if (mods.has('dressed')) return ['dressed'];
  if (mods.has('cleaned') || mods.has('scaled') || acts.has('slashed')) return ['scaled_gutted', 'gutted'];
  if (mods.has('gutted')) return acts.has('head_off') ? ['dressed'] : ['gutted'];
  if (acts.has('head_off') && whole) return ['scaled_gutted', 'dressed'];
  if (whole) return ['whole'];
  if (species?.bodyPlan === 'wing') return ['wing'];
  return [];
}

/** What is usually asked of a fish, to be offered where nobody said. */
const usual: readonly FormId[] = [
  'scaled_gutted',
  'fillet_skin_on',
  'quarter_cut',
  'portion',
  'steaks',
  'fillet_skinless',
  'monk_tail',
  'monk_fillets',
  'wing',
  'butterflied_tail',
  'whole',
];

/** The form that was meant, or what to offer where that is not said. */
export function formOfCut(
  cut: Cut,
  species: Species | null,
  forms: readonly Form[],
): { form: Form | null; offer: FormId[] } {
  const fits = (id: FormId): Form | null => {
    const form = forms.find((f) => f.id === id && !f.off);
    if (species === null) return form && id !== 'skinned_head_off' ? form : null;
    return form && formRefusal(species, null, form) === null ? form : null;
  };
  for (const id of wanted(cut, species)) {
    const form = fits(id);
    if (form) return { form, offer: [] };
  }
  const tail = cut.nouns.includes('tail');
  const loin = cut.nouns.includes('loin');
  const offer = (
    tail
      ? (['butterflied_tail'] as FormId[])
      : loin
        ? (['portion', 'portion_skinless', 'loin_belly'] as FormId[])
        : []
  )
    .concat(usual)
    .filter((id, i, all) => all.indexOf(id) === i && fits(id) !== null);
  return { form: null, offer: offer.slice(0, 4) };
}
