import { formBook } from '@ember-slate/core/forms';
import type { Delivery, SpeciesRow } from '@ember-slate/contract';
import { euGeneral, grade, intakeLimit, signsFor, type FishSigns } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { fireEvent, render } from '@testing-library/react';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { SignStrip } from '../parts/SignStrip.tsx';
import { formOptions, wantText } from '../parts/words.ts';
import { noTax, toPayFor } from '@ember-slate/core/prices';
import { intoBag, type BagLine } from './counter/bag.ts';
import { differenceText } from './landing/words.ts';
import { layOut } from '../testing/laidOut.ts';

const grams = (g: number) => `${g} g`;
const of = (id: string) => catalogue.find((s) => s.id === id) as SpeciesRow;

describe('the bag', () => {
  const line = (more: Partial<BagLine> = {}): BagLine => ({
    place: 'place:slab',
    lotId: 1,
    item: 'steaks',
    batch: 3,
    grams: 204,
    pieces: 1,
    source: 'measured',
    perKg: 2890,
    name: 'Hake, steaks',
    ...more,
  });

  it('puts more of the same tray on its line, and another tray on its own', () => {
    const bag = [line(), line({ grams: 196 }), line({ lotId: 2 })].reduce(intoBag, [] as BagLine[]);
    expect(bag.map((l) => [l.lotId, l.grams, l.pieces])).toEqual([
      [1, 400, 2],
      [2, 204, 1],
    ]);
  });

  it('is measured only when all of it was', () => {
    const bag = [line(), line({ source: 'typed' })].reduce(intoBag, [] as BagLine[]);
    expect(bag[0]!.source).toBe('typed');
  });

  it('loses no gram, whatever is put in', () => {
    const anyLine = fc.record({
      lotId: fc.integer({ min: 1, max: 3 }),
      grams: fc.integer({ min: 1, max: 2000 }),
      pieces: fc.integer({ min: 0, max: 4 }),
    });
    fc.assert(
      fc.property(fc.array(anyLine, { maxLength: 12 }), (all) => {
        const bag = all.map((l) => line(l)).reduce(intoBag, [] as BagLine[]);
        const sum = (ls: readonly { grams: number }[]) => ls.reduce((s, l) => s + l.grams, 0);
        expect(sum(bag)).toBe(sum(all));
        expect(new Set(bag.map((l) => l.lotId)).size).toBe(bag.length);
      }),
    );
  });

  it('costs what its lines cost', () => {
    expect(toPayFor([line({ grams: 412 }), line({ lotId: 2, grams: 384, perKg: 3190 })], noTax)).toBe(
      1191 + 1225,
    );
  });
});

describe('words', () => {
  const cases: [Delivery['differences'][number], string][] = [
    [{ of: 'weight', by: -900 }, '900 g short of the note'],
    [{ of: 'weight', by: 120 }, '120 g over the note'],
    [{ of: 'number', by: -1 }, '1 fish short'],
    [{ of: 'money', by: -145 }, 'weights and prices make €1.45 less than the note'],
  ];
  it.each(cases)('%o is "%s"', (difference, words) => {
    expect(differenceText(difference, grams)).toBe(words);
  });

  it('says what a line wants', () => {
    const line = { form: 'fillet_skin_on', pieces: 4, pieceGrams: 110, totalGrams: null } as const;
    expect(wantText(line, grams, formBook())).toBe('4 × 110 g fillets, skin on');
    expect(wantText({ ...line, pieces: null, pieceGrams: null, totalGrams: 2000 }, grams, formBook())).toBe(
      '2000 g fillets, skin on',
    );
  });

  it('switches off the forms a fish is not cut as', () => {
    const off = formOptions(of('plaice'), formBook()).filter((o) => o.off);
    const ids = off.map((o) => o.value);
    expect(ids).toEqual(expect.arrayContaining(['steaks', 'boneless_joint', 'wing', 'half_shell']));
    expect(ids).not.toContain('fillet_skinless');
    expect(ids).not.toContain('delice');
    expect(formOptions(undefined, formBook()).every((o) => !o.off)).toBe(true);
  });
});

describe('the sign strip', () => {
  beforeEach(() => layOut(700, 500));

  const radios = () => [...document.querySelectorAll('[role=radio]')];
  const hake = of('hake');
  const signs = signsFor(euGeneral, hake, 'gutted');
  const fresh = Object.fromEntries(signs.map((s) => [s.id, 0])) as FishSigns;
  const draw = (fish: FishSigns[], current = 0) => {
    const onLevel = vi.fn();
    const seen = fish.some((f) => Object.keys(f).length > 0);
    const result = seen
      ? grade({
          species: hake,
          condition: 'gutted',
          fish,
          coreCelsius: null,
          limitCelsius: intakeLimit(hake),
          temperatureHistory: false,
          foreignSmell: false,
          storageCelsius: 0,
        })
      : null;
    render(
      <SignStrip
        speciesName="Hake"
        species={hake}
        scheme={euGeneral}
        signs={signs}
        fish={fish}
        current={current}
        grade={result}
        claimed={null}
        onLevel={onLevel}
      />,
    );
    return { onLevel, result };
  };

  it('offers four answers to each sign, in words, and hands on the one that is pressed', () => {
    const { onLevel } = draw([{}]);
    const rings = radios();
    expect(rings).toHaveLength(signs.length * 4);
    const eyes = rings.filter((r) => r.getAttribute('aria-label')!.startsWith('Eyes'));
    expect(eyes.map((r) => r.getAttribute('aria-label'))).toEqual(
      signs.find((s) => s.id === 'eyes')!.words.map((w) => expect.stringContaining(w) as string),
    );
    fireEvent.click(eyes[2]!);
    expect(onLevel).toHaveBeenCalledWith('eyes', 2);
  });

  it('marks the answers of the fish that is looked at, not of the others', () => {
    draw([fresh, { smell: 1 }], 1);
    const checked = radios().filter((r) => r.getAttribute('aria-checked') === 'true');
    expect(checked.map((r) => r.getAttribute('aria-label'))).toEqual([expect.stringContaining('neutral')]);
  });

  it('says what the signs say, and puts the one at odds last', () => {
    const { result } = draw([{ ...fresh, eyes: 2 }]);
    expect(result!.atOdds.map((o) => o.signId)).toEqual(['eyes']);
    const order = radios().map((r) => r.getAttribute('aria-label')!.split(':')[0]);
    expect(order.at(-1)).toBe('Eyes');
    expect(document.body.textContent).toContain(`signs say ${result!.used.toFixed(1)}`);
  });
});
