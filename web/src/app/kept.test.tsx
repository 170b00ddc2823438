import 'fake-indexeddb/auto';
import { contract, type ColdPlace } from '@ember-slate/contract';
import { act, cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { useState } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Dialog } from '../parts/Dialog.tsx';
import { OpenJobs } from '../parts/OpenJobs.tsx';
import { Stale } from '../parts/Stale.tsx';
import { Round } from '../stages/cold/Round.tsx';
import SignIns from '../stages/people/SignIns.tsx';
import { served } from '../testing/served.tsx';
import { useDraft, useKept } from './draft.ts';
import { useFeed } from './feed.ts';
import { lockHere, lockedHere } from './lock.ts';
import { screenLocked, store } from './store.ts';

const wil = { id: 3, name: 'Wil Aster', role: 'counter' } as const;
const ines = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
const tap = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }));
const shown = (name: string) => screen.getByLabelText<HTMLInputElement>(name).value;

function Form() {
  const draft = useDraft('form');
  const [words, setWords] = useKept(draft, 'words', '');
  const [opened] = useKept(draft, 'version', 4);
  return (
    <>
      <input aria-label="Words" value={words} onChange={(e) => setWords(e.target.value)} />
      <output>{`version ${opened}, ${draft.kept ? 'kept' : 'nothing kept'}`}</output>
      <button type="button" onClick={draft.forget}>
        Saved
      </button>
    </>
  );
}

describe('what was typed', () => {
  it('is there again after the form was left, with the version it was opened with, until it is saved', () => {
    served(<Form />, {});
    expect(screen.getByText('version 4, nothing kept')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'two hake' } });
    const kept = store.getState().drafts;
    expect(JSON.stringify(kept)).toContain('"version":4');
    tap(/Saved/);
    expect(shown('Words')).toBe('');
    expect(store.getState().drafts).toEqual({});
  });

  it('belongs to who typed it', () => {
    served(<Form />, {});
    fireEvent.change(screen.getByLabelText('Words'), { target: { value: 'two hake' } });
    const keys = Object.keys(store.getState().drafts);
    expect(keys).toEqual([`${wil.id} form`]);
  });
});

describe('a locked screen', () => {
  afterEach(() => {
    lockHere(false);
    store.dispatch(screenLocked(false));
  });

  it('stays locked over a reload', () => {
    lockHere(true);
    expect(lockedHere()).toBe(true);
    expect(localStorage.getItem('ember-slate-locked')).toBe('1');
    lockHere(false);
    expect(lockedHere()).toBe(false);
  });

  it('shows no dialog, and what was typed in it is there again when the screen opens', async () => {
    function Asks() {
      const [words, setWords] = useState('');
      return (
        <Dialog open title="Why?" onClose={() => undefined}>
          <input aria-label="Why" value={words} onChange={(e) => setWords(e.target.value)} />
        </Dialog>
      );
    }
    served(<Asks />, {});
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'broken tail' } });
    act(() => void store.dispatch(screenLocked(true)));
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    act(() => void store.dispatch(screenLocked(false)));
    await screen.findByRole('dialog');
    expect(shown('Why')).toBe('broken tail');
  });
});

describe('the line to the shop', () => {
  class Stream {
    static readonly OPEN = 1;
    static last: Stream;
    readyState = 1;
    onopen: (() => void) | null = null;
    onerror: (() => void) | null = null;
    private readonly heard = new Map<string, ((e: { data: string }) => void)[]>();
    constructor() {
      Stream.last = this;
    }
    addEventListener(name: string, listener: (e: { data: string }) => void) {
      this.heard.set(name, [...(this.heard.get(name) ?? []), listener]);
    }
    say(name: string, data: unknown) {
      for (const listener of this.heard.get(name) ?? []) listener({ data: JSON.stringify(data) });
    }
    close() {
      this.readyState = 2;
    }
  }
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('EventSource', Stream);
    vi.stubGlobal('fetch', () => Promise.resolve(new Response('[]')));
  });

  it('is lost when it says nothing for five seconds, and no weight of it is left to take', () => {
    function Line() {
      useFeed(wil);
      return null;
    }
    render(
      <Provider store={store}>
        <Line />
      </Provider>,
    );
    act(() => Stream.last.onopen!());
    act(() => Stream.last.say('scale', { grams: 460, tare: 0, state: 'steady', seq: 1 }));
    // A beat now and then keeps it alive, however long nothing else is said.
    for (let s = 0; s < 30; s += 2) {
      act(() => void vi.advanceTimersByTime(2000));
      act(() => Stream.last.say('beat', null));
    }
    expect(store.getState().connection).toMatchObject({
      live: true,
      reading: { grams: 460, state: 'steady' },
    });
    const silent = Stream.last;
    act(() => void vi.advanceTimersByTime(5000));
    expect(store.getState().connection).toMatchObject({ live: false, reading: { state: 'none' } });
    expect(silent.readyState).toBe(2);
    // And it is opened again by itself.
    act(() => void vi.advanceTimersByTime(2000));
    expect(Stream.last).not.toBe(silent);
  });
});

describe('somebody saved the same meanwhile', () => {
  it('shows both, field by field, only where they differ, and writes nothing by itself', () => {
    const [keep, theirs] = [vi.fn(), vi.fn()];
    const stale = { type: '', title: '', status: 409, code: 'stale' };
    served(
      <Stale
        problem={{ ...stale, current: { version: 7, name: 'Slab', note: 'left door', limit: 40 } }}
        names={{ name: 'Name', note: 'Note', limit: 'Limit' }}
        mine={{ name: 'Slab', note: 'right door', limit: '' }}
        onKeep={keep}
        onTheirs={theirs}
      />,
      {},
    );
    const rows = screen.getAllByRole('row').slice(1);
    expect(rows.map((r) => r.textContent)).toEqual(['Noteright doorleft door', 'Limitnothing40']);
    expect(keep).not.toHaveBeenCalled();
    tap(/Save mine over it/);
    expect(keep).toHaveBeenCalledWith(7);
    tap(/Take what was saved/);
    expect(theirs).toHaveBeenCalledOnce();
  });
});

const place = (id: number, name: string, limitTenths: number | null): ColdPlace => ({
  id,
  account: `place:${id}`,
  removable: false,
  name,
  setTenths: 10,
  limitTenths,
  sensor: null,
  version: 1,
  watched: false,
  last: null,
  expected: 1,
  episodes: [],
  lots: 0,
});

describe('a round of temperatures', () => {
  it('sends what was read and no more, and asks what was done only where it is too warm', async () => {
    const closed = vi.fn();
    const places = [place(1, 'Cold room', 20), place(2, 'Slab', 40), place(7, 'Bench', null)];
    const sent = served(<Round places={places} onClose={closed} />, {
      [contract.cold.round.path]: { read: 2 },
    });
    const type = (name: RegExp, value: string) =>
      fireEvent.change(screen.getByLabelText(name), { target: { value } });
    tap(/Write them down/);
    expect(sent).toEqual([]);
    type(/Cold room/, '2,1');
    expect(screen.queryAllByLabelText(/Too warm/)).toHaveLength(1);
    type(/Too warm/, ' door shut ');
    type(/Bench/, '14');
    expect(screen.queryAllByLabelText(/Too warm/)).toHaveLength(1);
    tap(/Write them down/);
    await waitFor(() => expect(closed).toHaveBeenCalled());
    expect(sent.map((s) => s.body)).toEqual([
      {
        readings: [
          { id: 1, tenths: 21, done: 'door shut' },
          { id: 7, tenths: 140, done: '' },
        ],
      },
    ]);
  });
});

describe('what waits to be printed', () => {
  it('is said with its reason, and is tried again or left only by a person', async () => {
    const job = {
      id: 9,
      what: 'Label of B1-2',
      stuck: true,
      why: 'it may have been printed: look',
      attempts: 1,
      madeAt: '2026-11-25T06:00:00.000Z',
      madeBy: 'Bram',
    };
    const sent = served(<OpenJobs />, {
      '/api/jobs': [job],
      '/api/jobs/9/again': { id: 9, done: true, why: null },
    });
    await screen.findByText('1 thing is stuck');
    expect(screen.getByText(/it may have been printed: look/)).toBeTruthy();
    expect(sent).toEqual([]);
    tap(/Try it again/);
    await waitFor(() => expect(sent.map((s) => s.path)).toEqual(['/api/jobs/9/again']));
    cleanup();
    served(<OpenJobs />, { '/api/jobs': [] });
    await act(() => new Promise((done) => setTimeout(done, 20)));
    expect(screen.queryByRole('region', { name: 'Waits to be done' })).toBeNull();
  });
});

describe('sign-ins', () => {
  it('show the manager who tried from where, and let somebody try again', async () => {
    const at = '2026-11-25T06:00:00.000Z';
    const sent = served(
      <SignIns />,
      {
        '/api/people/sign-ins': {
          tries: [
            { at, name: 'Bram', address: '10.0.0.7', outcome: 'wrong' },
            { at, name: null, address: '10.0.0.9', outcome: 'waiting' },
            { at, name: 'Wil Aster', address: '10.0.0.4', outcome: 'in' },
          ],
          waiting: [{ staffId: 2, name: 'Bram', address: '10.0.0.7', failures: 5, until: at }],
        },
      },
      ines,
    );
    await screen.findByText('2 wrong PINs in two weeks');
    expect(screen.getByText('a name that is none of ours')).toBeTruthy();
    tap(/Let them try again/);
    await waitFor(() => expect(sent.map((s) => s.path)).toEqual(['/api/people/2/release']));
    expect(within(screen.getByRole('table')).getAllByRole('row')).toHaveLength(4);
  });
});
