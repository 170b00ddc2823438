import { contract } from '@ember-slate/contract';
import { act } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { hooked, Refusal } from '../testing/served.tsx';
import { useDraft } from './draft.ts';
import { useForm } from './form.ts';
import { drafts } from './drafts.ts';
import { store } from './store.ts';

/* A form on a route of the contract: its draft, its checks before it is sent, and what the shop says of it. */

const manager = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
interface Asked {
  mayBeSent?: (v: { name: string; set: number }) => boolean;
  answer?: unknown;
  pathOf?: boolean;
}
function opened({ mayBeSent, answer = { id: 7 }, pathOf }: Asked = {}) {
  const done: unknown[] = [];
  const { now, sent } = hooked(
    () => {
      const draft = useDraft('place 7');
      return useForm({
        draft,
        opened: { name: 'Cold room', set: 0 },
        route: contract.cold.edit,
        ...(pathOf ? { pathOf: (v: { set: number }) => ({ id: v.set }) } : { params: { id: 7 } }),
        body: (v: { name: string; set: number }) => ({
          name: v.name,
          setTenths: v.set,
          limitTenths: null,
          sensor: null,
          version: 1,
        }),
        ...(mayBeSent ? { mayBeSent } : {}),
        onDone: (a, v) => done.push(a, v),
      });
    },
    { 'PUT /api/cold/places/7': answer, 'PUT /api/cold/places/20': answer },
    manager,
  );
  return { now, sent, done, does: (f: () => unknown) => act(async () => void (await f())) };
}
const kept = () => Object.values(store.getState().drafts);

describe('a form', () => {
  it('keeps all of it as a draft with the first word typed, and nothing before', async () => {
    const form = opened();
    expect(kept()).toEqual([]);
    await form.does(() => form.now().field('name').onChange('Cellar'));
    expect(form.now().values).toEqual({ name: 'Cellar', set: 0 });
    expect(kept().map((d) => d.fields)).toEqual([{ name: 'Cellar', set: 0 }]);
    await form.does(() => form.now().set((had) => ({ set: had.set + 20 })));
    expect(form.now().values).toEqual({ name: 'Cellar', set: 20 });
    expect(form.now().mine).toEqual({
      name: 'Cellar',
      setTenths: 20,
      limitTenths: null,
      sensor: null,
      version: 1,
    });
  });
  it('stands as it was opened when its draft is thrown away elsewhere', async () => {
    const form = opened();
    await form.does(() => form.now().field('name').onChange('Cellar'));
    await form.does(() => store.dispatch(drafts.actions.thrownAway(form.now().draft.form)));
    expect(form.now().values).toEqual({ name: 'Cold room', set: 0 });
  });
  it('is sent as it stands, said to be done, and its draft is gone', async () => {
    const form = opened();
    await form.does(() => form.now().field('name').onChange('Cellar'));
    await form.does(() => form.now().submit());
    expect(form.sent.map((s) => s.body)).toEqual([
      { name: 'Cellar', setTenths: 0, limitTenths: null, sensor: null, version: 1 },
    ]);
    expect(form.done).toEqual([{ id: 7 }, { name: 'Cellar', set: 0 }]);
    expect(kept()).toEqual([]);
    expect(form.now().problem).toBeNull();
  });
  it('with nothing typed is sent without becoming a draft', async () => {
    const form = opened({ mayBeSent: () => false });
    await form.does(() => form.now().submit());
    expect(kept()).toEqual([]);
  });
  it('with something said at the press keeps that too', async () => {
    const form = opened({ pathOf: true });
    await form.does(() => form.now().submit({ set: 20 }));
    expect(form.sent).toMatchObject([{ path: '/api/cold/places/20', body: { setTenths: 20 } }]);
    expect(form.done[1]).toEqual({ name: 'Cold room', set: 20 });
  });
  it('that core finds unfit is not sent', async () => {
    const form = opened({ mayBeSent: (v) => v.name !== 'Cellar' });
    await form.does(() => form.now().submit({ name: 'Cellar' }));
    expect(form.sent).toEqual([]);
    expect(form.now().values.name).toBe('Cellar');
    await form.does(() => form.now().submit({ name: 'Ice house' }));
    expect(form.sent).toHaveLength(1);
  });
  it('that the contract does not allow is not sent: what is wrong stands at its field', async () => {
    const form = opened();
    await form.does(() => form.now().submit({ name: '' }));
    expect(form.sent).toEqual([]);
    expect(form.now().field('name').error).toMatch(/name of the place/);
    expect(form.now().field('set', 'setTenths').error).toBeUndefined();
    expect([form.now().problem?.code, form.now().problem?.status]).toEqual(['bad-input', 400]);
    await form.does(() => form.now().submit({ name: 'Cellar' }));
    expect(form.now().problem).toBeNull();
    expect(form.now().field('name').error).toBeUndefined();
  });
  it('that the shop refuses says so at the field, by the name the contract has for it, and stays a draft', async () => {
    const refused = new Refusal({
      status: 400,
      code: 'bad-input',
      detail: 'Too warm',
      errors: [{ path: 'setTenths', message: 'Too warm' }],
    });
    const form = opened({ answer: refused });
    await form.does(() => form.now().submit({ set: 200 }));
    expect(form.now().field('set', 'setTenths').error).toBe('Too warm');
    expect(form.now().field('set').error).toBeUndefined();
    expect(form.done).toEqual([]);
    expect(kept().map((d) => d.fields)).toEqual([{ name: 'Cold room', set: 200 }]);
  });
});
