import { filletsPerFish, type ArrivalCondition, type Species } from '../species/index.ts';
import type { Form, Operation } from './form.ts';
import { library } from './library.ts';
import type { Bench, Step, StepRule, StepSpecies } from './step.ts';
import { questionOf, resolveSchools, type Chosen, type QuestionId, type SchoolChoices } from './schools.ts';

/** What one ticket cuts: forms from one kind of fish, in the condition it came, by the schools chosen. */
export interface Job {
  species: StepSpecies;
  condition: ArrivalCondition;
  scaled: 'no' | 'part' | 'yes';
  forms: readonly Form[];
  /** Weight of one fish as it came, grams: under 700 g small, over 3 kg large. */
  fishGrams: number;
  options: readonly string[];
  shop?: SchoolChoices;
  cutter?: SchoolChoices;
  ticket?: SchoolChoices;
}

/** Hazards of the fish itself, said on the ticket before the first step. They defer to local codes and advice. */
export function speciesCautions(
  species: Pick<Species, 'sharp' | 'histamine' | 'reefToxin' | 'id' | 'bodyPlan'>,
): string[] {
  return [
    species.sharp && `Sharp: ${species.sharp}.`,
    species.histamine &&
      'Histamine species: out of the ice only while the knife is in it. Neither cooking nor freezing removes histamine.',
    species.reefToxin &&
      'May carry ciguatera depending on where it was caught; cooking does not destroy it. Follow your local advice.',
    'Allergen: fish. Keep shellfish apart. Raw-fish board only.',
  ].filter((c) => typeof c === 'string');
}

const sizeOf = (grams: number): 0 | 1 | 2 => (grams < 700 ? 0 : grams > 3000 ? 2 : 1);

function benchOf(job: Job, schools: Record<QuestionId, Chosen>): Bench {
  const ops = new Set<Operation>(job.forms.flatMap((f) => f.does));
  const plan = job.species.bodyPlan;
  const words = job.options.join(' \n');
  return {
    ...job,
    flat: plan === 'flat' || plan === 'large_flat',
    wing: plan === 'wing',
    tail: plan === 'tail',
    round: !['flat', 'large_flat', 'wing', 'tail'].includes(plan),
    headOn: job.condition === 'whole' || job.condition === 'gutted',
    gutsIn: job.condition === 'whole',
    does: (...wanted) => wanted.some((o) => ops.has(o)),
    school: (q) => schools[q].school.id,
    option: (word) => words.includes(word),
  };
}

function stepOf(rule: StepRule, bench: Bench, size: 0 | 1 | 2): Step {
  const is = <T>(of: T | ((b: Bench) => T)): T =>
    typeof of === 'function' ? (of as (b: Bench) => T)(bench) : of;
  const minutes = is(rule.minutes);
  return {
    id: rule.id,
    title: is(rule.title),
    short: rule.short,
    why: is(rule.why),
    how: is(rule.how),
    tool: is(rule.tool),
    check: is(rule.check),
    cautions: (rule.cautions?.(bench) ?? []).filter((c) => c !== false),
    minutes: typeof minutes === 'number' ? minutes : minutes[size],
    once: rule.once ?? false,
    timer: rule.timer ?? null,
    trims: rule.trims ?? [],
    draws: is(rule.draws ?? null),
  };
}

export interface Composition {
  steps: Step[];
  schools: Record<QuestionId, Chosen>;
}

/**
 * The ordered steps of one ticket, composed from its forms, the species, its condition on arrival, its size and the
 * schools chosen (common practice; minutes our choice). Throws RangeError when there is no form.
 */
export function compose(job: Job): Composition {
  if (job.forms.length === 0) throw new RangeError('A ticket cuts at least one form');
  const schools = resolveSchools(job.species, job.condition, job.forms, job);
  const bench = benchOf(job, schools);
  const size = sizeOf(job.fishGrams);
  const steps = library.filter((r) => r.when(bench)).map((r) => stepOf(r, bench, size));
  return { steps, schools };
}

/** Minutes the whole ticket is expected to take for `fish` fish of this kind. A sweep is a minute a side. */
export const ticketMinutes = (
  steps: readonly Pick<Step, 'id' | 'minutes' | 'once'>[],
  fish: number,
  species: Pick<Species, 'bodyPlan'>,
): number =>
  steps.reduce(
    (sum, s) => sum + s.minutes * (s.once ? 1 : fish) * (s.id === 'sweep' ? filletsPerFish(species) : 1),
    0,
  );

/** Questions whose answer changes anything on this job: those a cutter is asked about. */
export function openQuestions(job: Job): QuestionId[] {
  const now = compose(job);
  const text = (c: Composition) => JSON.stringify(c.steps);
  const base = text(now);
  return (Object.keys(now.schools) as QuestionId[]).filter((q) =>
    schoolIds(q).some((s) => text(compose({ ...job, ticket: { ...job.ticket, [q]: s } })) !== base),
  );
}

const schoolIds = (q: QuestionId) => questionOf(q).schools.map((s) => s.id);
