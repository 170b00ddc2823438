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

/** Why an option cannot be had of this fish in this form, in words, or null when it can. */
export function optionRefusal(
  species: Species,
  input: ArrivalCondition | null,
  form: Form,
  words: string,
): string | null {
  const id = optionOf(words);
  if (id === null) return null;
  const kind = kindOf(species);
  const why: Partial<Record<OptionId, string | false>> = {
    scaled: ['none', 'fine'].includes(species.scales) && `${species.name} has no scales to take off`,
    fins_on: species.sharp === 'venom spines' && 'Its spines are venomous: they come off',
    pins_in:
      kind !== 'round'
        ? `${species.name} has no pin bones`
        : input !== null && isBoned(input)
          ? 'Its pin bones are out already'
          : false,
    belly_off:
      kind !== 'round'
        ? `${species.name} has no belly flap on its fillets`
        : input !== null && isPiece(input) && 'It has no belly flap any more',
    shaved: kind !== 'round' && `${species.name} has no dark line worth shaving`,
    skirts_on: kind !== 'flat' ? 'Only flatfish have skirts' : false,
    skin_on: species.filletSkinOn === null && kind === 'monk' && `${species.name} is always skinned`,
  };
  if (why[id]) return why[id];
  if (input === 'headed_gutted' && ['head_on', 'head_off', 'gills_in'].includes(id))
    return 'The head is already off';
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
  message: string;
}

/** Trims that come off beside other forms: alone there is nothing to take them from. */
const besides = ['scrape', 'skins', 'belly_strips', 'stock', 'tail_muscle'] as const;

/**
 * Everything that bars a job: a form this fish does not give, options that cannot be had or clash, forms that do not go
 * together, methods chosen for the ticket that do not apply.
 */
export function jobFaults(job: Job): Fault[] {
  const faults: Fault[] = [];
  const add = (path: string, message: string | null) => {
    if (message !== null) faults.push({ path, message });
  };
  const { species, condition } = job;
  if (!(job.fishGrams > 0)) add('grams', 'A fish weighs more than nothing');
  if (job.cuts.length === 0) add('forms', 'A ticket cuts at least one form');
  const whole = isPiece(condition) ? null : job.fishGrams / arrivalFraction(species, condition);
  job.cuts.forEach((c, i) => {
    add(`forms.${i}.form`, formRefusal(species, condition, c.form, whole));
    c.options.forEach((o, n) => add(`forms.${i}.options.${n}`, optionRefusal(species, condition, c.form, o)));
    const clash = optionClash(c.options);
    if (clash) add(`forms.${i}.options`, `"${clash[0]}" and "${clash[1]}" cannot both be`);
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
      add(`forms.${i}.options`, `${c.form.name} with other options takes a fish of its own: another ticket`);
  });
  const mains = job.cuts.filter((c) => c.form.section !== 'trim');
  job.cuts.forEach((c, i) => {
    if (mains.length === 0 && besides.some((o) => c.form.does.includes(o)))
      add(`forms.${i}.form`, `${c.form.name} comes off beside other forms: add one`);
  });
  if (faults.length > 0) return faults;
  const at = { ...job, cuts: goals };
  for (const [q, m] of Object.entries(job.ticket ?? {})) {
    if (m === undefined) continue;
    if (!isChoice(q, m)) add(`methods.${q}`, 'No such way of doing it');
    else add(`methods.${q}`, methodRefusal(q as QuestionId, m, at));
  }
  return faults;
}
