import type { Form } from '../forms/index.ts';
import type { Act } from './lexicon.ts';

/** How each wish is said among the options of the forms that offer it. */
const offeredAs: Readonly<Record<Act, RegExp>> = {
  head_off: /^head off$/,
  head_on: /^head on$/,
  tail_off: /^tail off$/,
  tail_on: /^tail left on$/,
  fins_off: /^fins off$/,
  fins_on: /^fins left on$/,
  gills_left: /^gills left in$/,
  scaled: /^scaled$/,
  slashed: /^(slashed|scored)\b/,
  halved: /^halved along the spine$/,
  belly_off: /^belly (off|ends trimmed)$/,
  tied: /^tied$/,
  pin_bones_in: /^pin bones left in/,
  pin_bones_out: /^never offered: it is how they are cut/,
  skirts_left: /^(skirts|frills) left$/,
  skin_on: /^skin on$/,
  skin_off: /^skinless$/,
  bloodline: /^bloodline shaved$/,
  stuffed: /^stuffed/,
  herbs: /^herbs inside$/,
  milt: /^soft roe/,
};

/** What a form does anyway, so that the wish needs no option. */
const anyway: Readonly<Partial<Record<Act, (form: Form) => boolean>>> = {
  head_on: (f) => f.section === 'fish' && !f.does.includes('head'),
  tail_on: (f) => f.section === 'fish',
  fins_on: (f) => f.section === 'fish' && !f.does.includes('fins'),
  head_off: (f) =>
    f.does.some((d) => d === 'head' || d === 'skin_head') || !['fish', 'cavity'].includes(f.section),
  tied: (f) => (f.like ?? f.id) === 'boneless_joint',
  pin_bones_out: (f) => f.boneless,
  scaled: (f) => (f.like ?? f.id) === 'scaled_gutted',
  skin_on: () => true,
  skin_off: () => true,
};

/** The option of a form that does what was wished; null where it does it anyway or cannot do it. */
export const optionFor = (act: Act, form: Form): string | null =>
  form.options.find((o) => offeredAs[act].test(o)) ?? null;

/** Whether a form does what was wished, by an option or anyway. */
export const isDone = (act: Act, form: Form): boolean =>
  optionFor(act, form) !== null || anyway[act]?.(form) === true;
