import type { PlanChanges, SpeciesRow } from '@ember-slate/contract';
import { bodyOf, marksOn, wingZone, zone } from '@ember-slate/core/body';
import { catalogue } from '@ember-slate/core/species';
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { markRows } from '../../parts/markRows.ts';
import { planOf, plannedSpecies } from '../../testing/planned.ts';
import { served } from '../../testing/served.tsx';
import { Changes } from './Changes.tsx';
import Marks from './Marks.tsx';
import { PlanHead } from './PlanHead.tsx';

const row = (id: string): SpeciesRow => ({
  ...catalogue.find((s) => s.id === id)!,
  own: false,
  sold: true,
  version: 1,
});
const type = (label: RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const heading = () => screen.getByRole('heading', { level: 1 }).textContent;

describe('figures under a rule', () => {
  it('share two rows, and none where neither has room', () => {
    expect(markRows([0, 40, 50, 55, 90], 30)).toEqual([0, 0, 1, null, 0]);
    expect(markRows([], 30)).toEqual([]);
  });
});

describe('the head of a plan', () => {
  const line = { ...plannedSpecies().lines[0]!, keep: 5000 };
  it.each([
    ['a bound that is as much as an order counts', 9200, { l1: 'no fish gives it' }, true],
    ['a bound that is money', 4300, { l1: 'no fish gives it' }, false],
    ['every order kept', 9200, {}, false],
    ['no bound yet', null, { l1: 'no fish gives it' }, false],
  ] as const)('says with %s whether another plan may keep more orders', (_what, bound, unfilled, more) => {
    const usual = plannedSpecies();
    const species = plannedSpecies({ lines: [line], found: { ...usual.found!, bound, unfilled } });
    served(<PlanHead plan={planOf({ species: [species] })}>{null}</PlanHead>, {});
    expect(screen.queryByText(/Another plan may keep more orders/) !== null).toBe(more);
    expect(document.body.textContent).not.toMatch(/€92/);
  });
});

describe('where the marks are', () => {
  it('marks the side of a usual hake by weight, as the body model says', async () => {
    served(<Marks />, {});
    await waitFor(() => expect(heading()).toMatch(/170/));
    const hake = row('hake');
    const body = bodyOf(hake, 'gutted', Math.round(hake.typicalG * hake.gutted))!;
    const { pieces } = marksOn(body, zone(body, 'side'), {
      by: 'grams',
      amount: 170,
      rest: 'leave',
      kerfMm: 0,
    });
    expect(heading()).toBe(`${pieces.length} × 170 g`);
    const cells = [...document.querySelectorAll('tbody tr')].map((r) => r.children[1]!.textContent);
    expect(cells).toEqual(
      pieces.map((p) => String(Math.round(body.mm(p.to) - body.mm(body.profile.collar)))),
    );
  });
  it('follows the fish on the scale, its length and its number of pieces', async () => {
    served(<Marks />, {});
    await waitFor(() => expect(heading()).toMatch(/170/));
    type(/Weight of the fish/, '4000');
    fireEvent.click(screen.getByRole('radio', { name: 'Pieces' }));
    type(/^Pieces/, '5');
    expect(heading()).toMatch(/^5 × /);
    type(/Total length/, '400');
    expect(screen.getByRole('alert').textContent).toMatch(/do not fit/);
  });
  it('marks a skate’s wing from its body edge, and has no length to ask for', async () => {
    served(<Marks />, {
      '/api/species': [{ ...row(catalogue.find((s) => s.bodyPlan === 'wing')!.id), id: 'hake' }],
    });
    await waitFor(() => expect(heading()).toMatch(/170/));
    expect(screen.queryByLabelText(/Total length/)).toBeNull();
    const skate = catalogue.find((s) => s.bodyPlan === 'wing')!;
    const one = wingZone((Math.round(skate.typicalG * skate.gutted) * skate.headedGutted) / 2);
    const { pieces } = marksOn(one, one.zone, { by: 'grams', amount: 170, rest: 'leave', kerfMm: 0 });
    expect(document.querySelectorAll('tbody tr')).toHaveLength(pieces.length);
    expect(screen.getByText(/from both wings/)).toBeTruthy();
  });
});

describe('what changed between two plans', () => {
  type Line = PlanChanges['species'][number]['lines'][number];
  const line = (more: Partial<Line>): Line => ({
    kind: 'moved',
    lineId: 1,
    orderNumber: 57,
    customer: 'Pell',
    form: 'steaks',
    from: [],
    to: [],
    ...more,
  });
  const changes: PlanChanges = {
    before: { id: 1, madeAt: new Date().toISOString(), madeBy: 'Bram Teale', value: 10_000 },
    value: 12_350,
    species: [
      {
        speciesId: 'hake',
        speciesName: 'Hake',
        value: { before: 10_000, after: 12_350 },
        lines: [
          line({ lineId: 1, kind: 'moved', from: ['H1'], to: ['H2', 'H2'] }),
          line({ lineId: 2, kind: 'lost', from: ['H1'] }),
          line({ lineId: 3, kind: 'new' }),
        ],
        fish: [{ code: 'H1', grams: 2200, more: -1 }],
        counter: [{ id: 'fillet', grams: 350 }],
      },
    ],
  };
  it('is told in words and money, by line, by fish and by what the counter gets', async () => {
    served(<Changes planId={2} />, { '/api/plan/2/changes': changes });
    await screen.findByText('€23.50 more');
    for (const words of [
      /from 2 fish of H2 instead of H1/,
      /is no longer served \(was from H1\)/,
      /came in since; not served/,
      /1 fish of H1, 2.?200 g: left whole/,
      /fillet for the counter: 350 g more/,
    ])
      expect(screen.getByText(words)).toBeTruthy();
  });
  it('says so when there was none before, and when nothing is different', async () => {
    served(<Changes planId={2} />, { '/api/plan/2/changes': { before: null, value: 0, species: [] } });
    await screen.findByText(/first plan there is/);
    cleanup();
    served(<Changes planId={2} />, { '/api/plan/2/changes': { ...changes, value: 10_000, species: [] } });
    await screen.findByText('worth the same');
    expect(screen.getByText(/same fish as before/)).toBeTruthy();
  });
});
