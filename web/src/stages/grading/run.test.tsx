import {
  cutPiece,
  euGeneral,
  grade,
  nothingObserved,
  qimCod,
  signKinds,
  signsFor,
  type FishSigns,
  type Scheme,
} from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import { SignDrawing } from '../../parts/SignDrawing.tsx';
import { Beside, type Seen } from './Beside.tsx';
import { SignRun } from './SignRun.tsx';

const of = (id: string) => catalogue.find((s) => s.id === id)!;

/** The run as the grading screen keeps it: fish and levels in its hands. */
function Host({
  scheme,
  id,
  fish: n,
  onEnd,
}: {
  scheme: Scheme;
  id: string;
  fish: number;
  onEnd: () => void;
}) {
  const signs = signsFor(scheme, of(id), id === 'skate' ? 'wing' : 'gutted');
  const [fish, setFish] = useState<FishSigns[]>(() => Array.from({ length: n }, () => ({})));
  const [current, setCurrent] = useState(0);
  return (
    <>
      <output>{JSON.stringify(fish)}</output>
      <SignRun
        signs={signs}
        fish={fish}
        current={current}
        iceDays={of(id).iceDays}
        result={null}
        onLevel={(sign, level) =>
          setFish((had) => had.map((f, i) => (i === current ? { ...f, [sign]: level } : f)))
        }
        onFish={setCurrent}
        onEnd={onEnd}
      />
    </>
  );
}
const keys = (text: string) => {
  for (const key of text) fireEvent.keyDown(window, { key: key === '<' ? 'Backspace' : key });
};
const seen = () => JSON.parse(document.querySelector('output')!.textContent) as FishSigns[];
const heading = () => screen.getByRole('heading').textContent;
const run = (scheme: Scheme, id: string, fish = 1) => {
  const onEnd = vi.fn();
  render(<Host scheme={scheme} id={id} fish={fish} onEnd={onEnd} />);
  return onEnd;
};

describe('one sign at a time', () => {
  it('goes from sign to sign by one key each, heaviest first, and ends after the last', () => {
    const onEnd = run(euGeneral, 'hake');
    expect(heading()).toBe('Smell');
    keys('1111111');
    expect(heading()).toBe('Eyes');
    expect(onEnd).not.toHaveBeenCalled();
    keys('3');
    expect(onEnd).toHaveBeenCalledOnce();
    expect(seen()).toEqual([
      { smell: 0, gills: 0, flesh: 0, lining: 0, blood: 0, skin: 0, slime: 0, eyes: 2 },
    ]);
  });

  it('goes on with the next fish by itself, and back over its edge', () => {
    const onEnd = run(euGeneral, 'hake', 2);
    keys('11111111');
    expect(screen.getByText(/fish 2 of 2, sign 1 of 8/)).toBeTruthy();
    keys('<');
    expect(screen.getByText(/fish 1 of 2, sign 8 of 8/)).toBeTruthy();
    keys('2');
    expect(seen()[0]!.eyes).toBe(1);
    keys('11111111');
    expect(onEnd).toHaveBeenCalledOnce();
    expect(Object.keys(seen()[1]!)).toHaveLength(8);
  });

  it('corrects by going back, and leaves out what cannot be seen', () => {
    run(euGeneral, 'hake');
    keys('4<1');
    expect(seen()[0]).toEqual({ smell: 0 });
    fireEvent.click(screen.getByText('Can’t tell'));
    expect(heading()).toBe('Flesh');
    expect(seen()[0]!.gills).toBeUndefined();
  });

  it('takes no level a sign does not have', () => {
    run(qimCod, 'cod');
    const levels = screen.getAllByRole('radio').length;
    keys(String(levels + 1));
    expect(seen()).toEqual([{}]);
    keys(String(levels));
    expect(Object.values(seen()[0]!)).toEqual([levels - 1]);
  });

  it('asks a wing for its own signs, ammonia among them', () => {
    run(cutPiece, 'skate');
    expect(screen.getByText('slight ammonia, sour')).toBeTruthy();
  });
});

describe('the drawings', () => {
  it('of every kind of sign change with its age', () => {
    for (const kind of signKinds) {
      const drawn = [0, 0.33, 0.67, 1].map(
        (age) => render(<SignDrawing kind={kind} age={age} />).container.innerHTML,
      );
      expect(new Set(drawn).size, kind).toBe(4);
      for (const html of drawn) expect(html).not.toMatch(/NaN|undefined/);
    }
  });
});

describe('beside the signs', () => {
  function Kept({ farmed, piece = false }: { farmed: boolean; piece?: boolean }) {
    const [seenNow, setSeen] = useState<Seen>({ ...nothingObserved, damage: [] });
    return (
      <>
        <output>{JSON.stringify(seenNow)}</output>
        <Beside seen={seenNow} onSeen={setSeen} piece={piece} farmed={farmed} marks="a chin barbel" />
      </>
    );
  }
  const kept = () => JSON.parse(document.querySelector('output')!.textContent) as Seen;

  it('asks a piece for nothing that left with its fish', () => {
    render(<Kept farmed={false} piece />);
    for (const gone of [/^rigor$/i, /^roe$/i, /^bled$/i, /fins and tail/])
      expect(screen.queryByText(gone)).toBeNull();
    expect(screen.getByText(/by its marks/)).toBeTruthy();
  });

  it('keeps what is ticked, and says what follows from it', () => {
    render(<Kept farmed={false} />);
    expect(screen.getByText(/How to recognise it: a chin barbel/)).toBeTruthy();
    fireEvent.click(screen.getByLabelText('tears'));
    fireEvent.click(screen.getByLabelText('crush'));
    fireEvent.click(screen.getByLabelText('tears'));
    expect(kept().damage).toEqual(['crush']);
    expect(screen.getByText(/skinless fillets/)).toBeTruthy();
    fireEvent.click(screen.getByLabelText('fins and tail worn'));
    expect(screen.getByText(/paperwork/)).toBeTruthy();
    fireEvent.click(screen.getByText('stiff'));
    expect(kept().rigor).toBe('in_rigor');
    expect(screen.getByText(/do not fillet yet/)).toBeTruthy();
  });

  it('a prohibited species is a hard stop of the grade', () => {
    render(<Kept farmed />);
    fireEvent.click(screen.getByText('prohibited'));
    const species = of('hake');
    const fish: FishSigns[] = [
      Object.fromEntries(signsFor(euGeneral, species, 'gutted').map((s) => [s.id, 0])),
    ];
    const result = grade({
      species,
      condition: 'gutted',
      fish,
      coreCelsius: null,
      limitCelsius: 2,
      temperatureHistory: false,
      foreignSmell: false,
      storageCelsius: 0,
      scheme: euGeneral,
      observed: kept(),
    });
    expect(result.verdict).toBe('reject');
  });
});
