import { isPiece, isSkinned, pieceWord, type ArrivalCondition, type Species } from '../species/index.ts';
import type { Form, FormId, Operation } from './form.ts';

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
export const formName = (book: FormBook, id: FormId): string => book.get(id)?.name ?? `unknown (${id})`;

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
 * Why this form cannot be cut from this fish or piece, in words, or null when it can. `wholeGrams` is the weight of the
 * whole fish where it is known; nobody knows it of a piece.
 */
export function formRefusal(
  species: Pick<Species, 'id' | 'name' | 'bodyPlan' | 'scales' | 'filletSkinOn' | 'fat' | 'frameStock'>,
  condition: ArrivalCondition | null,
  form: Form,
  wholeGrams: number | null = null,
): string | null {
  const does = (...ops: Operation[]) => ops.some((o) => form.does.includes(o));
  if (!form.plans.includes(species.bodyPlan)) return `${species.name} is not cut as ${form.name}`;
  if ((form.like ?? form.id) === 'scaled_gutted' && species.scales === 'none')
    return `${species.name} has no scales to take off`;
  if (does('half_shell') && species.scales !== 'heavy' && species.scales !== 'armour')
    return `A half-shell needs heavy scales to hold the flesh; ${species.name} has not`;
  if (does('skin_head') && !/gurnard/.test(species.id))
    return 'Skin and guts leave with the head on gurnards only';
  if (does('stock') && species.frameStock === 'oily') return 'Oily frames make no white stock';
  if (does('belly_strips') && species.fat !== 'oily') return 'Belly strips are of oily fish';
  if (
    species.filletSkinOn === null &&
    keepsSkin(form) &&
    does('fillet', 'block_fillet', 'portion', 'half_shell')
  )
    return `${species.name} is always skinned`;
  if (condition !== null && isPiece(condition)) {
    const word = pieceWord[condition];
    if (form.section !== 'sides' || does(...ofFishOnly))
      return `${form.name} is cut from the fish, not from a ${word}`;
    if (isSkinned(condition) && keepsSkin(form)) return `The skin of a ${word} is off already`;
    return condition === 'loin' && does('split') ? 'A loin has no belly to part from' : null;
  }
  const headless = condition === 'headed_gutted' || condition === 'tail' || condition === 'wing';
  if (headless && form.section === 'fish' && does('gut') && !does('head')) return 'The head is already off';
  if (condition === 'wing' && does('tail_muscle')) return 'The tail stayed with the body';
  if (headless && does('cheeks', 'collars', 'skin_head')) return 'The head is already off';
  const keepsRoe = condition === 'gutted' && (form.like ?? form.id) === 'roe' && isFlat(species);
  if (condition !== null && condition !== 'whole' && does('roe') && !keepsRoe)
    return 'It came gutted: the roe is gone';
  if (condition !== null && condition !== 'whole' && does('open_back'))
    return 'Opened from the back it holds together at the belly; this one is slit there';
  if (wholeGrams !== null) {
    const g = Math.round(wholeGrams);
    if (form.lightestG !== null && wholeGrams < form.lightestG)
      return `Cut from fish of ${form.lightestG} g and more; this is about ${g} g`;
    if (form.heaviestG !== null && wholeGrams > form.heaviestG)
      return `Cut from fish of up to ${form.heaviestG} g; this is about ${g} g`;
  }
  return null;
}

/** Why two forms cannot both be cut from one fish, or null when they can. */
export function togetherRefusal(a: Form, b: Form): string | null {
  const whole = [a, b].find((f) => f.section === 'fish');
  if (whole) {
    const other = whole === a ? b : a;
    const beside = other.does.includes('roe') || other.does.includes('tail_muscle');
    return beside && whole.does.length > 0 ? null : `${whole.name} takes the whole fish`;
  }
  const across = [a, b].find((f) => f.section === 'middle');
  if (across && [a, b].some((f) => f.does.includes('scrape') || f.does.includes('belly_strips')))
    return `${across.name} keep bone and belly`;
  const skins = [a, b].find((f) => f.does.includes('skins'));
  if (skins && [a, b].some(keepsSkin)) return 'The other form keeps its skin on';
  const shell = [a, b].find((f) => f.does.includes('half_shell'));
  if (shell && [a, b].some((f) => f.does.includes('scale'))) return `${shell.name} keeps its scales on`;
  return null;
}
