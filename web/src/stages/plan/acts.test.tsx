import type { CutPlan } from '@ember-slate/contract';
import { cleanup, fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { bench, counter, tryActs } from '../../testing/acts.tsx';
import { button, fill, only, page, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { plannedSpecies, planLineOf, planOf } from '../../testing/planned.ts';
import { formBookOf, Refusal, served } from '../../testing/served.tsx';
import ByHand from './ByHand.tsx';
import Plan from './Plan.tsx';

/*
 * The plan by its presses: what is planned, for which lines and how long; what is held, moved, taken back and sent; and
 * the way by hand, fish by fish.
 */

const day = (plan: CutPlan | null, more: object = {}) => ({
  'GET /api/plan': { plan, making: false, lines: 1, fish: 2, ...more },
  '/api/plan/lines': [
    planLineOf(),
    planLineOf({ id: 9, offers: [], promise: { answer: 'no', because: 'No hake is graded', servable: 0 } }),
  ],
  '/api/forms': formBookOf(),
});
const usual = { me: bench, screen: <Plan />, answers: day(planOf()) };

tryActs('of the plan a hand', usual, [
  {
    does: 'plans the day',
    answers: day(null),
    by: () => press(/^Plan the day/),
    sends: {
      method: 'POST',
      path: '/api/plan',
      body: { horizon: 'tomorrow', seconds: 1, keepPinned: true, speciesIds: null },
    },
    answered: { id: 6 },
  },
  {
    does: 'plans all lines',
    answers: day(null, { lines: 60, fish: 40 }),
    by: async () => {
      await press('All lines');
      await press(/^Plan the day/);
    },
    sends: {
      method: 'POST',
      path: '/api/plan',
      body: { horizon: 'all', seconds: Math.sqrt(2400) / 5, keepPinned: true, speciesIds: null },
    },
    answered: { id: 6 },
  },
  {
    does: 'plans one fish again and leaves the others',
    by: async () => {
      await fill('Plan with', 'hake');
      await press(/^Plan european hake again/i);
    },
    sends: {
      method: 'POST',
      path: '/api/plan',
      body: { horizon: 'tomorrow', seconds: 1, keepPinned: true, speciesIds: ['hake'] },
    },
    answered: { id: 6 },
  },
  {
    does: 'stops a planner that thinks long enough',
    answers: day(planOf({ state: 'running' })),
    by: () => press(/^Stop/),
    sends: { method: 'POST', path: '/api/plan/5/stop', body: {} },
  },
  {
    does: 'sends it to the bench',
    by: () => press(/^Send to bench/),
    sends: { method: 'POST', path: '/api/plan/5/accept', body: { speciesIds: null } },
    answered: { id: 5, tickets: [3, 4] },
    says: /2 tickets wait at the bench/,
  },
  {
    does: 'pins a fish as it is cut',
    by: () => press('pin'),
    sends: { method: 'PUT', path: '/api/plan/5/pins', body: { fish: ['f1'], pinned: true } },
  },
  {
    does: 'lets a pinned fish go',
    answers: day(planOf({ pinned: ['f1'] })),
    by: () => press(/^pinned/),
    sends: { method: 'PUT', path: '/api/plan/5/pins', body: { fish: ['f1'], pinned: false } },
  },
  {
    does: 'goes back to the plan before its hand',
    answers: day(planOf({ parent: { id: 4, value: 4000 } })),
    by: async () => {
      await says(/2\.00 more than before/);
      await press('back to the plan before');
    },
    sends: { method: 'POST', path: '/api/plan/5/back', body: {} },
  },
  {
    does: 'gives a line to another fish',
    by: async () => {
      await press(/^a to d 4 steaks/);
      await press(/261125-H2/, await dialog());
    },
    sends: {
      method: 'POST',
      path: '/api/plan/5/move',
      body: { speciesId: 'hake', line: 'l1', from: 'f1', to: 'f2' },
    },
    answered: { id: 6, gain: 0 },
  },
  {
    does: 'lets a line go for money, and says whom to tell',
    answers: { '/api/plan/5/price?speciesId=hake&line=l1': { gain: 1420 } },
    by: async () => {
      await press(/^a to d 4 steaks/);
      await says(/makes the plan worth €14\.20 more/);
      await press('Let it go', await dialog());
    },
    sends: { method: 'PUT', path: '/api/plan/lines/11/let-go', body: { version: 3, letGo: true } },
    answered: { id: 11 },
    says: /Let go\. Tell Pell/,
  },
  {
    does: 'wants a line again that was let go',
    answers: day(
      planOf({
        species: [
          plannedSpecies({
            lines: [{ ...plannedSpecies().lines[0]!, letGoBy: 'Ines Corrie' }],
            found: {
              ...plannedSpecies().found!,
              plan: { fish: [] },
              score: { ...plannedSpecies().found!.score, filled: { l1: 0 } },
              unfilled: { l1: 'Let go on the plan by Ines Corrie' },
            },
          }),
        ],
      }),
    ),
    by: async () => {
      await press(/^57 Pell/);
      await says(/Ines Corrie let it go: no fish is cut for it/);
      await press('Cut it after all', await dialog());
    },
    sends: { method: 'PUT', path: '/api/plan/lines/11/let-go', body: { version: 3, letGo: false } },
    answered: { id: 11 },
    says: /It is wanted again/,
  },
]);
async function dialog(): Promise<HTMLElement> {
  await says(/from which fish/);
  return document.querySelector<HTMLElement>('[role=dialog]')!;
}

describe('the plan', () => {
  const at = (plan: CutPlan | null, me = bench, more: object = {}) => served(<Plan />, day(plan, more), me);
  const found = plannedSpecies().found!;
  const unfilled = plannedSpecies({
    found: {
      ...found,
      plan: { fish: [] },
      score: { ...found.score, filled: { l1: 0 } },
      unfilled: { l1: 'No fish is heavy enough' },
    },
  });
  it.each<[string, CutPlan | null, RegExp, object?]>([
    ['is not there yet', null, /Nothing is planned yet/],
    ['comes by itself', null, /A plan is being made of this/, { making: true }],
    ['has lines before it is there', null, /: \d+ fish.*No hake is graded/],
    ['is old and made again', planOf({ changed: true }), /a new plan is on its way/, { making: true }],
    ['has nothing to plan', null, /No line waits/, { lines: 0, fish: 0 }],
    [
      'gives less than was asked for by weight',
      planOf({
        species: [
          plannedSpecies({
            lines: [{ ...plannedSpecies().lines[0]!, pieces: null, pieceGrams: null, totalGrams: 1000 }],
          }),
        ],
      }),
      /1 of 1 line .*short in all.*gives \d+ g, may be \d+ g to [\d ]+ g.* short/,
    ],
    ['misses a line', planOf({ species: [unfilled] }), /Order 57 cannot be met.*No fish is heavy enough/],
    ['is old', planOf({ changed: true }), /Orders or fish have changed since/],
    ['has a note', planOf({ note: 'Two lines came late' }), /Two lines came late\./],
    [
      'is being made',
      planOf({ state: 'running', species: [plannedSpecies({ found: null })] }),
      /first plan is on its way/,
    ],
    [
      'chose a white fish',
      planOf({
        species: [
          plannedSpecies({ lines: [{ ...plannedSpecies().lines[0]!, anyWhite: 'most of it lies there' }] }),
        ],
      }),
      /most of it lies there/,
    ],
    [
      'is likely to come out, by fish that stand by themselves',
      planOf({
        species: [
          plannedSpecies({ chance: { all: 0.8, lines: { l1: 0.9 } } }),
          plannedSpecies({
            speciesId: 'cod',
            lines: [],
            found: null,
            chance: { all: 0.5, lines: { l2: 0.5 } },
          }),
        ],
      }),
      /1 of 1 line .*about 1 come out right \(all of them: 40\s%/,
    ],
    ['has a line that may not come out', planOf(), /57 Pell.*62 % likely to come out/],
    [
      'is as good as sure',
      planOf({ species: [plannedSpecies({ chance: { all: 1, lines: { l1: 1 } } })] }),
      /all of them: 99\s%/,
    ],
  ])('says so where it %s', async (_name, plan, words, more = {}) => {
    at(plan, bench, more);
    await says(words);
  });

  it('opens no fish: it is not sent', async () => {
    at(planOf({ species: [unfilled] }));
    expect(await waitsFor(/^Send to bench/)).toBe('it opens no fish');
  });

  it('is only looked at by the counter', async () => {
    at(planOf(), counter);
    await says(/Pell/);
    expect(pressable(/^(Plan again|Send to bench|pin)/)).toEqual([]);
  });

  it('shows the sums of its money, and what it holds it against', async () => {
    at(planOf());
    await press('costs of this plan');
    await says(/first come/i);
    expect(page()).toMatch(/42\.00/);
    expect(page()).toMatch(/off by 7 %, each cut by 8 % more .*common practice/);
    cleanup();
    at(planOf({ spread: { fish: 0.051, cut: 0.064, tickets: 1 } }));
    await press('costs of this plan');
    await says(/off by 5 %, each cut by 6 % more .*learned from 1 ticket of this shop/);
  });

  it('says no chance of what it promises nobody', async () => {
    at(planOf({ species: [plannedSpecies({ chance: { all: 1, lines: {} } })] }));
    await says(/57 Pell/);
    expect(page()).not.toMatch(/likely/);
  });

  it('lights the pieces of the line that is looked at', async () => {
    at(planOf());
    const line = await button(/57 Pell/);
    fireEvent.focus(line);
    expect(line.className).toMatch(/bg-lift /);
    fireEvent.blur(line);
  });
});

const lines = { 'GET /api/plan/lines': [planLineOf()], '/api/forms': formBookOf() };
const byHand = { me: bench, screen: <ByHand />, answers: lines };
tryActs('by hand one', byHand, [
  {
    does: 'keeps other fish for a line',
    by: async () => {
      await says(/4 pieces|Pell/);
      const more = (lot: number) => {
        const group = document.querySelector(`[aria-label*="261125-H${lot}"][role=group]`)!;
        fireEvent.click(group.querySelectorAll('button')[1]!);
      };
      more(2);
      await press(/^Keep these fish/i);
    },
    sends: {
      method: 'PUT',
      path: '/api/plan/lines/11/picks',
      body: {
        version: 3,
        picks: [
          { lotId: 1, fish: 1 },
          { lotId: 2, fish: 1 },
        ],
      },
    },
  },
  {
    does: 'sends a line whose fish are kept to the bench',
    answers: { ...lines, 'GET /api/plan/lines': [planLineOf({ picks: [{ lotId: 1, fish: 1 }] })] },
    by: () => press(/^Send to bench/),
    sends: { method: 'POST', path: '/api/plan/lines/11/ticket', body: { version: 3 } },
    answered: { id: 8, number: 41 },
    says: /Ticket 41 waits at the bench/,
  },
]);

describe('a line by hand', () => {
  it('keeps the fish first and sends it over the version that came of it', async () => {
    const sent = served(
      <ByHand />,
      {
        ...lines,
        'PUT /api/plan/lines/11/picks': { id: 11 },
        'POST /api/plan/lines/11/ticket': { id: 8, number: 41 },
      },
      bench,
    );
    await press(/^Send to bench/);
    expect(await only(() => sent, 2)).toMatchObject({
      path: '/api/plan/lines/11/ticket',
      body: { version: 4 },
    });
  });

  it('sends nothing to the bench when its fish were refused', async () => {
    const sent = served(
      <ByHand />,
      {
        ...lines,
        'PUT /api/plan/lines/11/picks': new Refusal({ status: 409, code: 'conflict', detail: 'H1 is taken' }),
      },
      bench,
    );
    await press(/^Send to bench/);
    await says(/H1 is taken/);
    expect(sent).toHaveLength(1);
  });

  it('takes no more fish than there are, and none less than none', async () => {
    const one = planLineOf();
    served(
      <ByHand />,
      { ...lines, 'GET /api/plan/lines': [{ ...one, offers: [{ ...one.offers[0]!, fishFree: 1 }] }] },
      bench,
    );
    const step = async (name: string) => button(name);
    expect((await step('one fish more')).getAttribute('aria-disabled')).toBe('true');
    fireEvent.click(await step('one fish less'));
    fireEvent.click(await step('one fish less'));
    expect((await step('one fish less')).getAttribute('aria-disabled')).toBe('true');
    expect(await waitsFor(/^Send to bench/)).toBe('choose fish first');
  });

  it.each<[string, Parameters<typeof planLineOf>[0], RegExp]>([
    [
      'cannot be met',
      { promise: { answer: 'no', because: 'Lot on hold', servable: 0 } },
      /1 line cannot be met|Lot on hold/,
    ],
    ['only in part', { promise: { answer: 'part', because: '2 of 4 pieces', servable: 2 } }, /2 of 4 pieces/],
    ['has no fish', { offers: [] }, /No hake in the cold room/i],
    ['may not have one lot', {}, /On hold/],
    ['is by weight', { pieces: null, pieceGrams: null, totalGrams: 800 }, /800 g/],
  ])('that %s says so', async (_name, more, words) => {
    served(<ByHand />, { ...lines, 'GET /api/plan/lines': [planLineOf(more)] }, bench);
    await says(words);
  });

  it('that went to the bench gives way to the next; after the last the page says so', async () => {
    served(<ByHand />, { ...lines, 'GET /api/plan/lines': [] }, bench);
    await says(/Every line is at the bench/);
  });
});
