import { nth, sure } from '../found.ts';
import { formBook, formOf, formRefusal, togetherRefusal, type Form } from '../forms/index.ts';
import type { ArrivalCondition } from '../species/index.ts';
import { apportion } from '../units/index.ts';
import type { TrimId } from '../yields/trims.ts';
import { workOf } from './compose.ts';
import { plainCut, type Job } from './job.ts';

export interface ExpectedCut {
  /** Main product over the weight that went in. */
  yield: number;
  /** Trims over the weight that went in, those that are not nothing. */
  trims: Partial<Record<TrimId, number>>;
  /** Water, blood and scales lost, over the weight that went in. */
  drip: number;
}

export interface ExpectedTicket extends Omit<ExpectedCut, 'yield'> {
  /** Each form over the weight that went in, in the order given; and how much of it was asked for. */
  mains: number[];
  asked: number[];
}

/** What the work on a ticket is expected to give, as shares of the weight that goes in; together they are 1. */
export function expectedTicket(job: Job): ExpectedTicket {
  const { outputs, tubs, water } = workOf(job);
  const share = (grams: number) => grams / job.fishGrams;
  return {
    mains: outputs.map((o) => share(o.grams)),
    asked: outputs.map((o) => share(o.asked)),
    trims: Object.fromEntries(Object.entries(tubs).map(([t, g]) => [t, share(g)])),
    drip: share(water),
  };
}

/** Forms whose work makes a trim that comes off beside others. */
const companions = ['fillet_skin_on', 'fillet_skinless', 'monk_fillets', 'wing_fillet', 'wing'].map((id) =>
  formOf(formBook(), id),
);

/** One form from one fish, and what is known of it. */
export interface CutOf extends Pick<Job, 'species' | 'month' | 'roe' | 'shop'> {
  condition: ArrivalCondition;
  form: Form;
  options?: readonly string[];
  fishGrams: number;
}

/**
 * `expectedTicket` of a single form. What comes off beside other forms is expected of a fish that is filleted.
 */
export function expectedCut({ form, options = [], ...of }: CutOf): ExpectedCut {
  const alone = { ...plainCut(form), options };
  const beside =
    form.section === 'trim'
      ? companions.find(
          (f) => formRefusal(of.species, of.condition, f) === null && togetherRefusal(f, form) === null,
        )
      : undefined;
  const {
    mains,
    asked: _asked,
    ...rest
  } = expectedTicket({
    ...of,
    scaled: 'no',
    cuts: beside ? [alone, plainCut(beside)] : [alone],
    fish: 1,
  });
  return { yield: nth(mains, 0), ...rest };
}

/** An expected ticket in whole grams for this input weight: parts sum to the input exactly. */
export function ticketGrams(
  cut: Omit<ExpectedTicket, 'asked'>,
  inputGrams: number,
): { mains: number[]; trims: [TrimId, number][]; drip: number } {
  const names = Object.keys(cut.trims) as TrimId[];
  const n = cut.mains.length;
  const shares = [...cut.mains, cut.drip, ...names.map((t) => sure(cut.trims[t]))];
  const whole = apportion(inputGrams, shares);
  return {
    mains: whole.slice(0, n),
    drip: nth(whole, n),
    trims: names.map((t, i) => [t, nth(whole, n + 1 + i)]),
  };
}

/** `ticketGrams` of a single form. */
export function expectedGrams(
  cut: ExpectedCut,
  inputGrams: number,
): { main: number; trims: [TrimId, number][]; drip: number } {
  const { mains, ...rest } = ticketGrams({ ...cut, mains: [cut.yield] }, inputGrams);
  return { main: nth(mains, 0), ...rest };
}
