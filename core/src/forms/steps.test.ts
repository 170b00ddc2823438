import { describe, expect, it } from 'vitest';
import { catalogue, conditionsFor, type ArrivalCondition } from '../species/index.ts';
import {
  composeSteps,
  formIds,
  formRefusal,
  forms,
  speciesCautions,
  ticketMinutes,
  type FormId,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const ids = (id: string, condition: ArrivalCondition, form: FormId, grams = 1500) =>
  composeSteps(of(id), condition, form, grams).map((s) => s.id);

describe('the steps of a ticket', () => {
  it.each([
    [
      'sea_bass',
      'whole',
      'fillet_skin_on',
      'check spines scale gut kidney head fillet ribs pin_bones trim sweep weigh clean',
    ],
    ['hake', 'gutted', 'steaks', 'check scale kidney head steaks weigh clean'],
    ['hake', 'gutted', 'boneless_joint', 'check scale kidney head joint pin_bones trim sweep weigh clean'],
    ['plaice', 'gutted', 'fillet_skinless', 'check fillet_flat skin trim sweep weigh clean'],
    ['monkfish', 'tail', 'fillet_skinless', 'check skin_tail fillet trim sweep weigh clean'],
    ['skate', 'wing', 'fillet_skinless', 'check fillet_wing skin trim sweep weigh clean'],
    ['cod', 'headed_gutted', 'fillet_skinless', 'check fillet ribs pin_bones skin trim sweep weigh clean'],
    ['gilthead_bream', 'whole', 'scaled_gutted', 'check spines scale gut kidney weigh clean'],
    ['mackerel', 'whole', 'whole', 'check weigh clean'],
  ] as const)('%s %s to %s', (id, condition, form, steps) => {
    expect(ids(id, condition, form).join(' ')).toBe(steps);
  });

  it('sweeps exactly the forms sold as boneless, after the last cut and before the scale', () => {
    for (const s of catalogue)
      for (const c of conditionsFor(s))
        for (const f of formIds.filter((x) => formRefusal(s, c, x) === null)) {
          const steps = ids(s.id, c, f);
          expect(steps.includes('sweep')).toBe(forms[f].boneless);
          if (forms[f].boneless) expect(steps.indexOf('sweep')).toBe(steps.indexOf('weigh') - 1);
          expect(steps.at(-1)).toBe('clean');
          expect(new Set(steps).size).toBe(steps.length);
        }
  });

  it('guts before it heads, and heads before it fillets', () => {
    const steps = ids('sea_bass', 'whole', 'fillet_skin_on');
    expect(steps.indexOf('gut')).toBeLessThan(steps.indexOf('head'));
    expect(steps.indexOf('head')).toBeLessThan(steps.indexOf('fillet'));
  });

  it('says a caution at every step with a blade that cuts flesh', () => {
    for (const s of catalogue)
      for (const step of composeSteps(s, 'gutted', 'fillet_skinless', 1500))
        if (/knife|blade/.test(step.tool) && step.id !== 'trim' && step.id !== 'gut')
          expect(step.cautions.length, `${s.id} ${step.id}`).toBeGreaterThan(0);
  });
});

describe('cautions', () => {
  it('warns of venom before anything else is touched', () => {
    const [check, spines] = composeSteps(of('lionfish'), 'whole', 'fillet_skin_on', 500);
    expect(check!.id).toBe('check');
    expect(spines!.id).toBe('spines');
    expect(spines!.cautions.join(' ')).toMatch(/Venomous even after death.*medical help/);
    expect(speciesCautions(of('lionfish')).join(' ')).toMatch(/venom spines/);
  });

  it.each([
    ['mackerel', /histamine/i],
    ['grouper', /ciguatera/],
    ['hake', /teeth/],
    ['skate', /thorns/],
    ['cod', /Allergen: fish/],
  ])('%s', (id, words) => {
    expect(speciesCautions(of(id)).join(' ')).toMatch(words);
  });

  it('names the allergen on every fish and histamine only where it belongs', () => {
    for (const s of catalogue) {
      const said = speciesCautions(s).join(' ');
      expect(said).toMatch(/Allergen: fish/);
      expect(/Histamine/.test(said)).toBe(s.histamine);
      expect(/ciguatera/.test(said)).toBe(s.reefToxin);
    }
  });
});

describe('bench time', () => {
  // A trainee takes half an hour for a plaice to four presented cuts with its frame washed; a practised hand is
  // expected in half of that or so (common practice, no source).
  it('is 10 to 20 minutes for one plaice in four fillets', () => {
    const steps = composeSteps(of('plaice'), 'gutted', 'fillet_skinless', 500);
    const minutes = ticketMinutes(steps, 1, of('plaice'));
    expect(minutes).toBeGreaterThan(10);
    expect(minutes).toBeLessThan(20);
  });

  it('cleans down once and does the rest for every fish', () => {
    const steps = composeSteps(of('hake'), 'gutted', 'steaks', 2000);
    const [one, three] = [1, 3].map((n) => ticketMinutes(steps, n, of('hake'))) as [number, number];
    expect(three - 4).toBeCloseTo(3 * (one - 4), 9);
  });

  it('grows with the size of the fish', () => {
    const minutes = [400, 1500, 4000].map((g) =>
      ticketMinutes(composeSteps(of('salmon'), 'gutted', 'fillet_skin_on', g), 1, of('salmon')),
    );
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
    expect(new Set(minutes).size).toBe(3);
  });
});
