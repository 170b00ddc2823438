import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue, conditionsFor, type ArrivalCondition } from '../species/index.ts';
import {
  compose,
  jobFaults,
  methodEffect,
  minutesOf,
  openQuestions,
  optionClash,
  optionOffered,
  optionRefusal,
  plainCut,
  speciesCautions,
  type Job,
  type MethodChoices,
} from './index.ts';
import { of, the, cut, job, forms } from './testing/jobs.ts';

describe('methods', () => {
  const chosen = (id: string, form: string, more: Partial<Job>) =>
    compose(job(id, 'gutted', forms(form), more)).methods;

  it('go by the ticket before the cutter before the shop', () => {
    const by = (more: Partial<Job>) => chosen('salmon', 'fillet_skin_on', more).ribs;
    expect(inWords(by({}))).toMatchObject({ method: { id: 'over' }, by: 'default' });
    expect(inWords(by({ shop: { ribs: 'scissors' } }))).toMatchObject({
      method: { id: 'scissors' },
      by: 'shop',
    });
    expect(inWords(by({ shop: { ribs: 'scissors' }, cutter: { ribs: 'through' } }))).toMatchObject({
      by: 'cutter',
    });
    expect(inWords(by({ cutter: { ribs: 'through' }, ticket: { ribs: 'block' } }))).toMatchObject({
      method: { id: 'block' },
      by: 'ticket',
    });
    expect(inWords(by({ shop: { ribs: 'no such method' } }))).toMatchObject({ by: 'default' });
  });

  it.each([
    ['cod', 'fillet_skin_on', { ribs: 'through' }, 'ribs', 'over', /salmonids/],
    ['cod', 'block_fillet', {}, 'ribs', 'block', /takes the ribs along/],
    ['red_gurnard', 'fillet_skin_on', {}, 'pin_bones', 'v_cut', /firmly set/],
    ['salmon', 'fillet_skin_on', { pin_bones: 'strip' }, 'pin_bones', 'pull', /falls in two/],
    ['salmon', 'boneless_joint', { pin_bones: 'leave' }, 'pin_bones', 'pull', /sold boneless/],
    ['plaice', 'cross_cut', {}, 'flatfish', 'cross', /Cross-cut was ordered/],
    ['plaice', 'quarter_cut', {}, 'head', 'on_last', /stays on the frame/],
  ] as const)('%s as %s with %o: %s is %s by rule', (id, form, ticket, question, method, because) => {
    const answer = chosen(id, form, { ticket })[question];
    expect(inWords(answer)).toMatchObject({ method: { id: method }, by: 'rule' });
    expect(inWords(answer.because)).toMatch(because);
    const asked = (ticket as MethodChoices)[question];
    if (asked !== undefined)
      expect(inWords(jobFaults(job(id, 'gutted', forms(form), { ticket })))).toMatchObject([
        { path: `methods.${question}` },
      ]);
  });

  it('move flesh to where they leave it, and minutes where they are spent', () => {
    const salmon = (ticket: MethodChoices) =>
      compose(job('salmon', 'gutted', forms('fillet_skinless'), { fishGrams: 4000, ticket }));
    const [pulled, vee] = [salmon({}), salmon({ pin_bones: 'v_cut' })];
    expect((pulled.outputs[0]!.grams - vee.outputs[0]!.grams) / 4000).toBeCloseTo(0.0275, 9);
    expect(vee.tubs.pinStrip! / 4000).toBeCloseTo(0.0275, 9);
    expect(pulled.minutes - vee.minutes).toBeCloseTo(6, 9);
    expect(salmon({ head: 'on_last' }).steps.map((s) => s.id)).toContain('head_last');
  });

  it('ask only what changes this ticket', () => {
    const asked = openQuestions(job('plaice', 'gutted', forms('quarter_cut')));
    expect(asked).toContain('board');
    expect(asked).not.toContain('ribs');
    expect(asked).not.toContain('flatfish');
    expect(openQuestions(job('plaice', 'gutted', forms('fillet_skinless')))).toContain('flatfish');
    expect(openQuestions(job('monkfish', 'tail', forms('monk_fillets')))).toContain('silver');
  });

  it('show on their page what they do on a ticket', () => {
    expect(methodEffect('ribs', 'over')).toBeNull();
    const scissors = methodEffect('ribs', 'scissors')!;
    expect(scissors.points[1]).toBeCloseTo(1.5, 1);
    expect(scissors.minutes[1]).toBeCloseTo(1.5, 6);
    methodEffect('pin_bones', 'v_cut')!.minutes.forEach((m, i) => expect(m).toBeCloseTo([-2, -4, -6][i]!, 6));
    expect(methodEffect('cross_from', 'midline')).not.toBeNull();
  });
});

describe('options', () => {
  it('clash where both cannot be', () => {
    expect(optionClash(['head on', 'head off'])).toEqual(['head on', 'head off']);
    expect(optionClash(['tied', 'tied at 25 to 30 mm'])).toBeNull();
    expect(optionClash(['skinless', 'scored 2 to 3 mm deep', 'slashed 3 times a side'])).not.toBeNull();
  });
  it('are refused where they cannot be had, and not offered where the form is made so anyway', () => {
    const why = (id: string, form: string, words: string, input: ArrivalCondition | null = null) =>
      optionRefusal(of(id), input, the(form), words);
    expect(inWords(why('lionfish', 'butterfly_back', 'fins left on'))).toMatch(/venomous/);
    expect(inWords(why('plaice', 'fillet_skin_on', 'pin bones left in, declared'))).toMatch(/no pin bones/);
    expect(inWords(why('cod', 'butterfly_belly', 'head on', 'headed_gutted'))).toMatch(/already off/);
    expect(inWords(why('cod', 'butterfly_belly', 'head on', 'gutted'))).toBeNull();
    expect(inWords(why('cod', 'dressed', 'with a ribbon'))).toBeNull();
    expect(optionOffered(of('cod'), null, the('dressed'), 'tail left on')).toBe(false);
    expect(optionOffered(of('cod'), null, the('dressed'), 'tail off')).toBe(true);
  });
  it('in the shop’s own words are said on the ticket as they are', () => {
    const step = compose(job('cod', 'gutted', [cut('dressed', { options: ['with a ribbon'] })])).steps.find(
      (s) => s.id === 'asked',
    );
    expect(inWords(step!.how)).toEqual(['with a ribbon']);
  });
  it('of two customers of one whole form take a fish each, on a ticket each', () => {
    const two = job('sea_bass', 'whole', [
      cut('scaled_gutted', { options: ['head off'] }),
      cut('scaled_gutted'),
    ]);
    expect(inWords(jobFaults(two))).toMatchObject([{ path: 'forms.1.options' }]);
  });
});

describe('cautions', () => {
  it('names the allergen on every fish, histamine and reef toxin only where they belong', () => {
    for (const s of catalogue) {
      const said = inWords(speciesCautions(s)).join(' ');
      expect(said).toMatch(/Allergen: fish/);
      expect(/Histamine/.test(said)).toBe(s.histamine);
      expect(/ciguatera/.test(said)).toBe(s.reefToxin);
    }
  });
});

describe('bench time', () => {
  const minutes = (id: string, form: string, fishGrams: number, fish = 1) =>
    compose(job(id, 'gutted', forms(form), { fishGrams, fish })).minutes;

  // A trainee takes half an hour for a plaice to four presented cuts with its frame washed (common practice, no source).
  it('is half an hour or so for one plaice to four presented cuts, 10 to 22 minutes for four fillets', () => {
    const four = compose(job('plaice', 'gutted', forms('quarter_cut delice paupiette goujons'))).minutes;
    expect(four).toBeGreaterThan(20);
    expect(four).toBeLessThan(35);
    expect(minutes('plaice', 'fillet_skinless', 500)).toBeGreaterThan(10);
    expect(minutes('plaice', 'fillet_skinless', 500)).toBeLessThan(22);
  });
  it('cleans down once, does the rest for every fish, and grows with the size of the fish', () => {
    const [one, three] = [1, 3].map((n) => minutes('hake', 'steaks', 2000, n)) as [number, number];
    expect(three - 4).toBeCloseTo(3 * (one - 4), 9);
    const sizes = [400, 1500, 4000].map((g) => minutes('salmon', 'fillet_skin_on', g));
    expect(sizes).toEqual([...new Set(sizes)].sort((a, b) => a - b));
    const { steps, minutes: all } = compose(job('hake', 'gutted', forms('steaks')));
    expect(minutesOf(steps)).toBeCloseTo(all, 9);
  });
  it('knows words for every act of every form', () => {
    for (const f of shippedForms.filter((x) => x.section !== 'trim'))
      for (const s of catalogue)
        for (const c of conditionsFor(s)) {
          const j = job(s.id, c, [plainCut(f)]);
          if (jobFaults(j).length === 0)
            for (const step of compose(j).steps) expect(inWords(step.title)).not.toBe('');
        }
  });
});
