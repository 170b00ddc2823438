import type { Said } from '@ember-slate/words/said';
import { formRefusal, togetherRefusal, type Form } from '../forms/index.ts';
import {
  arrivalFraction,
  isBoned,
  isPiece,
  type ArrivalCondition,
  type PieceCondition,
  type Species,
} from '../species/index.ts';
import { goalsOf } from './compose.ts';
import { goalOf } from './goal.ts';
import type { Job } from './job.ts';
import { isChoice, methodRefusal, type QuestionId } from './methods.ts';
import { optionClash, optionOf, type OptionId } from './options.ts';
import { kindOf } from './parts.ts';
import { said } from './say.ts';

/**
 * What a piece in stock is to the board when it is cut again, by the options it was cut with; null for a form that is
 * finished (folded, rolled, sliced, in strips, on the bone) and for a skinless fillet with its pin bones in.
 */
export function pieceOf(form: Form, options: readonly string[], species: Species): PieceCondition | null {
  const done = ['half_shell', 'fold', 'roll', 'strips', 'slices', 'split'] as const;
  if (form.section !== 'sides' || done.some((o) => form.does.includes(o))) return null;
  if (form.does.includes('loin_block')) return 'loin';
  const { skin, pins } = goalOf(form, options, kindOf(species));
  if (pins === 'declared') return skin === 'on' ? 'side' : null;
  return skin === 'on' ? 'boned_side' : 'fillet';
}

/** Why an option cannot be had of this fish in this form, or null when it can. */
export function optionRefusal(
  species: Species,
  input: ArrivalCondition | null,
  form: Form,
  words: string,
): Said | null {
  const id = optionOf(words);
  if (id === null) return null;
  const kind = kindOf(species);
  const why: Partial<Record<OptionId, Said | false>> = {
    scaled:
      ['none', 'fine'].includes(species.scales) &&
      said('has_no_scales_to_take_off', { species: species.name }),
    fins_on: species.sharp === 'venom spines' && said('its_spines_are_venomous_they_come'),
    pins_in:
      kind !== 'round'
        ? said('has_no_pin_bones', { species: species.name })
        : input !== null && isBoned(input)
          ? said('its_pin_bones_are_out_already')
          : false,
    belly_off:
      kind !== 'round'
        ? said('has_no_belly_flap_on_its_fillets', { species: species.name })
        : input !== null && isPiece(input) && said('it_has_no_belly_flap_any_more'),
    shaved: kind !== 'round' && said('has_no_dark_line_worth_shaving', { species: species.name }),
    skirts_on: kind !== 'flat' ? said('only_flatfish_have_skirts') : false,
    skin_on:
      species.filletSkinOn === null &&
      kind === 'monk' &&
      said('is_always_skinned', { species: species.name }),
  };
  if (why[id]) return why[id];
  if (input === 'headed_gutted' && ['head_on', 'head_off', 'gills_in'].includes(id))
    return said('the_head_is_already_off');
  return null;
}

/** Whether an option is worth asking for: it can be had, and the form is not made so anyway. */
export function optionOffered(
  species: Species,
  input: ArrivalCondition | null,
  form: Form,
  words: string,
): boolean {
  if (optionRefusal(species, input, form, words) !== null) return false;
  const goal = (options: readonly string[]) => JSON.stringify(goalOf(form, options, kindOf(species)));
  return goal([words]) !== goal([]);
}

/** What is wrong with a job, each with where it stands; nothing where it can be cut. */
export interface Fault {
  path: string;
  message: Said;
}

/** Trims that come off beside other forms: alone there is nothing to take them from. */
const besides = ['scrape', 'skins', 'belly_strips', 'stock', 'tail_muscle'] as const;

/**
 * Everything that bars a job: a form this fish does not give, options that cannot be had or clash, forms that do not go
 * together, methods chosen for the ticket that do not apply.
 */
export function jobFaults(job: Job): Fault[] {
  const faults: Fault[] = [];
  const add = (path: string, message: Said | null) => {
    if (message !== null) faults.push({ path, message });
  };
  const { species, condition } = job;
  if (!(job.fishGrams > 0)) add('grams', said('a_fish_weighs_more_than_nothing'));
  if (job.cuts.length === 0) add('forms', said('a_ticket_cuts_at_least_one_form'));
  const whole = isPiece(condition) ? null : job.fishGrams / arrivalFraction(species, condition);
  job.cuts.forEach((c, i) => {
    add(`forms.${i}.form`, formRefusal(species, condition, c.form, whole));
    c.options.forEach((o, n) => add(`forms.${i}.options.${n}`, optionRefusal(species, condition, c.form, o)));
    const clash = optionClash(c.options);
    if (clash) add(`forms.${i}.options`, said('and_cannot_both_be', { one: clash[0], other: clash[1] }));
    job.cuts
      .slice(0, i)
      .forEach((d) =>
        add(`forms.${i}.form`, d.form.id === c.form.id ? null : togetherRefusal(d.form, c.form)),
      );
  });
  const goals = goalsOf(job);
  goals.forEach((c, i) => {
    const other = goals.slice(0, i).find((d) => d.form.id === c.form.id && d.form.section === 'fish');
    if (other && JSON.stringify(other.goal) !== JSON.stringify(c.goal))
      add(`forms.${i}.options`, said('with_other_options_takes_a_fish_of', { form: c.form.name }));
  });
  const mains = job.cuts.filter((c) => c.form.section !== 'trim');
  job.cuts.forEach((c, i) => {
    if (mains.length === 0 && besides.some((o) => c.form.does.includes(o)))
      add(`forms.${i}.form`, said('comes_off_beside_other_forms_add', { form: c.form.name }));
  });
  if (faults.length > 0) return faults;
  const at = { ...job, cuts: goals };
  for (const [q, m] of Object.entries(job.ticket ?? {})) {
    if (m === undefined) continue;
    if (!isChoice(q, m)) add(`methods.${q}`, said('no_such_way_of_doing_it'));
    else add(`methods.${q}`, methodRefusal(q as QuestionId, m, at));
  }
  return faults;
}
