import { expectedCut } from '../../board/index.ts';
import { formRefusal, shippedForms, usualPieces, type Form } from '../../forms/index.ts';
import { catalogue, type ArrivalCondition } from '../../species/index.ts';
import {
  defaultSettings,
  type CounterClass,
  type PlanFish,
  type PlanLine,
  type PlanProblem,
} from '../problem.ts';
import { seeded } from '../solver/seeded.ts';

/** One species of each body row, and the wing. */
export const bodyRows = [
  'salmon',
  'sea_bass',
  'gilthead_bream',
  'cod',
  'hake',
  'mackerel',
  'plaice',
  'turbot',
  'monkfish',
  'skate',
] as const;

/**
 * A made-up day of any species: its fish from half to twice their usual weight, lines of every form they give but trim
 * and raw use, in pieces near the usual ones or by total weight. Prices are invented.
 */
export function rowDay(seed: number, fishCount: number, lineCount: number, speciesId: string): PlanProblem {
  const next = seeded(seed);
  const between = (a: number, b: number) => a + next() * (b - a);
  const species = catalogue.find((s) => s.id === speciesId);
  if (!species) throw new RangeError(`No species ${speciesId}`);
  const condition: ArrivalCondition =
    species.bodyPlan === 'tail' ? 'tail' : species.bodyPlan === 'wing' ? 'wing' : 'gutted';
  const share = condition === 'gutted' ? species.gutted : species.headedGutted;
  const usual = species.typicalG * share;
  const forms = shippedForms.filter(
    (f) =>
      f.section !== 'trim' &&
      !f.raw &&
      f.id !== 'whole' &&
      formRefusal(species, condition, f, species.typicalG) === null,
  );
  const fish = Array.from({ length: fishCount }, (_, i): PlanFish => ({
    id: `f${i + 1}`,
    grams: Math.round(usual * between(0.6, 1.8)),
    lengthMm: null,
    condition,
    costPerKg: Math.round(between(650, 900)),
    daysLeft: Math.round(between(1, 8)),
    rawFit: false,
    refuses: {},
  }));
  const main = (form: Form) =>
    usual * expectedCut({ species, condition, form, fishGrams: usual, month: 11 }).yield;
  const lines = Array.from({ length: lineCount }, (_, i): PlanLine => {
    const form = forms[Math.floor(next() * forms.length)];
    if (!form) throw new RangeError(`Nothing is cut of ${speciesId}`);
    const piece = usualPieces(species, form, main(form), condition).grams;
    const whole = form.count === 'fish';
    const byWeight = !whole && next() < 0.3;
    const pieces = byWeight ? null : whole ? 1 + Math.floor(next() * 2) : 1 + Math.floor(next() * 6);
    const grams = Math.max(
      10,
      Math.round((piece * between(0.8, 1.25) * (byWeight ? between(2, 8) : 1)) / 10) * 10,
    );
    const value = Math.round(((pieces ?? 1) * grams * between(1300, 2900)) / 1000);
    return {
      id: `l${i + 1}`,
      form: form.id,
      pieces,
      pieceGrams: byWeight ? null : grams,
      totalGrams: byWeight ? grams : null,
      window: null,
      thickMm: null,
      dueDays: Math.round(next() * 20) / 10,
      raw: false,
      value,
      penalty: Math.round(value * 0.3),
      partAllowed: next() < 0.1,
    };
  });
  const kg = fish.reduce((s, f) => s + f.grams, 0);
  const fillets = forms.find((f) => f.section === 'sides');
  const counter: CounterClass[] = fillets
    ? [{ id: 'fillet', form: fillets.id, perKg: 2000, demandGrams: kg * 0.15, markdownPerKg: 1000 }]
    : [];
  return {
    species,
    forms: new Map(shippedForms.map((f) => [f.id, f])),
    methods: {},
    flesh: null,
    fish,
    lines,
    counter,
    settings: { ...defaultSettings, offcutsPerKg: 200, month: 11 },
  };
}
