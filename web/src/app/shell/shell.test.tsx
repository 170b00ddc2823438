import { act, fireEvent, screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { press } from '../../testing/hands.ts';
import { served } from '../../testing/served.tsx';
import { NotFound } from '../NotFound.tsx';
import { pageName } from '../pageList.ts';
import { pages } from '../pages.tsx';
import { Shell } from './Shell.tsx';

describe('what a page is called', () => {
  it('is said of every address there is, and of no other', () => {
    for (const { path, name } of pages) {
      expect(pageName(`/${path.replace(':id', '12')}`)).toBe(name);
      expect(name).toMatch(/^[A-Z]/);
    }
    for (const nowhere of ['/nowhere', '/grading/1/2', '/']) expect(pageName(nowhere)).toBeNull();
  });

  it('tells two pages apart, but for a list and what is open in it', () => {
    const own = pages.filter((p) => !p.path.includes(':')).map((p) => p.name);
    expect(new Set(own).size).toBe(own.length);
  });

  it('stands in the window, with the shop; the first stop of the Tab key leads past the frame', () => {
    served(
      <Shell onLock={() => undefined} />,
      {},
      { id: 1, name: 'Ines Corrie', role: 'manager' },
      '/counter/sales',
    );
    expect(document.title).toBe('Sales · Test Slip');
    const [first] = document.querySelectorAll<HTMLElement>('a, button, input');
    expect(first!.getAttribute('href')).toBe(`#${document.querySelector('main')!.id}`);
    expect(document.querySelector('main')!.tabIndex).toBe(-1);
  });
});

describe('the frame', () => {
  const stage = { count: 34, noun: 'open', hot: '1 late' };
  const quiet = { count: 0, noun: 'lots', hot: null };
  const summary = {
    stages: {
      landing: quiet,
      grading: quiet,
      orders: stage,
      plan: quiet,
      bench: quiet,
      counter: quiet,
      close: quiet,
    },
    due: [],
    ends: [],
    alarms: 0,
  };
  const as = (role: 'counter' | 'bench' | 'manager') =>
    served(
      <Shell onLock={() => undefined} />,
      { 'GET /api/summary': summary },
      { id: 1, name: 'Somebody', role },
    );

  it('reads a stage as words: its name, how many wait, and which of them now', async () => {
    as('counter');
    expect(await screen.findByRole('link', { name: /Orders ?: 34 open, 1 late$/ })).toBeTruthy();
    expect(screen.getByRole('link', { name: /Grading ?: 0 lots$/ })).toBeTruthy();
  });

  it('does not read the scale aloud all day', () => {
    as('counter');
    expect(screen.getByLabelText('Live weight').getAttribute('aria-live')).toBe('off');
  });

  it('goes to a stage by its digit; no letter of it leaves the page a hand works on', async () => {
    served(<Shell onLock={() => undefined} />, {}, { id: 1, name: 'Ines', role: 'manager' }, '/bench');
    // At a hand's pace: what comes faster is a scan.
    let at = performance.now();
    const press = async (key: string) => {
      const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
      Object.defineProperty(event, 'timeStamp', { value: (at += 150) });
      await act(async () => {
        document.body.dispatchEvent(event);
        await new Promise((done) => setTimeout(done, 110));
      });
    };
    for (const key of 'abcdefghijkmnopqrsuvwxyz') await press(key);
    expect(document.title).toBe('Bench · Test Slip');
    await press('3');
    expect(document.title).toBe('Orders · Test Slip');
    await press('7');
    expect(document.title).toBe('Close · Test Slip');
  });

  it.each([
    ['counter', ['Customers']],
    ['bench', ['How the cutting goes', 'Suppliers']],
    ['manager', ['Customers', 'How the cutting goes', 'Suppliers', 'Settings', 'People']],
  ] as const)('offers whoever stands at the %s no page they may not open', async (role, more) => {
    as(role);
    fireEvent.click(screen.getAllByRole('button', { name: /screen and sign-in/i })[0]!);
    await screen.findByRole('menu');
    const offered = screen.getAllByRole('menuitem').map((i) => i.textContent);
    const guarded = ['Customers', 'How the cutting goes', 'Suppliers', 'Settings', 'People'];
    expect(guarded.filter((g) => offered.includes(g)).sort()).toEqual([...more].sort());
    expect(offered.length).toBeGreaterThan(10);
  });
});

describe('an address that leads nowhere', () => {
  it('says which it was, and the way on', async () => {
    served(<NotFound />, {}, undefined, '/orders/gone');
    expect(screen.getByRole('heading').textContent).toBe('Nothing at this address');
    expect(document.body.textContent).toContain('/orders/gone');
    await press('Go to landing');
    expect(document.body.textContent).toContain('/landing');
  });
});
