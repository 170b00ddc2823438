import type { LotRow, SpeciesRow } from '@ember-slate/contract';
import { catalogue } from '@ember-slate/core/species';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { Provider } from 'react-redux';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { probed, setPrefs, store } from '../../app/store.ts';
import { ShopContext, type Shop } from '../../app/shop.tsx';
import { TakeWeightProvider, useTarget } from '../../app/takeWeight.tsx';
import { TemperatureField } from '../../parts/Field.tsx';
import { BoxScan, type Scanned } from './BoxScan.tsx';
import { OneByOne } from './OneByOne.tsx';

const of = (id: string) => catalogue.find((s) => s.id === id) as SpeciesRow;
beforeEach(() => void store.dispatch(setPrefs({ units: 'metric' })));

/** The corner that gives the scale's weight to whatever asks for it. */
function Corner() {
  const target = useTarget();
  return (
    <button type="button" onClick={() => target?.onTake({ grams: 4020, tare: 0, state: 'steady', seq: 1 })}>
      {target?.act ?? 'nothing asks'}
    </button>
  );
}

describe('big fish one by one', () => {
  const kept = vi.fn<(fish: LotRow['fish']) => void>();
  function Host({
    note = { pieces: 3, grams: null },
  }: {
    note?: { pieces: number | null; grams: number | null };
  }) {
    const [fish, setFish] = useState<LotRow['fish']>([]);
    return (
      <Provider store={store}>
        <TakeWeightProvider>
          <OneByOne
            species={of('salmon')}
            condition="gutted"
            fish={fish}
            onFish={(next) => {
              kept(next);
              setFish(next);
            }}
            note={note}
          />
          <Corner />
        </TakeWeightProvider>
      </Provider>
    );
  }
  const now = () => kept.mock.lastCall?.[0];
  const type = (label: RegExp, value: string) =>
    fireEvent.change(screen.getByLabelText(label), { target: { value } });

  it('asks for the next fish by its number, and puts the hand on the board after each', () => {
    render(<Host />);
    fireEvent.click(screen.getByText('Take fish 1'));
    expect(now()).toEqual([{ grams: 4020, source: 'measured', lengthMm: null }]);
    expect(document.activeElement).toBe(screen.getByLabelText(/Length of fish 1/));
    type(/Length of fish 1/, '72,0');
    expect(screen.getByText(/Was it read in cm/)).toBeTruthy();
    type(/Length of fish 1/, '720');
    expect(now()).toEqual([{ grams: 4020, source: 'measured', lengthMm: 720 }]);
    expect(screen.queryByText(/Was it read in cm/)).toBeNull();
    fireEvent.click(screen.getByText('Take fish 2'));
    expect(screen.getByText(/1 of 3 fish of the note are not weighed yet/)).toBeTruthy();
  });

  it('marks what was typed, runs the mean and the spread, and takes a fish back', () => {
    render(<Host />);
    for (const grams of ['3000', '4000', '5000']) {
      type(/Or type the weight/, grams);
      fireEvent.click(screen.getByText(/^Add fish/));
    }
    expect(now()!.map((f) => f.source)).toEqual(['typed', 'typed', 'typed']);
    expect(document.body.textContent).toMatch(/3 fish, 12\.00 kg · mean 4.?000 g, spread 1.?000 g/);
    fireEvent.click(screen.getByText('Take fish 3 back'));
    expect(now()).toHaveLength(2);
  });

  it('takes the typed fish on Enter, and never lands the lot by it', () => {
    const landed = vi.fn((e: React.FormEvent) => e.preventDefault());
    render(
      <form onSubmit={landed}>
        <Host />
        <button>Land this lot</button>
      </form>,
    );
    type(/Or type the weight/, '3000');
    fireEvent.keyDown(screen.getByLabelText(/Or type the weight/), { key: 'Enter' });
    expect(now()).toEqual([{ grams: 3000, source: 'typed', lengthMm: null }]);
    type(/Or type the weight/, '3.2');
    expect(screen.getByRole('alert').textContent).toMatch(/whole grams/);
    fireEvent.keyDown(screen.getByLabelText(/Or type the weight/), { key: 'Enter' });
    expect(now()).toHaveLength(1);
    expect(landed).not.toHaveBeenCalled();
  });

  it('measures in inches where the screen is imperial, and stores millimetres', () => {
    store.dispatch(setPrefs({ units: 'imperial' }));
    render(<Host />);
    fireEvent.click(screen.getByText('Take fish 1'));
    type(/Length of fish 1, in/, '28.3');
    expect(now()![0]!.lengthMm).toBe(719);
  });
});

describe('a scanned box code', () => {
  const scan = (code: string) => {
    const got = vi.fn<(s: Scanned) => void>();
    render(
      <Provider store={store}>
        <form onSubmit={() => expect.unreachable('the scanner’s Enter ends the code, not the form')}>
          <BoxScan book={catalogue as SpeciesRow[]} onScan={got} />
        </form>
      </Provider>,
    );
    const field = screen.getByLabelText(/Scan a box code/);
    fireEvent.change(field, { target: { value: code } });
    fireEvent.keyDown(field, { key: 'Enter' });
    return got;
  };

  it('fills species, weight, lot, dates, area, gear and method', () => {
    const got = scan('(10)B7(3102)003966(7007)261124(7008)HKE(7005)27.7.g(7009)LLS(7010)01');
    expect(got).toHaveBeenCalledWith({
      speciesId: 'hake',
      grams: 39_660,
      pieces: null,
      supplierLot: 'B7',
      caughtOn: '2026-11-24',
      area: '27',
      gear: 'hooks and lines',
      production: 'caught',
      frozen: false,
    });
  });

  it('says that fish was frozen before', () => {
    const got = scan('(10)B7(7006)261001');
    expect(got.mock.lastCall![0].frozen).toBe(true);
    expect(document.body.textContent).toMatch(/thawed fish sold as fresh is a claim/);
  });

  it('says what is wrong with a code, and fills nothing', () => {
    expect(scan('0195060001343521')).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toMatch(/check digit/);
  });
});

describe('a temperature', () => {
  function Held() {
    const [value, setValue] = useState<number | null>(null);
    return (
      <Provider store={store}>
        <output>{String(value)}</output>
        <ShopContext
          value={{
            shop: { devices: { probe: 'real' } } as unknown as Shop,
            me: { id: 1, name: 'Test', role: 'manager' },
          }}
        >
          <TemperatureField label="Core" value={value} onChange={setValue} />
        </ShopContext>
      </Provider>
    );
  }
  const value = () => document.querySelector('output')!.textContent;

  it('is taken from the probe with one tap, over what was typed', () => {
    store.dispatch(probed(72));
    render(<Held />);
    fireEvent.change(screen.getByLabelText(/Core/, { selector: 'input' }), { target: { value: '1,5' } });
    expect(value()).toBe('15');
    fireEvent.click(screen.getByLabelText('Take the probe, 7.2'));
    expect(value()).toBe('72');
  });

  it('is typed when the probe is off, in this screen’s degrees', () => {
    store.dispatch(probed(null));
    store.dispatch(setPrefs({ units: 'imperial' }));
    render(<Held />);
    expect(screen.queryByLabelText(/Take the probe/)).toBeNull();
    const field = screen.getByLabelText(/Core, °F/, { selector: 'input' });
    fireEvent.change(field, { target: { value: '41' } });
    expect(value()).toBe('50');
    fireEvent.change(field, { target: { value: 'cold' } });
    expect(value()).toBe('null');
    expect(screen.getByRole('alert').textContent).toMatch(/A temperature looks like/);
  });
});
