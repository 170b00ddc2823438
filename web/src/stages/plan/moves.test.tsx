import type { CutPlan } from '@ember-slate/contract';
import type { DragEndEvent } from '@dnd-kit/core';
import { act, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { store } from '../../app/store.ts';
import { hooked, Refusal } from '../../testing/served.tsx';
import { useMoves } from './useMoves.ts';

const bram = { id: 2, name: 'Bram Teale', role: 'bench' } as const;
const species = (speciesId: string, lines: string[], fish: string[]) => ({
  speciesId,
  lines: lines.map((id) => ({ id })),
  fish: fish.map((id) => ({ id })),
});
const plan = {
  id: 5,
  species: [species('hake', ['l1', 'l2'], ['h1', 'h2']), species('cod', ['l3'], ['c1'])],
} as unknown as CutPlan;
const moving = (answer: unknown = { id: 6, gain: 0 }, of: CutPlan | null = plan) =>
  hooked(() => useMoves(of), { '/api/plan/5/move': answer }, bram);
const drop = (line: string, from: string, to: string | null) =>
  ({
    active: { data: { current: { line, from } } },
    over: to === null ? null : { data: { current: { fish: to } } },
  }) as unknown as DragEndEvent;
const notice = () => store.getState().connection.notice?.text;

describe('a line given to another fish', () => {
  it('by dragging is asked of the shop, under its species', async () => {
    const m = moving();
    act(() => m.now().dropped(drop('l1', 'h1', 'h2')));
    await waitFor(() => expect(m.sent).toHaveLength(1));
    expect(m.sent[0]).toEqual({
      method: 'POST',
      path: '/api/plan/5/move',
      body: { speciesId: 'hake', line: 'l1', from: 'h1', to: 'h2' },
    });
    await waitFor(() => expect(m.now().asked).toBeNull());
  });

  it.each([
    [0.4, 'Moved; worth the same'],
    [-0.4, 'Moved; worth the same'],
    [312, 'Moved; €3.12 more than before'],
    [-95, 'Moved; €0.95 less than before'],
  ])('says what %f is: %s', async (gain, words) => {
    const m = moving({ id: 6, gain });
    act(() => m.now().dropped(drop('l3', 'x', 'c1')));
    await waitFor(() => expect(notice()).toBe(words));
    expect(m.sent).toHaveLength(1);
  });

  it.each<[string, DragEndEvent, CutPlan | null]>([
    ['on no fish', drop('l1', 'h1', null), plan],
    ['on its own fish', drop('l1', 'h1', 'h1'), plan],
    ['a line that is not in the plan', drop('l9', 'h1', 'h2'), plan],
    ['without a plan', drop('l1', 'h1', 'h2'), null],
  ])('is not moved: %s', (_name, event, of) => {
    const m = moving({ id: 6, gain: 0 }, of);
    act(() => m.now().dropped(event));
    expect(m.now().asked).toBeNull();
    expect(m.sent).toEqual([]);
  });

  it('never becomes another species: it is said, and nothing is sent', () => {
    const m = moving();
    act(() => m.now().dropped(drop('l1', 'h1', 'c1')));
    expect(m.now().refused?.detail).toMatch(/another species/);
    expect(m.now().asked).toMatchObject({ line: { id: 'l1' }, from: 'h1' });
    expect(m.sent).toEqual([]);
    act(() => m.now().leave());
    expect([m.now().asked, m.now().refused]).toEqual([null, null]);
  });

  it('that the shop refuses stays asked, with its reason', async () => {
    const m = moving(new Refusal({ status: 409, code: 'conflict', detail: 'That fish is pinned' }));
    act(() => m.now().dropped(drop('l1', 'h1', 'h2')));
    await waitFor(() => expect(m.now().refused?.detail).toBe('That fish is pinned'));
    expect(m.now().asked).toMatchObject({ line: { id: 'l1' } });
    // By keyboard it is given to another one then.
    act(() => m.now().moveAsked('h2'));
    await waitFor(() => expect(m.sent).toHaveLength(2));
  });
});
