import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { counter } from '../../testing/acts.tsx';
import { field, fill, holds, page, pick, press, pressable, says } from '../../testing/hands.ts';
import { formBookOf, Refusal, served, stockRowOf } from '../../testing/served.tsx';
import Orders from './Orders.tsx';

/*
 * The order in one line: what was understood is said back, what may mean two things is asked with a tap, and what was not
 * said stays open in the fields.
 */

const label = /^Type the order as/;
const at = (stock: object[] = [], more: object = {}) =>
  served(
    <Orders />,
    {
      'GET /api/orders': [],
      '/api/customers': [],
      '/api/counter/stock': stock,
      'POST /api/orders/promise': new Refusal({ status: 409, code: 'conflict', detail: 'later' }),
      '/api/forms': formBookOf(),
      ...more,
    },
    counter,
  );
const type = async (text: string) => {
  const input = await field(label);
  fireEvent.change(input, { target: { value: text } });
};
const enter = async () => {
  fireEvent.keyDown(await field(label), { key: 'Enter' });
};

describe('the order line', () => {
  it.each<[string, RegExp]>([
    ['4 hake portions 170 g', /Hake: 4 × portions, straight cut, skin on, 170 g each/],
    ['2 hake steaks', /Hake: 2 × steaks, usually 200 g each/],
    ['2 kg salmon side skinless', /Salmon: 2 000 g, fillets, skinless/],
    [
      '4 salmon steaks inch and a half thick halved',
      /Salmon: 4 × steaks.*38 mm thick.*halved along the spine/,
    ],
    ['plaice cross-cut', /Plaice: how much\? cross-cut fillets/],
    ['hek 2 steaks', /Hake: 2 × steaks.*\(“hek” taken for hake\)/],
    ['1 kg white fish, skinless', /any white fish: 1 000 g, fillets, skinless/i],
    ['2 kg unicorn steaks', /which fish\?: 2 000 g, steaks.*not understood: unicorn/i],
    ['same as last week', /Choose the customer: what they had before/],
    ['2 hake steaks fri 4pm', /16:00/],
  ])('says back what it heard: %s', async (text, words) => {
    at();
    await type(text);
    await says(words);
  });

  it('asks which fish where two are meant equally, and goes by the one that is tapped', async () => {
    at();
    await type('2 sea bream fillets');
    await says(/which fish\?/i);
    expect(pressable(/sea bream$/).map((b) => b.textContent)).toEqual([
      'Gilthead sea bream',
      'Black sea bream',
    ]);
    await press('Black sea bream');
    await says(/Black sea bream: 2 × fillets, skin on, usually 160 g each/);
    expect(pressable('Gilthead sea bream')).toEqual([]);
    await enter();
    await press(/^change Black sea bream, 2 ×/);
    expect(await holds('Species')).toBe('Black sea bream');
    expect(await holds('Pieces')).toBe('2');
  });

  it('knows what lies graded, and does not ask then', async () => {
    at([
      stockRowOf({ speciesId: 'black_bream', speciesName: 'Black sea bream' }),
      stockRowOf({ lotId: 2, speciesId: 'gilthead_bream', blocked: 'Not graded yet' }),
    ]);
    await says(/Take an order/);
    await type('2 sea bream fillets');
    await says(/Black sea bream: 2 ×/);
  });

  it('asks how it is cut once the fish is known, and each or in all where both may be', async () => {
    at();
    await type('2 bass');
    await says(/Sea bass: 2 × cut how\?/);
    await press('scaled and gutted');
    await says(/Sea bass: 2 × scaled and gutted, usually \d+ g each/);
    await type('2 hake steaks 283 g');
    await says(/Each/);
    await press('In all');
    await says(/Hake: 2 × steaks, 142 g each/);
  });

  it('leaves open in the fields what was not said', async () => {
    at();
    await type('3 trout');
    await enter();
    expect(await holds('Species')).toBe('');
    expect(await holds('Form')).toBe('');
    expect(page()).not.toMatch(/Each about/);
    await fill('Form', 'fillet_skin_on');
    expect(await holds('Pieces')).toBe('3');
    expect(await holds(/^Each about/)).toBe('');
  });

  it('takes day and time along, and every line', async () => {
    at();
    await type('2 hake steaks 220 g and 1 kg cod fillets tomorrow 16:30');
    await enter();
    expect(await holds('At')).toBe('16:30');
    expect(page()).toMatch(/Hake, 2 × 220 g steaks/);
    expect(page()).toMatch(/cod, 1 000 g fillets/i);
    await press(/^change Hake/);
    expect(await holds(/^Each about/)).toBe('220');
    await press(/^change .*cod/i);
    expect(await holds(/^In all/)).toMatch(/1.?000/);
    expect(await holds(label)).toBe('');
  });

  it('forgets an answer with the words it was given to', async () => {
    at();
    await type('2 trout fillets');
    await press('Rainbow trout');
    await says(/Rainbow trout: 2 ×/);
    await type('3 trout fillets');
    await says(/which fish\?/i);
  });
});

describe('a line of the order', () => {
  it('stays open while it is typed, though it is complete, and is in words where it was said whole', async () => {
    at();
    await pick('Species', 'hake', /^European hake/);
    await fill('Form', 'steaks');
    await fill('Pieces', '4');
    await fill(/^Each about/, '150');
    await fill('Pieces', '5');
    expect(await holds('Pieces')).toBe('5');
    expect(pressable(/^change /)).toEqual([]);
    await type('4 hake steaks 200 g');
    await says(/Hake: 4 ×/);
    await enter();
    await says(/Hake, 4 × 200 g steaks/);
    expect(pressable(/^change /)).toHaveLength(1);
    await press(/^change Hake, 4 × 200 g steaks/);
    expect(pressable(/^change /)).toEqual([]);
  });
  it('says in words too what eating it raw asks for', async () => {
    at();
    await type('2 kg salmon fillets skinless for raw use');
    await says(/Salmon: 2 000 g/);
    await enter();
    await says(/for raw use/);
    expect(pressable(/^change Salmon/)).toHaveLength(1);
    expect(page()).toMatch(/needs a freezing record/i);
  });
  it('has its fields when the shop refuses one of them, and keeps them while that is mended', async () => {
    const refused = new Refusal({
      status: 400,
      code: 'bad-input',
      detail: 'Not like that',
      errors: [{ path: 'lines.0.pieces', message: 'Sixty at most' }],
    });
    at([], { 'POST /api/orders': refused });
    await fill('Customer', 'Pell');
    await type('4 hake steaks 200 g');
    await says(/Hake: 4 ×/);
    await enter();
    await says(/Hake, 4 × 200 g steaks/);
    await press('Take the order');
    await says(/Sixty at most/);
    expect(await holds('Pieces')).toBe('4');
    await fill('Pieces', '3');
    expect(await holds('Pieces')).toBe('3');
  });
});
