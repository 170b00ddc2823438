import type { Said, Word } from '@ember-slate/words/said';
import { isPiece, isSkinned, pieceWord, type ArrivalCondition, type Species } from '../species/index.ts';
import type { Form, FormId, Operation } from './form.ts';
import { said } from './say.ts';

export type FormBook = ReadonlyMap<FormId, Form>;

/** What a shop keeps of a form: its own, or changed numbers of a shipped one. */
export type OwnForm = Pick<
  Form,
  'id' | 'name' | 'pieceG' | 'tolerance' | 'lifeFactor' | 'options' | 'norm' | 'kitchen'
> & {
  like: FormId | null;
  /** Share of the part it is made of; the form it is like says which part. */
  share: number;
  off: boolean;
};

/** The form of this id, offered or not. Throws RangeError for an id nobody knows. */
export function formOf(book: FormBook, id: FormId): Form {
  const form = book.get(id);
  if (!form) throw new RangeError(`No form ${id}`);
  return form;
}

/** What a form is called; one no book knows is named as it stands, so that an old row can still be shown. */
export const formName = (book: FormBook, id: FormId): Word => book.get(id)?.name ?? said('unknown', { id });

/** Forms this shop offers. */
export const offered = (book: FormBook): Form[] => [...book.values()].filter((f) => !f.off);

/** Flatfish: gutted at sea they keep their roe, in the pocket along the bones (common practice). */
const isFlat = (s: Pick<Species, 'bodyPlan'>): boolean =>
  s.bodyPlan === 'flat' || s.bodyPlan === 'large_flat';

const skinOff: readonly Operation[] = ['skin', 'skin_both', 'skin_head', 'skin_tail'];

/** Whether a form is sold with its skin on a side or a fish. */
export const keepsSkin = (f: Form): boolean =>
  f.section !== 'trim' && !f.does.some((d) => skinOff.includes(d));

/** Forms that only a fish gives, not a side of it. */
const ofFishOnly: readonly Operation[] = ['half_shell', 'block_fillet', 'quarter', 'cross'];

/**
 * Why this form cannot be cut from this fish or piece, or null when it can. `wholeGrams` is the weight of the
 * whole fish where it is known; nobody knows it of a piece.
 */
export function formRefusal(
  species: Pick<Species, 'id' | 'name' | 'bodyPlan' | 'scales' | 'filletSkinOn' | 'fat' | 'frameStock'>,
  condition: ArrivalCondition | null,
  form: Form,
  wholeGrams: number | null = null,
): Said | null {
  const does = (...ops: Operation[]) => ops.some((o) => form.does.includes(o));
  if (!form.plans.includes(species.bodyPlan))
    return said('is_not_cut_as', { species: species.name, form: form.name });
  if ((form.like ?? form.id) === 'scaled_gutted' && species.scales === 'none')
    return said('has_no_scales_to_take_off', { species: species.name });
  if (does('half_shell') && species.scales !== 'heavy' && species.scales !== 'armour')
    return said('a_half_shell_needs_heavy_scales_to', { species: species.name });
  if (does('skin_head') && !/gurnard/.test(species.id)) return said('skin_and_guts_leave_with_the_head');
  if (does('stock') && species.frameStock === 'oily') return said('oily_frames_make_no_white_stock');
  if (does('belly_strips') && species.fat !== 'oily') return said('belly_strips_are_of_oily_fish');
  if (
    species.filletSkinOn === null &&
    keepsSkin(form) &&
    does('fillet', 'block_fillet', 'portion', 'half_shell')
  )
    return said('is_always_skinned', { species: species.name });
  if (condition !== null && isPiece(condition)) {
    const word = pieceWord[condition];
    if (form.section !== 'sides' || does(...ofFishOnly))
      return said('is_cut_from_the_fish_not_from_a', { form: form.name, word });
    if (isSkinned(condition) && keepsSkin(form)) return said('the_skin_of_a_is_off_already', { word });
    return condition === 'loin' && does('split') ? said('a_loin_has_no_belly_to_part_from') : null;
  }
  const headless = condition === 'headed_gutted' || condition === 'tail' || condition === 'wing';
  if (headless && form.section === 'fish' && does('gut') && !does('head'))
    return said('the_head_is_already_off');
  if (condition === 'wing' && does('tail_muscle')) return said('the_tail_stayed_with_the_body');
  if (headless && does('cheeks', 'collars', 'skin_head')) return said('the_head_is_already_off');
  const keepsRoe = condition === 'gutted' && (form.like ?? form.id) === 'roe' && isFlat(species);
  if (condition !== null && condition !== 'whole' && does('roe') && !keepsRoe)
    return said('it_came_gutted_the_roe_is_gone');
  if (condition !== null && condition !== 'whole' && does('open_back'))
    return said('opened_from_the_back_it_holds');
  return wholeGrams === null ? null : sizeRefusal(form, wholeGrams);
}

/** Why a fish that weighs, or weighed, so many grams as it came out of the water is of no size for a form, or null. */
export function sizeRefusal(form: Form, wholeGrams: number): Said | null {
  const fishG = Math.round(wholeGrams);
  if (form.lightestG !== null && wholeGrams < form.lightestG)
    return said('cut_from_fish_of_g_and_more_this', { lightestG: form.lightestG, fishG });
  if (form.heaviestG !== null && wholeGrams > form.heaviestG)
    return said('cut_from_fish_of_up_to_g_this_is', { heaviestG: form.heaviestG, fishG });
  return null;
}

/** Why two forms cannot both be cut from one fish, or null when they can. */
export function togetherRefusal(a: Form, b: Form): Said | null {
  const whole = [a, b].find((f) => f.section === 'fish');
  if (whole) {
    const other = whole === a ? b : a;
    const beside = other.does.includes('roe') || other.does.includes('tail_muscle');
    return beside && whole.does.length > 0 ? null : said('takes_the_whole_fish', { whole: whole.name });
  }
  const across = [a, b].find((f) => f.section === 'middle');
  if (across && [a, b].some((f) => f.does.includes('scrape') || f.does.includes('belly_strips')))
    return said('keep_bone_and_belly', { across: across.name });
  const skins = [a, b].find((f) => f.does.includes('skins'));
  if (skins && [a, b].some(keepsSkin)) return said('the_other_form_keeps_its_skin_on');
  const shell = [a, b].find((f) => f.does.includes('half_shell'));
  if (shell && [a, b].some((f) => f.does.includes('scale')))
    return said('keeps_its_scales_on', { shell: shell.name });
  return null;
}
