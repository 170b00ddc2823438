import type { SpeciesRow, Ticket } from '@ember-slate/contract';
import { formBook } from '@ember-slate/core/forms';
import { zone } from '@ember-slate/core/body';
import { bodyAt } from '@ember-slate/core/picture';
import { catalogue } from '@ember-slate/core/species';
import { cleanup, fireEvent, render, renderHook, screen, waitFor, within } from '@testing-library/react';
import { Provider } from 'react-redux';
import { describe, expect, it, vi, beforeEach } from 'vitest';
import { useScanner } from '../../app/scanner.ts';
import { store } from '../../app/store.ts';
import { BoardDrawing, marksFor } from './BoardDrawing.tsx';
import { fill, press } from '../../testing/hands.ts';
import { formBookOf, served } from '../../testing/served.tsx';
import { cutFor, hakeTicket, weighedOut } from '../../testing/ticket.ts';
import { missingFrom } from './CloseTicket.tsx';
import { DoneTicketView } from './Done.tsx';
import { nextSlot, slotAt, slotsOf, waits } from './slots.ts';
import { weightWindow, windowWords } from './useWeigh.ts';
import { layOut } from '../../testing/laidOut.ts';

const book = formBook();
const bram = { id: 3, name: 'Bram', role: 'bench' } as const;
const grams = (g: number) => `${g} g`;
const row = (id: string): SpeciesRow => ({
  ...catalogue.find((s) => s.id === id)!,
  own: false,
  sold: true,
  version: 1,
});

describe('what may lie on the pan', () => {
  const pell = cutFor('steaks', 'Pell', 2, 200);
  const quill = cutFor('steaks', 'Quill', 1, 200);
  const counter = cutFor('boneless_joint', null, 1, 600);

  it('asks for each customer’s pieces in turn, then the tubs worth weighing', () => {
    const cuts = [pell, quill, counter];
    const at = (ticket: Ticket, step: string) => slotAt(ticket, slotsOf(ticket, book), step);
    const first = hakeTicket(cuts);
    expect(at(first, 'slices')).toMatchObject({ name: 'steak', goes: 'Pell', kind: 'order' });
    expect(at(first, 'joint')).toMatchObject({ kind: 'counter', item: 'boneless_joint' });
    expect(at(first, 'fillet_first')).toBeNull();
    const second = hakeTicket(cuts, { weighOuts: [weighedOut('order', 'steaks', 400, 2, pell.id)] });
    expect(at(second, 'slices')!.goes).toBe('Quill');
    const third = hakeTicket(cuts, {
      weighOuts: [
        ...second.weighOuts,
        weighedOut('order', 'steaks', 200, 1, quill.id),
        weighedOut('counter', 'boneless_joint', 600, 1),
      ],
    });
    expect(at(third, 'weigh')).toMatchObject({ kind: 'trim', item: 'head' });
    // Fins of 2 g are nobody's tub; what an order leaves goes to the counter only when someone puts it there.
    const open = slotsOf(third, book).filter((s) => waits(third, s));
    expect(open.map((s) => s.item)).toEqual(['head']);
    expect(at(third, 'slices')).toMatchObject({ key: 'more steaks', kind: 'counter' });
  });

  it('goes on to the next row, never by itself to another customer’s', () => {
    const cuts = [pell, quill, counter];
    const ticket = hakeTicket(cuts);
    const slots = slotsOf(ticket, book);
    const of = (name: string) => slots.find((s) => s.goes === name)!;
    // One of Pell's two is still to come; after the second the next row is Quill's, which a person chooses.
    expect(nextSlot(ticket, slots, of('Pell'), 1)!.goes).toBe('Pell');
    expect(nextSlot(ticket, slots, of('Pell'), 2)).toBeNull();
    expect(nextSlot(ticket, slots, of('Quill'), 1)).toMatchObject({
      kind: 'counter',
      item: 'boneless_joint',
    });
    const joint = slots.find((s) => s.item === 'boneless_joint')!;
    expect(nextSlot(ticket, slots, joint, 1)).toMatchObject({ kind: 'trim', item: 'head' });
    const drip = slots.find((s) => s.kind === 'drip')!;
    expect(nextSlot(ticket, slots, drip, 0)).toBeNull();
  });

  it('names what is left over of a form, in grams', () => {
    const [asked, left] = slotsOf(hakeTicket([pell]), book);
    expect(asked).toMatchObject({ goes: 'Pell', expected: 400 });
    expect(left).toMatchObject({ name: 'left over: steaks', goes: 'counter', expected: 100 });
  });

  it('says where a weight stands to its window', () => {
    const [slot] = slotsOf(hakeTicket([pell]), book);
    const window = weightWindow(slot!, 1)!;
    expect(window).toEqual([170, 200, 230]);
    expect(weightWindow(slot!, 2)).toEqual([340, 400, 460]);
    expect(windowWords(window, 207, grams)).toEqual({ inside: true, text: 'in the window, 7 g over' });
    expect(windowWords(window, 200, grams).text).toBe('in the window, on the mark');
    expect(windowWords(window, 150, grams)).toEqual({ inside: false, text: '50 g under' });
  });

  it('says what is missing before a ticket closes, one thing at a time', () => {
    const joint = cutFor('boneless_joint', 'Pell', 1, 600);
    const ticket = hakeTicket([joint]);
    expect(missingFrom(ticket, '')).toBe("weigh out Pell's boneless joint first");
    const out = hakeTicket([joint], { weighOuts: [weighedOut('order', 'boneless_joint', 600, 1, joint.id)] });
    expect(missingFrom(out, '')).toMatch(/both passes/);
    const pass = {
      staffId: 2,
      alone: false,
      by: 'Bram',
      at: '2026-11-25T10:00:00.000Z',
      found: 0,
      broken: [],
    };
    const swept = { ...out, sweep: { one: pass, two: pass, twoHands: false, expectedBones: '' } };
    expect(missingFrom(swept, '')).toBeNull();
    const off = { ...swept, balance: { ...swept.balance, closes: false } };
    expect(missingFrom(off, '')).toMatch(/say why/);
    expect(missingFrom(off, 'tub lost')).toBeNull();
  });
});

describe('the fish on the board', () => {
  beforeEach(() => layOut(980, 260));
  const drawn = (ticket: Ticket, id: string, species = 'hake') => {
    const slot = slotAt(ticket, slotsOf(ticket, book), id);
    const { container } = render(
      <Provider store={store}>
        <BoardDrawing
          ticket={ticket}
          species={row(species)}
          step={ticket.steps.find((s) => s.id === id)!}
          slot={slot}
        />
      </Provider>,
    );
    return container;
  };
  const label = (c: HTMLElement) => c.querySelector('svg')!.getAttribute('aria-label');

  it('marks the next steak by the body model, and moves on with every piece', () => {
    const steaks = cutFor('steaks', 'Pell', 2, 200);
    expect(label(drawn(hakeTicket([steaks]), 'slices'))).toBe('Cut 39 mm from the face');
    const one = hakeTicket([steaks], { weighOuts: [weighedOut('order', 'steaks', 204, 1, steaks.id)] });
    expect(label(drawn(one, 'slices'))).toBe('Cut 48 mm from the face');
  });

  it('marks the rest of a fish anew after each weighed piece, and begins the next fish as the first', () => {
    const steaks = cutFor('steaks', 'Pell', 24, 200);
    const after = (...grams: number[]) => {
      const weighOuts = grams.map((g) => weighedOut('order', 'steaks', g, 1, steaks.id));
      const words = label(drawn(hakeTicket([steaks], { fish: 3, weighOuts }), 'slices'))!;
      return Number(/\d+/.exec(words)?.[0]);
    };
    expect(after(230)).toBeLessThan(after(200));
    expect(after(170)).toBeGreaterThan(after(200));
    expect(after(230, 230)).toBeLessThan(after(200, 200));
    // What the first fish was off by says nothing of the second.
    const perFish = [3, 4, 5, 6, 7].find((n) => after(...Array<number>(n).fill(240)) === after());
    expect(perFish).toBeDefined();
    const heavy = Array<number>(perFish!).fill(240);
    expect(after(...heavy, 200)).toBe(after(200));
    expect(after(...heavy, 230)).toBe(after(230));
  });

  it('moves the marks the further the surer this shop cuts, and the less the more alike its fish are', () => {
    const steaks = cutFor('steaks', 'Pell', 24, 200);
    const factor = (fish: number, cut: number) => {
      const weighOuts = [weighedOut('order', 'steaks', 230, 1, steaks.id)];
      const ticket = hakeTicket([steaks], { fish: 3, weighOuts, spread: { fish, cut, tickets: 9 } });
      const hake = bodyAt({ species: row('hake'), input: 'gutted', grams: 2310 })!;
      return marksFor(ticket, hake, slotAt(ticket, slotsOf(ticket, book), 'slices'), 'steaks').factor;
    };
    expect(factor(0.07, 0.02)).toBeGreaterThan(factor(0.07, 0.08));
    expect(factor(0.02, 0.08)).toBeLessThan(factor(0.07, 0.08));
  });

  it('marks the rest of a side anew as well, and its pieces as they were planned until one is weighed', () => {
    const portions = cutFor('portion', 'Pell', 12, 160);
    const hake = bodyAt({ species: row('hake'), input: 'gutted', grams: 2310 })!;
    const marks = (...grams: number[]) => {
      const weighOuts = grams.map((g) => weighedOut('order', 'portion', g, 1, portions.id));
      const ticket = hakeTicket([portions], { weighOuts });
      return marksFor(ticket, hake, slotAt(ticket, slotsOf(ticket, book), 'portion'), 'portions');
    };
    const [first, heavy] = [marks(), marks(190)];
    expect(first).toMatchObject({ done: 0, factor: 1 });
    expect(heavy.done).toBe(1);
    expect(heavy.factor).toBeGreaterThan(1.02);
    expect(heavy.pieces[0]).toEqual(first.pieces[0]);
    expect(heavy.pieces[1]!.to).toBeLessThan(first.pieces[1]!.to);
    // The other side begins at its first mark, and knows what the first one weighed.
    const side = first.pieces.length;
    const other = marks(...Array<number>(side).fill(190));
    expect(other.done).toBe(0);
    expect(other.factor).toBeGreaterThan(heavy.factor);
    expect(other.pieces[0]!.to).toBeLessThan(first.pieces[0]!.to);
    expect(marks(...Array<number>(2 * side).fill(190)).done).toBe(side);
  });

  it('leaves a piece of another form its stretch, and counts it with none of the pieces that are weighed', () => {
    const portions = cutFor('portion', 'Pell', 4, 160);
    const hake = bodyAt({ species: row('hake'), input: 'gutted', grams: 2310 })!;
    const side = zone(hake, 'side');
    const at = (share: number) => side.from + share * (side.to - side.from);
    const piece = (from: number, to: number, form: string) => ({
      section: 'side',
      copy: 0,
      from: at(from),
      to: at(to),
      grams: 160,
      form,
      lineId: null,
    });
    const pieces = [piece(0, 0.2, 'portion'), piece(0.2, 0.4, 'fillet_skin_on'), piece(0.4, 0.6, 'portion')];
    const marks = (...grams: number[]) => {
      const weighOuts = grams.map((g) => weighedOut('order', 'portion', g, 1, portions.id));
      const ticket = hakeTicket([portions], { marks: { mode: 'sides', pieces }, weighOuts });
      return marksFor(ticket, hake, slotAt(ticket, slotsOf(ticket, book), 'portion'), 'portions');
    };
    expect(
      [[], [160], [160, 160], [160, 160, 160], [160, 160, 160, 160]].map((g) => marks(...g).done),
    ).toEqual([0, 2, 0, 2, 3]);
    const wide = (p: { from: number; to: number }) => p.to - p.from;
    const said = marks().pieces;
    const came = marks(side.grams * (side.curve.at(said[0]!.to) - side.curve.at(said[0]!.from)) * 1.2);
    expect(came.factor).toBeGreaterThan(1);
    expect(wide(came.pieces[2]!)).toBeLessThan(wide(said[2]!));
  });

  it('counts pieces that were weighed together one by one', () => {
    const steaks = cutFor('steaks', 'Pell', 6, 200);
    const drawnWith = (weighOuts: Ticket['weighOuts']) =>
      label(drawn(hakeTicket([steaks], { weighOuts }), 'slices'));
    expect(drawnWith([weighedOut('order', 'steaks', 460, 2, steaks.id)])).toBe(
      drawnWith([230, 230].map((g) => weighedOut('order', 'steaks', g, 1, steaks.id))),
    );
  });

  it('cuts a slice as thick as it was asked for, ordered or for the counter', () => {
    for (const customer of ['Pell', null]) {
      const thick = { ...cutFor('steaks', customer, 4, 200), thickMm: 35 };
      expect(label(drawn(hakeTicket([thick]), 'slices'))).toBe('Cut 35 mm from the face');
    }
  });

  it('draws the way of the blade at every act that cuts, and its place in the flesh', () => {
    for (const form of [
      'fillet_skinless',
      'block_portions',
      'supreme',
      'boneless_joint',
      'butterflied_tail',
    ]) {
      const ticket = hakeTicket([cutFor(form, 'Pell', 2, 160)]);
      for (const step of ticket.steps) {
        const seen = drawn(ticket, step.id);
        const ways = seen.querySelectorAll('path[stroke="var(--emberline)"]').length;
        if (step.draws !== null) expect(ways, `${form} ${step.id}`).toBeGreaterThan(0);
        if (step.view !== null) expect(seen.textContent, step.id).toContain('Blade view');
      }
    }
    expect(
      drawn(hakeTicket([cutFor('fillet_skinless', 'Pell', 2, 160)]), 'check').querySelectorAll(
        'path[stroke="var(--emberline)"]',
      ),
    ).toHaveLength(0);
  });
});

describe('the scanner', () => {
  const key = (k: string, at: number, target: EventTarget = window) => {
    const event = new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true });
    Object.defineProperty(event, 'timeStamp', { value: at });
    target.dispatchEvent(event);
    return event;
  };

  it('takes a burst that ends with Enter, not what fingers type', () => {
    const heard = vi.fn();
    const { unmount } = renderHook(() => useScanner(heard));
    [...'2100001604684'].forEach((c, i) => key(c, 1000 + i * 8));
    key('Enter', 1110);
    expect(heard).toHaveBeenCalledExactlyOnceWith('2100001604684');
    [...'2100001604684'].forEach((c, i) => key(c, 5000 + i * 150));
    key('Enter', 8000);
    [...'12'].forEach((c, i) => key(c, 9000 + i * 5));
    key('Enter', 9012);
    expect(heard).toHaveBeenCalledOnce();
    unmount();
  });

  it.each([8, 40, 60, 85])(
    'takes a scan whose keys come %i ms apart, and no stage is opened by it',
    (gap) => {
      const heard = vi.fn();
      const pressed = vi.fn();
      document.body.addEventListener('keydown', pressed);
      const { unmount } = renderHook(() => useScanner(heard));
      [...'2100001604684'].forEach((c, i) => key(c, 100_000 + i * gap, document.body));
      key('Enter', 100_000 + 13 * gap, document.body);
      expect(heard).toHaveBeenCalledExactlyOnceWith('2100001604684');
      expect(pressed).not.toHaveBeenCalled();
      document.body.removeEventListener('keydown', pressed);
      unmount();
    },
  );

  it('presses nothing in a dialog, and says to close it first', () => {
    const heard = vi.fn();
    const { unmount } = renderHook(() => useScanner(heard));
    const dialog = document.body.appendChild(document.createElement('div'));
    dialog.setAttribute('role', 'dialog');
    const pay = dialog.appendChild(document.createElement('button'));
    [...'2100001604684'].forEach((c, i) => key(c, 300_000 + i * 20, pay));
    const enter = key('Enter', 300_270, pay);
    expect([enter.defaultPrevented, heard.mock.calls]).toEqual([true, []]);
    expect(store.getState().connection.notice?.text).toMatch(/close what is open/);
    dialog.remove();
    unmount();
  });

  it('waits for a slow scan that says what code it is, as no shortcut begins', () => {
    const heard = vi.fn();
    const { unmount } = renderHook(() => useScanner(heard));
    [...']C110A1'].forEach((c, i) => key(c, 200_000 + i * 300));
    key('Enter', 202_100);
    expect(heard).toHaveBeenCalledExactlyOnceWith(']C110A1');
    unmount();
  });

  it('hands a lone key on a moment later, and no key of a scan', () => {
    vi.useFakeTimers();
    const pressed: string[] = [];
    const hear = (e: KeyboardEvent) => void pressed.push(e.key);
    document.body.addEventListener('keydown', hear);
    const { unmount } = renderHook(() => useScanner(vi.fn()));
    [...'2100001604684'].forEach((c, i) => key(c, 30_000 + i * 8, document.body));
    key('Enter', 30_110, document.body);
    vi.runAllTimers();
    expect(pressed).toEqual([]);
    key('6', 40_000, document.body);
    vi.runAllTimers();
    expect(pressed).toEqual(['6']);
    // Two fingers that roll over are no scan: both keys count, in their order.
    [...'fn', 'Enter'].forEach((k, i) => key(k, 50_000 + i * 9, document.body));
    expect(pressed).toEqual(['6', 'f', 'n', 'Enter']);
    [...'ab'].forEach((k, i) => key(k, 60_000 + i * 9, document.body));
    vi.runAllTimers();
    expect(pressed).toEqual(['6', 'f', 'n', 'Enter', 'a', 'b']);
    document.body.removeEventListener('keydown', hear);
    vi.useRealTimers();
    unmount();
  });

  it('hears the group separator of a GS1 code', () => {
    const heard = vi.fn();
    const { unmount } = renderHook(() => useScanner(heard));
    [...'10A1', 'F8', ...'7008HKE', 'Enter'].forEach((c, i) => key(c, 20_000 + i * 5));
    expect(heard).toHaveBeenCalledExactlyOnceWith('10A1\u001d7008HKE');
    unmount();
  });
});

describe('a ticket that is done', () => {
  const pell = cutFor('steaks', 'Pell', 2, 200);
  const done = hakeTicket([pell], {
    state: 'closed',
    reopens: true,
    weighOuts: [weighedOut('order', 'steaks', 204, 1, pell.id), weighedOut('trim', 'head', 398, 0)],
  });
  const settings = formBookOf();

  it('keeps every weight with its label, and goes back to the board with what was wrong', async () => {
    const sent = served(<DoneTicketView ticket={done} />, { '/api/forms': settings }, bram);
    const list = within(screen.getByRole('region', { name: 'Weighed out' }));
    expect(list.getAllByRole('listitem').map((li) => li.textContent)).toEqual([
      expect.stringMatching(/398/),
      expect.stringMatching(/steak204.*label/),
      expect.stringMatching(/left out/),
    ]);
    expect(list.queryByText('remove')).toBeNull();
    fireEvent.change(screen.getByLabelText(/What was wrong/), { target: { value: 'wrong tub ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Open it again' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toEqual({
      method: 'POST',
      path: '/api/bench/tickets/1/reopen',
      body: { version: 1, reason: 'wrong tub' },
    });
  });

  it('puts one weight right where it stands, or takes it away, or adds what was left out', async () => {
    const sent = served(<DoneTicketView ticket={done} />, { '/api/forms': settings }, bram);
    const [tub, piece] = done.weighOuts.toReversed();
    const right = async (open: RegExp, n: number, by: () => Promise<void>) => {
      fireEvent.click(screen.getAllByRole('button', { name: open })[n]!);
      const list = within(screen.getByRole('region', { name: 'Weighed out' }));
      fireEvent.change(list.getByLabelText(/What was wrong/), { target: { value: 'another tub' } });
      await by();
    };
    await right(/^put right$/, 1, async () => {
      await fill(/^Its weight/, '190');
      await press('Put it right');
    });
    await waitFor(() => expect(sent).toHaveLength(1));
    const path = '/api/bench/tickets/1/put-right';
    const of = { kind: piece!.kind, item: piece!.item, cutId: piece!.cutId };
    expect(sent[0]).toEqual({
      method: 'POST',
      path,
      body: {
        version: 1,
        strike: piece!.id,
        weight: { ...of, grams: 190, pieces: piece!.pieces, source: 'typed' },
        reason: 'another tub',
      },
    });
    await waitFor(() => expect(screen.queryByRole('button', { name: 'It was not there' })).toBeNull());
    await right(/^put right$/, 0, () => press('It was not there'));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toEqual({ version: 1, strike: tub!.id, weight: null, reason: 'another tub' });
  });

  it('stays done on another day, and for the counter', () => {
    served(<DoneTicketView ticket={{ ...done, reopens: false }} />, { '/api/forms': settings }, bram);
    expect(screen.queryByText('Open it again')).toBeNull();
    cleanup();
    served(<DoneTicketView ticket={done} />, { '/api/forms': settings });
    expect(screen.queryByText('Open it again')).toBeNull();
  });
});
