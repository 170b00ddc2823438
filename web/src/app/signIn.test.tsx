import { fireEvent, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { button, fill, page, press, pressable, says } from '../testing/hands.ts';
import { endSession, lockedHere, lockHere, onLocked, signOutAnswered } from './lock.ts';
import { SignIn } from './SignIn.tsx';
import { Devices } from './shell/Devices.tsx';
import { Rail } from './shell/Rail.tsx';
import { StageBar } from './shell/StageBar.tsx';
import type { Shop } from './shop.tsx';
import { notify, probed, screenLocked, store } from './store.ts';
import { shownTo } from '../testing/served.tsx';
import { layOut } from '../testing/laidOut.ts';

/*
 * Who is here, and what stands round every page. Requests go out as the device sends them.
 */
interface Asked {
  method: string;
  path: string;
  body: unknown;
}
let asked: Asked[] = [];
/** What the shop answers, in turn; the last for ever. */
let answers: { status: number; body: unknown }[] = [];
beforeEach(() => {
  asked = [];
  answers = [{ status: 200, body: {} }];
  localStorage.clear();
  store.dispatch(notify(null));
  vi.stubGlobal('fetch', (path: string, init: RequestInit = {}) => {
    asked.push({
      method: init.method ?? 'GET',
      path,
      body: typeof init.body === 'string' ? JSON.parse(init.body) : undefined,
    });
    const { status, body } = answers.length > 1 ? answers.shift()! : answers[0]!;
    return Promise.resolve(new Response(JSON.stringify(body), { status }));
  });
});
const signIns = () => asked.filter((a) => a.method === 'POST' && a.path === '/api/session');

const shop = {
  name: 'Test Slip',
  sample: false,
  staff: [
    { id: 1, name: 'Ines Corrie' },
    { id: 2, name: 'Bram Teale' },
  ],
} as unknown as Shop;

describe('signing in', () => {
  const at = (more: Partial<Shop> = {}, locked = false) => {
    const onIn = vi.fn();
    render(
      <Provider store={store}>
        <SignIn shop={{ ...shop, ...more }} locked={locked} onIn={onIn} />
      </Provider>,
    );
    return onIn;
  };
  const pin = (digits: string) =>
    fireEvent.change(screen.getByLabelText(/PIN/), { target: { value: digits } });

  it('is a name, then digits by the keys on the screen', async () => {
    const onIn = at();
    await says(/Choose your name first/i);
    await press('Bram Teale');
    for (const d of '1357') await press(`digit ${d}`);
    await press('Sign in');
    await vi.waitFor(() => expect(onIn).toHaveBeenCalledOnce());
    expect(signIns().map((a) => a.body)).toEqual([{ staffId: 2, pin: '1357' }]);
  });

  it('takes digits and nothing else, eight at most', async () => {
    at();
    await press('Ines Corrie');
    pin('12a3-456789');
    expect(screen.getByLabelText<HTMLInputElement>(/PIN/).value).toMatch(/^\d+$/);
    await press('clear');
    for (let i = 0; i < 10; i++) await press('digit 0');
    expect(screen.getByLabelText<HTMLInputElement>(/PIN/).value).toBe('00000000');
  });

  it.each(['', '1', '123'])('asks nothing of the shop with %j', async (digits) => {
    at();
    await press('Ines Corrie');
    pin(digits);
    await press('Sign in');
    expect(signIns()).toEqual([]);
  });

  it('that is refused says why, forgets the digits and lets one try again', async () => {
    answers = [
      {
        status: 401,
        body: { status: 401, code: 'wrong-pin', title: 'Wrong PIN', detail: 'That is not the PIN of Ines' },
      },
      { status: 200, body: {} },
    ];
    const onIn = at();
    await press('Ines Corrie');
    pin('9999');
    await press('Sign in');
    await says(/That is not the PIN of Ines/);
    expect(onIn).not.toHaveBeenCalled();
    expect(screen.getByLabelText<HTMLInputElement>(/PIN/).value).toBe('');
    pin('2468');
    await press('Sign in');
    await vi.waitFor(() => expect(onIn).toHaveBeenCalledOnce());
  });

  const refused = (code: string, detail: string, errors?: object[]) => ({
    status: 403,
    body: { status: 403, code, title: 'No', detail, errors },
  });
  const label = () => screen.getByLabelText(/PIN/).closest('label')!.textContent;
  it('with a PIN that was handed over asks for one of their own, twice the same', async () => {
    answers = [
      refused('pin-handed', 'Choose one of your own'),
      refused('bad-input', 'That is the PIN you have', [{ path: 'newPin', message: 'another' }]),
      { status: 200, body: {} },
    ];
    const onIn = at();
    await press('Bram Teale');
    const go = async (digits: string, by: string) => {
      pin(digits);
      await press(by);
    };
    await go('445566', 'Sign in');
    await says(/Choose one of your own/);
    expect(label()).toMatch(/New PIN, 4 to 8/);
    await go('7788', 'Next');
    expect(label()).toMatch(/New PIN once more/);
    await go('7789', 'Sign in');
    await says(/The two are not the same/);
    await go('445566', 'Next');
    await go('445566', 'Sign in');
    await says(/That is the PIN you have/);
    await go('7788', 'Next');
    await go('7788', 'Sign in');
    await vi.waitFor(() => expect(onIn).toHaveBeenCalledOnce());
    const given = { staffId: 2, pin: '445566' };
    expect(signIns().map((a) => a.body)).toEqual([
      given,
      { ...given, newPin: '445566' },
      { ...given, newPin: '7788' },
    ]);
  });

  it('changes the PIN on the way in for whoever wants to, and not for somebody else chosen meanwhile', async () => {
    const onIn = at();
    await press('Bram Teale');
    await press('Change my PIN');
    expect(label()).toMatch(/PIN until now/);
    pin('1357');
    await press('Next');
    await press('Ines Corrie');
    expect(label()).toMatch(/^PIN/);
    await press('Bram Teale');
    await press('Change my PIN');
    for (const [digits, by] of [
      ['1357', 'Next'],
      ['2468', 'Next'],
      ['2468', 'Sign in'],
    ] as const) {
      pin(digits);
      await press(by);
    }
    await vi.waitFor(() => expect(onIn).toHaveBeenCalledOnce());
    expect(signIns().map((a) => a.body)).toEqual([{ staffId: 2, pin: '1357', newPin: '2468' }]);
  });

  it('says to whoever gave a wrong PIN what to do when it is forgotten', async () => {
    answers = [refused('not-signed-in', 'Name and PIN do not match')];
    at();
    await press('Bram Teale');
    expect(page()).not.toMatch(/npm run pin/);
    pin('0000');
    await press('Sign in');
    await says(/A manager gives you a new one.*npm run pin/);
  });

  it('has the one person of a small shop chosen already', () => {
    at({ staff: [{ id: 1, name: 'Ines Corrie' }] });
    expect(document.activeElement).toBe(screen.getByLabelText(/PIN/));
  });

  it('says over a locked screen that the work lies beneath, and that data is made up where it is', async () => {
    at({ sample: true }, true);
    await says(/Locked.*What you were doing lies/i);
    expect(page()).toMatch(/sample data/i);
  });
});

describe('a lock', () => {
  it('puts away what was said to whoever stood here', () => {
    store.dispatch(notify({ text: 'Tam signs in with 445566, once', problem: false }));
    store.dispatch(screenLocked(false));
    expect(store.getState().connection.notice).not.toBeNull();
    store.dispatch(screenLocked(true));
    expect(JSON.stringify(store.getState())).not.toContain('445566');
    store.dispatch(screenLocked(false));
  });

  it('outlasts a reload and is heard by other windows', () => {
    expect(lockedHere()).toBe(false);
    lockHere(true);
    expect(lockedHere()).toBe(true);
    const heard = vi.fn();
    const off = onLocked(heard);
    const tell = (key: string, newValue: string | null) =>
      window.dispatchEvent(Object.assign(new Event('storage'), { key, newValue }));
    tell('another', '1');
    tell('ember-slate-locked', '1');
    tell('ember-slate-locked', null);
    expect(heard.mock.calls).toEqual([[true], [false]]);
    off();
    tell('ember-slate-locked', '1');
    expect(heard).toHaveBeenCalledTimes(2);
    lockHere(false);
    expect(lockedHere()).toBe(false);
  });

  it('ends the session again and again until the shop has answered, and no more', async () => {
    vi.useFakeTimers();
    answers = [
      { status: 503, body: { status: 503, code: 'away', title: 'Away' } },
      { status: 503, body: { status: 503, code: 'away', title: 'Away' } },
      { status: 200, body: {} },
    ];
    endSession();
    for (let i = 0; i < 6; i++) await vi.advanceTimersByTimeAsync(2500);
    expect(asked.filter((a) => a.method === 'DELETE').length).toBe(3);
    await signOutAnswered();
    vi.useRealTimers();
  });

  it('given up meanwhile ends nothing: somebody has signed in anew', async () => {
    vi.useFakeTimers();
    answers = [{ status: 503, body: { status: 503, code: 'away', title: 'Away' } }];
    const giveUp = endSession();
    await vi.advanceTimersByTimeAsync(100);
    const before = asked.length;
    giveUp();
    await vi.advanceTimersByTimeAsync(20_000);
    expect(asked.length).toBe(before);
    vi.useRealTimers();
  });
});

describe('the stand-ins', () => {
  const sent = () => asked.map(({ path, body }) => [path.replace('/api/devices/', ''), body]);
  const opened = async () => {
    shownTo({ id: 2, name: 'Bram', role: 'bench' }, <Devices />);
    await press('Pan…');
    await button('Put on');
  };
  it.each<[string, () => Promise<void>, unknown[]]>([
    [
      'takes what lies on the pan',
      async () => {
        await fill(/On the pan/, '812');
        await press('Put on');
      },
      ['scale', { command: 'put', grams: 812 }],
    ],
    [
      'bears no more than it can',
      async () => {
        await fill(/On the pan/, '90000');
        await press('Put on');
      },
      ['scale', { command: 'put', grams: 20_000 }],
    ],
    [
      'takes no words for a weight',
      async () => {
        await fill(/On the pan/, 'hake');
        await press('Put on');
      },
      ['scale', { command: 'put', grams: 0 }],
    ],
    ['is lifted bare', () => press('Lift all off'), ['scale', { command: 'put', grams: 0 }]],
    ['is zeroed', () => press('Zero'), ['scale', { command: 'zero' }]],
    ['shakes', () => press('Shaking'), ['scale', { command: 'noise', grams: 6 }]],
    ['is unplugged', () => press(/^unplugged/), ['scale', { command: 'unplug', seconds: 10 }]],
    [
      'is stuck into something',
      async () => {
        await fill(/^Probe/, '4.5');
        await press('Insert probe');
      },
      ['probe', { tenths: 45 }],
    ],
    ['has a roll put in', () => press('Load labels'), ['printer', { labels: 500 }]],
    ['has its roll taken out', () => press('Remove labels'), ['printer', { labels: 0 }]],
  ])('%s', async (_name, by, expected) => {
    await opened();
    await by();
    await vi.waitFor(() => expect(sent()).toEqual([expected]));
  });

  it('ends both faults with one press', async () => {
    await opened();
    await press('End fault');
    await vi.waitFor(() => expect(sent()).toHaveLength(2));
    expect(sent().map(([, b]) => b)).toEqual([
      { command: 'noise', grams: 0 },
      { command: 'drift', gramsPerMinute: 0 },
    ]);
  });

  it('that are dead say so', async () => {
    answers = [
      {
        status: 503,
        body: { status: 503, code: 'away', title: 'Away', detail: 'The scale does not answer' },
      },
    ];
    await opened();
    await press('Zero');
    await says(/The scale does not answer/);
  });

  it('type a scan as a scanner does, and end it with Enter', async () => {
    const keys: string[] = [];
    const hear = (e: KeyboardEvent) => void keys.push(e.key);
    window.addEventListener('keydown', hear);
    await opened();
    await fill(/Scanner reads/, 'A12');
    await press('Scan');
    window.removeEventListener('keydown', hear);
    expect(keys).toEqual(['A', '1', '2', 'Enter']);
  });

  it('show what the probe reads', async () => {
    store.dispatch(probed(38));
    await opened();
    await says(/Probe.*3\.8/);
    store.dispatch(probed(null));
  });
});

describe('round every page', () => {
  beforeEach(() => layOut(1280, 700));
  const waits = (count: number, hot: string | null = null) => ({ count, noun: 'lots', hot });
  const stagesOf = (more: object = {}) => ({
    landing: waits(1),
    grading: waits(2),
    orders: waits(3),
    plan: waits(0),
    bench: waits(4, '1 late'),
    counter: waits(9),
    close: waits(0),
    ...more,
  });
  const now = Date.now();
  const inMinutes = (m: number) => new Date(now + m * 60_000).toISOString();
  const summary = (more: object = {}) => ({ stages: stagesOf(), due: [], ends: [], ...more }) as never;

  it('stand the seven stages with what waits at each, and what is hot instead of its noun', () => {
    shownTo(
      { id: 2, name: 'Bram', role: 'bench' },
      <StageBar summary={summary()} onLock={() => undefined} onFind={() => undefined} />,
    );
    const links = pressable(/./).map((e) => e.textContent);
    expect(links).toHaveLength(7);
    expect(links[4]).toMatch(/^5.*4.*1 late$/);
    expect(links[0]).toMatch(/^1.*1.*lots$/);
  });

  it('stand dashes until the shop has said what waits', () => {
    shownTo(
      { id: 2, name: 'Bram', role: 'bench' },
      <StageBar summary={undefined} onLock={() => undefined} onFind={() => undefined} />,
    );
    expect(pressable(/–/)).toHaveLength(7);
  });

  it('are read, beside the picture, what is due and what runs out of life', () => {
    shownTo(
      { id: 2, name: 'Bram', role: 'bench' },
      <Rail
        summary={summary({
          due: [
            { at: inMinutes(-20), title: 'Pell', detail: '4 steaks' },
            { at: inMinutes(50), title: 'Osk', detail: '2 fillets' },
            { at: inMinutes(60 * 9), title: 'Quill', detail: 'too far off' },
          ],
          ends: [{ on: '2026-01-01', title: 'Hake', grams: 900, code: '261125-H1' }],
        })}
      />,
    );
    const read = [...document.querySelectorAll('ul.sr-only li')].map((e) => e.textContent);
    expect(read[0]).toMatch(/Pell late, 4 steaks/);
    expect(read[1]).toMatch(/Osk, 2 fillets/);
    expect(read.join()).not.toMatch(/Quill/);
    expect(read.at(-1)).toMatch(/Hake, .*900 g.*261125-H1/);
    expect(document.body.innerHTML).not.toMatch(/NaN/);
  });

  it('stands that nothing is due where nothing is', async () => {
    shownTo({ id: 2, name: 'Bram', role: 'bench' }, <Rail summary={summary()} />);
    await says(/nothing due in 5 hours/);
  });
});
