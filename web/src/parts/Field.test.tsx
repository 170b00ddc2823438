import { fireEvent, render, screen } from '@testing-library/react';
import { massUnit, parseMass } from '@ember-slate/core/units';
import fc from 'fast-check';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Provider } from 'react-redux';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ShopContext, type Shop } from '../app/shop.tsx';
import { setPrefs, store } from '../app/store.ts';
import { TakeWeightProvider, useTarget } from '../app/takeWeight.tsx';
import { Button } from './Button.tsx';
import {
  DayField,
  errorsByPath,
  MoneyField,
  TemperatureField,
  TimeField,
  WeightField,
  wholeNumber,
  type Weight,
} from './Field.tsx';

const shop = {
  timeZone: 'Europe/Dublin',
  devices: { scale: 'real', sensors: 'none', printer: 'none', probe: 'none' },
} as unknown as Shop;
const me = { id: 1, name: 'Test', role: 'manager' } as const;
const draw = (element: React.ReactElement) =>
  render(
    <Provider store={store}>
      <ShopContext value={{ shop, me }}>
        <TakeWeightProvider>{element}</TakeWeightProvider>
      </ShopContext>
    </Provider>,
  );
beforeEach(() => void store.dispatch(setPrefs({ units: 'metric' })));

/** Keeps what a field gives, for the test to look at. */
const kept = vi.fn<(value: unknown) => void>();
const given = () => kept.mock.lastCall?.[0];
function Held<T>({
  start,
  children,
}: {
  start: T;
  children: (v: T, set: (v: T) => void) => React.ReactNode;
}) {
  const [value, set] = useState(start);
  return children(value, (v) => {
    kept(v);
    set(v);
  });
}
function Corner() {
  const target = useTarget();
  return (
    <button
      type="button"
      onClick={() => target?.onTake({ grams: 460, tare: 0, state: 'steady', seq: 1 })}
    >{`corner: ${target?.act ?? 'nothing'}`}</button>
  );
}
const weight = (
  <Held<Weight | null> start={null}>
    {(value, set) => (
      <WeightField
        label="Weight"
        value={value}
        onChange={set}
        take={{ act: 'Take lot weight', title: 'lot' }}
      />
    )}
  </Held>
);

describe('a weight', () => {
  it.each([
    ['4,6 kg', { grams: 4600, source: 'typed' }],
    ['460', { grams: 460, source: 'typed' }],
    ['0', null],
    ['-5', null],
    ['four', null],
  ])('typed as "%s"', async (text, value) => {
    draw(weight);
    await userEvent.type(screen.getByLabelText(/Weight/), text);
    expect(given()).toEqual(value);
  });

  it('says what is no weight, beside the field', async () => {
    draw(weight);
    await userEvent.type(screen.getByLabelText(/Weight/), '4 stone');
    expect(screen.getByRole('alert').textContent).toBe('That is no weight');
  });

  it('comes from the scale when the corner is pressed, and says so', () => {
    draw(
      <>
        {weight}
        <Corner />
      </>,
    );
    fireEvent.click(screen.getByText('corner: Take lot weight'));
    expect(given()).toEqual({ grams: 460, source: 'measured' });
    expect(screen.getByText('from the scale')).toBeTruthy();
    expect(screen.getByRole('img', { name: 'measured' })).toBeTruthy();
  });

  it.each(['metric', 'imperial'] as const)(
    'keeps its unit whatever is typed and wiped in it, and looked at it stays what it was (%s)',
    async (units) => {
      store.dispatch(setPrefs({ units }));
      await fc.assert(
        fc.asyncProperty(
          fc.integer({ min: 1, max: 30_000 }),
          fc.array(fc.constantFrom('{Backspace}', '1', '4', '9', '.'), { maxLength: 6 }),
          async (grams, keys) => {
            kept.mockClear();
            const { unmount } = draw(
              <Held<Weight | null> start={{ grams, source: 'measured' }}>
                {(value, set) => (
                  <WeightField
                    label="Weight"
                    value={value}
                    onChange={set}
                    take={{ act: 'Take', title: 'lot' }}
                  />
                )}
              </Held>,
            );
            const input = screen.getByLabelText<HTMLInputElement>(/Weight/);
            const unit = massUnit(grams, units);
            await userEvent.click(input);
            await userEvent.tab();
            // Looking at it changes nothing.
            expect(kept).not.toHaveBeenCalled();
            await userEvent.click(input);
            for (const key of keys) {
              await userEvent.type(input, key);
              const now = given() as Weight | null | undefined;
              if (now && kept.mock.calls.length > 0 && now.source === 'typed')
                // What stands there is read in the unit it began with, however small or large it became.
                expect(now.grams).toBe(parseMass(input.value, units, unit));
            }
            unmount();
          },
        ),
        { numRuns: 25 },
      );
    },
  );

  it('becomes typed only when the number is changed', async () => {
    draw(
      <>
        {weight}
        <Corner />
      </>,
    );
    fireEvent.click(screen.getByText('corner: Take lot weight'));
    const input = screen.getByLabelText(/Weight/);
    await userEvent.click(input);
    await userEvent.tab();
    expect(given()).toEqual({ grams: 460, source: 'measured' });
    await userEvent.type(input, '1');
    expect((given() as Weight).source).toBe('typed');
  });

  it('is read in ounces where the screen speaks them', async () => {
    store.dispatch(setPrefs({ units: 'imperial' }));
    draw(weight);
    await userEvent.type(screen.getByLabelText(/Weight, oz/), '1 lb 4 oz');
    expect(given()).toEqual({ grams: 567, source: 'typed' });
  });
});

describe('a price', () => {
  const price = (
    <Held<number | null> start={null}>
      {(value, set) => <MoneyField label="Price" value={value} onChange={set} />}
    </Held>
  );
  it.each([
    ['14.90', 1490],
    ['14,9', 1490],
    ['14.905', null],
    ['1.234,5', null],
  ])('typed as "%s" is %s', async (text, minor) => {
    draw(price);
    await userEvent.type(screen.getByLabelText('Price'), text);
    expect(given()).toBe(minor);
    expect(screen.queryByRole('alert') !== null).toBe(minor === null);
  });
});

describe('a time and a day', () => {
  it.each([
    ['930', 570, '09:30'],
    ['9.30', 570, '09:30'],
    ['21', 1260, '21:00'],
    ['25', null, '25'],
  ])('time "%s" shows as %s', async (text, minutes, shown) => {
    draw(
      <Held<number | null> start={null}>
        {(value, set) => <TimeField label="At" value={value} onChange={set} />}
      </Held>,
    );
    const input = screen.getByLabelText('At');
    await userEvent.type(input, text);
    await userEvent.tab();
    expect(given()).toBe(minutes);
    expect((input as HTMLInputElement).value).toBe(shown);
  });

  const options = () =>
    [...screen.getByLabelText('Day').querySelectorAll('option')].map((o) => o.textContent);
  it('names near days by their distance, the past backwards', () => {
    draw(<DayField label="Day" value="" onChange={() => undefined} from={0} to={3} />);
    expect(options()[0]).toMatch(/^today, /);
    expect(options()[1]).toMatch(/^tomorrow, /);
    expect(options()).toHaveLength(4);
    document.body.innerHTML = '';
    draw(<DayField label="Day" value="" onChange={() => undefined} from={-2} to={0} empty="not said" />);
    expect(options()[0]).toBe('not said');
    expect(options()[1]).toMatch(/^today, /);
    expect(options()[2]).toMatch(/^yesterday, /);
  });

  it('keeps a day that lies outside its range', () => {
    draw(<DayField label="Day" value="2020-02-29" onChange={() => undefined} from={-2} to={0} />);
    expect(screen.getByLabelText<HTMLSelectElement>('Day').value).toBe('2020-02-29');
    expect(options()[0]).toBe('Sat 29 Feb');
  });
});

describe('numbers and errors', () => {
  it.each([
    ['12', 12],
    [' 12 ', 12],
    ['', null],
    ['1.5', null],
    ['-1', null],
    ['12345678', null],
  ])('a count typed as "%s" is %s', (text, n) => {
    expect(wholeNumber(text)).toBe(n);
  });

  it('finds the message of each field of a problem', () => {
    expect(errorsByPath(null)).toEqual({});
    expect(errorsByPath({ errors: [{ path: 'lines.0.form', message: 'no' }] })).toEqual({
      'lines.0.form': 'no',
    });
  });
});

describe('a bare figure with a decimal where grams are asked', () => {
  const at = () =>
    draw(
      <Held<Weight | null> start={null}>
        {(v, set) => <WeightField label="Weight" value={v} onChange={set} take={null} />}
      </Held>,
    );
  const type = (value: string) => {
    const input = screen.getByLabelText(/^Weight/);
    fireEvent.focus(input);
    fireEvent.change(input, { target: { value } });
    fireEvent.blur(input);
  };
  it.each([
    ['13.5', 13_500],
    ['2,25', 2250],
  ])('%s is asked about, counts as nothing, and is kilograms with one tap', (text, grams) => {
    at();
    type(text);
    expect(screen.getByRole('alert').textContent).toMatch(/in kilograms\?/);
    expect(given()).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: `${text} kg?` }));
    expect(given()).toEqual({ grams, source: 'typed' });
  });
  it.each([
    ['13.5 kg', 13_500],
    ['450', 450],
    ['13.5 g', 14],
  ])('%s is taken as it says', (text, grams) => {
    at();
    type(text);
    expect(given()).toEqual({ grams, source: 'typed' });
    expect(screen.queryByRole('button')).toBeNull();
  });
});

describe('what is typed and not understood', () => {
  const fields: Record<string, React.ReactNode> = {
    money: (
      <Held<number | null> start={1490}>
        {(value, onChange) => <MoneyField label="Field" {...{ value, onChange }} />}
      </Held>
    ),
    temperature: (
      <Held<number | null> start={8}>
        {(value, onChange) => <TemperatureField label="Field" {...{ value, onChange }} />}
      </Held>
    ),
    time: (
      <Held<number | null> start={570}>
        {(value, onChange) => <TimeField label="Field" {...{ value, onChange }} />}
      </Held>
    ),
    weight: (
      <Held<Weight | null> start={{ grams: 500, source: 'typed' }}>
        {(value, onChange) => <WeightField label="Field" take={null} {...{ value, onChange }} />}
      </Held>
    ),
  };
  const sent = vi.fn();
  const frames: Record<string, (field: React.ReactNode) => React.ReactElement> = {
    form: (field) => (
      <form onSubmit={sent.mockImplementation((e?: React.FormEvent) => e?.preventDefault())}>
        {field}
        <Button submit>Send</Button>
      </form>
    ),
    'form with a key': (field) => (
      <form>
        {field}
        <Button busy={false} hotkey="F9" onPress={sent}>
          Send
        </Button>
      </form>
    ),
    dialog: (field) => (
      <div role="dialog">
        {field}
        <Button busy={false} onPress={sent}>
          Send
        </Button>
        <Button onPress={left}>Cancel</Button>
      </div>
    ),
  };
  const left = vi.fn();
  const all = Object.keys(fields).flatMap((kind) => Object.keys(frames).map((frame) => [kind, frame]));
  it.each(all)('is not sent: %s in a %s', (kind, frame) => {
    sent.mockClear();
    draw(frames[frame]!(fields[kind]));
    const press = (name: string) =>
      frame === 'form with a key'
        ? fireEvent.keyDown(document.body, { key: 'F9' })
        : fireEvent.click(screen.getByText(name));
    const input = screen.getByLabelText<HTMLInputElement>(/^Field/);
    fireEvent.focus(input);
    fireEvent.change(input, { target: { value: '1x,' } });
    press('Send');
    expect(sent).not.toHaveBeenCalled();
    expect(document.activeElement).toBe(input);
    if (frame === 'dialog') press('Cancel');
    expect(left).toHaveBeenCalledTimes(frame === 'dialog' ? 1 : 0);
    left.mockClear();
    fireEvent.change(input, { target: { value: '12' } });
    press('Send');
    expect(sent).toHaveBeenCalledOnce();
  });
});
