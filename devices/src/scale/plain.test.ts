import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parsePlain, PlainScale, plainUnits } from './plain.ts';

describe('a plain line of a scale', () => {
  // Shapes of lines as common bench scales send them; from memory, with the small differences between makes.
  it.each([
    ['ST,GS,+  1.234kg', 1234, true],
    ['ST,NT,+00.460 kg\r', 460, true],
    ['US,GS,+  1.234kg', 1234, false],
    ['US,NT,-  0.020 kg', -20, false],
    ['+001.234 kg S', 1234, true],
    ['S S      100.0 g', 100, true],
    ['S D      100.4 g', 100, false],
    ['1234 g', 1234, null],
    ['  0.00 kg', 0, null],
    ['-0.000 kg', 0, null],
    ['1,250 kg', 1250, null],
    ['12.5 oz', 354, null],
    ['2.00 lb', 907, null],
    ['2 lbs', 907, null],
    ['0.460', 460, null],
    ['? 0.460', 460, false],
    ['01 ST 0.460 kg', 460, true],
    ['OL', null, false],
    ['OL,GS,+  0.000kg', null, false],
    ['+++++++', null, false],
  ])('%j is %s g, steady %s', (line, grams, steady) => {
    expect(parsePlain(line, 'kg')).toEqual({ grams, steady });
  });

  it.each([
    '',
    'hello',
    'kg',
    'ST,GS',
    '0.460 kg 1.200 kg',
    '12 460',
    'ERR 3.',
    '1234567890 g',
    '4.5.6 kg',
    'W 1 460 0 S',
  ])('%j is no weight: none is guessed', (line) => expect(parsePlain(line, 'kg')).toBeNull());

  it('says back any weight of a pan, with its unit or in the one that was chosen', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -15_000, max: 30_000 }),
        fc.constantFrom('ST', 'US'),
        fc.boolean(),
        (grams, mark, named) => {
          const kg = (grams / 1000).toFixed(3);
          const line = `${mark},GS,${grams < 0 ? '' : '+'}${kg}${named ? 'kg' : ''}`;
          expect(parsePlain(line, named ? 'lb' : 'kg')).toEqual({ grams: grams + 0, steady: mark === 'ST' });
        },
      ),
    );
  });

  it('never throws, hangs or gives half a gram, whatever comes down the wire', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), fc.constantFrom(...plainUnits), (line, unit) => {
        const read = parsePlain(line, unit);
        expect(read === null || read.grams === null || Number.isInteger(read.grams)).toBe(true);
      }),
    );
  });
});

describe('a scale that sends plain lines', () => {
  it('stands still by its mark, or once it has said the same four times', () => {
    const marked = new PlainScale('kg');
    expect(['US 0.4 kg', 'ST 0.46 kg', 'OL'].map((l) => marked.read(l)?.state)).toEqual([
      'settling',
      'steady',
      'overload',
    ]);
    const plain = new PlainScale('g');
    expect(['460', '460', '460', '460', '461', 'x'].map((l) => plain.read(l)?.state)).toEqual([
      'settling',
      'settling',
      'settling',
      'steady',
      'settling',
      undefined,
    ]);
  });

  it('is tared and zeroed here, as it takes no commands', () => {
    const scale = new PlainScale('g');
    scale.read('ST 380 g');
    expect(scale.command('TARE')).toBe(true);
    expect(scale.read('ST 840 g')).toEqual({ seq: 2, grams: 460, tare: 380, state: 'steady' });
    expect(scale.read('ST 0 g')).toMatchObject({ grams: -380, tare: 380 });
    scale.command('ZERO');
    expect(scale.read('ST 840 g')).toMatchObject({ grams: 840, tare: 0 });
    // What is for a stand-in only is refused.
    expect(scale.command('PUT 460')).toBe(false);
  });
});
