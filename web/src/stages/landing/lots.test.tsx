import type { Delivery } from '@ember-slate/contract';
import { addDays, tradingDay } from '@ember-slate/core/calendar';
import { screen } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { button, fill, holds, only, pick, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { bench, counter, manager, tryActs } from '../../testing/acts.tsx';
import { cameAt, deliveryOf, landedLot } from '../../testing/landed.ts';
import { served, shop, shopDay, type Sent } from '../../testing/served.tsx';
import Landing from './Landing.tsx';

/*
 * The back door from the first van to the note that is checked: what a hand does there is what reaches the shop, to the
 * gram and the coin, with the version that was looked at.
 */

const claims = { claims: [], wording: 'Credit as agreed', draft: 'soft flesh' };

const answers = {
  '/api/suppliers': [{ id: 8, name: 'Harbour Market' }],
  '/api/landing/lots/5/claims': claims,
  '/api/landing/lots/5/photos': [],
  'POST /api/landing/deliveries/3/lots': { id: 9, code: '261126-B1' },
};
const among = (more: Partial<Delivery> = {}) => ({
  '/api/landing/deliveries': [deliveryOf(more)],
});
const standing = (more: Partial<Delivery> = {}, me = bench, extra: object = {}) => {
  const sent = served(<Landing />, { ...answers, ...among(more), ...extra }, me);
  return () => sent;
};
const onLot = (method: string, what: string, body: unknown): Sent => ({
  method,
  path: `/api/landing/lots/5${what}`,
  body,
});
const more = () => press('more');
const uses = {
  graded: true,
  tickets: [
    { number: 41, closed: true },
    { number: 42, closed: false },
    { number: 43, closed: true },
  ],
  labels: 3,
  soldGrams: 400,
  promised: 2,
  needsReason: true,
};
const heldLot = { lots: [landedLot({ holdReason: 'smells of oil' })] };
const paper = { ground: 'farmed_feed', document: 'HA-77' } as const;

tryActs('at the back door a hand', { me: bench, screen: <Landing />, answers: { ...answers, ...among() } }, [
  {
    does: 'holds a lot for a reason',
    by: async () => {
      await more();
      await press('Hold');
      expect(await waitsFor('Hold the lot')).toBe('say why');
      await fill('Why it waits', 'box was warm');
      await press('Hold the lot');
    },
    sends: onLot('POST', '/hold', { version: 2, reason: 'box was warm' }),
  },
  {
    does: 'lets a held lot go',
    answers: among(heldLot),
    by: async () => {
      await more();
      await says(/Held: smells of oil/);
      await press('Release');
    },
    sends: onLot('POST', '/hold', { version: 2, reason: null }),
  },
  {
    does: 'splits off the soft ones by their own weight',
    by: async () => {
      await more();
      await press('Split');
      await fill('Fish, of 4', '1');
      await fill(/^Their weight/, '2100');
      await fill('What it is', 'belly burst');
      await press('Split it off');
    },
    sends: onLot('POST', '/split', {
      version: 2,
      pieces: 1,
      grams: 2100,
      source: 'typed',
      remarks: 'belly burst',
    }),
    answered: { id: 6, code: '261126-H2' },
    says: /261126-H2 is a lot of its own now/,
  },
  {
    does: 'claims all that lies there, for what it cost',
    by: async () => {
      await more();
      await press(/^Claim/);
      await press('Write the claim');
    },
    sends: onLot('POST', '/claims', {
      outcome: 'return',
      pieces: 4,
      grams: 9200,
      money: 10580,
      reason: 'soft flesh',
      wording: 'Credit as agreed',
    }),
    answered: { id: 1, number: 14 },
    says: /Claim 14 is written/,
  },
  {
    does: 'claims a part that was binned, for less',
    by: async () => {
      await more();
      await press(/^Claim/);
      await press('Bin here');
      await fill(/^Fish, of 4 here/, '1');
      await fill(/^Weight, /, '2250');
      await fill(/^Amount claimed/, '20');
      await fill('Reason', 'gaping');
      await press('Write the claim');
    },
    sends: onLot('POST', '/claims', {
      outcome: 'bin',
      pieces: 1,
      grams: 2250,
      money: 2000,
      reason: 'gaping',
      wording: 'Credit as agreed',
    }),
    answered: { id: 1, number: 14 },
  },
  {
    does: 'claims fish that is sold already as kept for less',
    answers: among({ lots: [landedLot({ there: { grams: 0, pieces: 0 } })] }),
    by: async () => {
      await more();
      await press(/^Claim/);
      await press('Write the claim');
    },
    sends: onLot('POST', '/claims', {
      outcome: 'keep',
      pieces: 4,
      grams: 9200,
      money: 10580,
      reason: 'soft flesh',
      wording: 'Credit as agreed',
    }),
    answered: { id: 1, number: 14 },
  },
  {
    does: 'prints as many box labels as there are boxes',
    by: async () => {
      await more();
      await press('Label');
      await fill(/^Labels/, '3');
      await press('Print');
    },
    sends: onLot('POST', '/label', { copies: 3 }),
    answered: { printed: 3, why: null },
    says: /3 of 261126-H1 printed/,
  },
  {
    does: 'keeps the paper that lets farmed fish be eaten raw',
    me: manager,
    answers: among({
      lots: [landedLot({ speciesId: 'salmon', production: 'farmed', area: 'Norway' })],
    }),
    by: async () => {
      await more();
      await press('Raw use');
      expect(await waitsFor('Keep the paper')).toBe('say what it proves');
      await press(/farmed/i, document.querySelector('[aria-label="What it proves"]')!);
      expect(await waitsFor('Keep the paper')).toBe('say its number');
      await fill(/^Its number/, 'HA-77');
      await press('Keep the paper');
    },
    sends: onLot('POST', '/raw-paper', { version: 2, paper }),
  },
  {
    does: 'withdraws that paper',
    me: manager,
    answers: among({ lots: [landedLot({ rawPaper: paper })] }),
    by: async () => {
      await more();
      await press(/^Raw use/);
      await says(/May be eaten raw unfrozen: .*HA-77/);
      await press('Withdraw the paper');
    },
    sends: onLot('POST', '/raw-paper', { version: 2, paper: null }),
  },
  {
    does: 'puts a lot right over the version that was looked at, knowing what follows',
    answers: { '/api/landing/lots/5/uses': uses },
    by: async () => {
      await more();
      await press('put right');
      await fill('Number of fish', '5');
      await fill(/^Weight, /, '11400');
      await fill(/^Price a kg/, '10,90');
      await says(/What lies in the cold room changes by the difference/);
      await says(/Tickets 41, 43 were cut from it/);
      expect(screen.queryByText(/graded again/)).toBeNull();
      await fill('Why is it put right?', 'the other box');
      await press('Put it right');
    },
    sends: onLot('PUT', '', {
      version: 2,
      speciesId: 'hake',
      condition: 'gutted',
      pieces: 5,
      grams: 11400,
      weightSource: 'typed',
      pricePerKg: 1090,
      production: 'caught',
      area: '27',
      gear: 'hooks and lines',
      boat: '',
      caughtOn: null,
      supplierLot: 'B7',
      scaled: 'no',
      slit: 'unasked',
      remarks: '',
      reason: 'the other box',
    }),
  },
  {
    does: 'says of another fish all that follows',
    answers: { '/api/landing/lots/5/uses': uses },
    by: async () => {
      await more();
      await press('put right');
      await pick('Species', 'bass', /European sea bass/);
      for (const follows of [
        /graded again before anything of it is sold/,
        /3 labels carry it and are void/,
        /400 g of it were sold/,
        /2 order lines lose/,
      ])
        await says(follows);
      await press('Landed twice? Take it away');
      await fill(/^Why\? All of it leaves/, 'twice');
      await press('Take the lot away');
    },
    sends: onLot('POST', '/drop', { version: 2, reason: 'twice' }),
  },
  {
    does: 'closes a note that agrees without a word',
    by: () => press('Note checked, close'),
    sends: { method: 'POST', path: '/api/landing/deliveries/3/close', body: { version: 6, reason: '' } },
  },
  {
    does: 'closes a note that differs with the reason',
    answers: among({
      noteGrams: 9700,
      differences: [
        { of: 'weight', by: -500 },
        { of: 'number', by: -1 },
        { of: 'money', by: -575 },
      ],
    }),
    by: async () => {
      await says(/500 g short of the note; 1 fish short; weights and prices make €5\.75 less than the note/);
      expect(await waitsFor('Note checked, close')).toBe('say why first');
      await fill(/^Differs/, 'driver will bring it');
      await press('Note checked, close');
    },
    sends: {
      method: 'POST',
      path: '/api/landing/deliveries/3/close',
      body: { version: 6, reason: 'driver will bring it' },
    },
  },
  {
    does: 'takes away a delivery that was opened by mistake',
    answers: among({ lots: [], totals: { grams: 0, pieces: 0, money: 0 } }),
    by: () => press('Opened by mistake: take it away'),
    sends: { method: 'POST', path: '/api/landing/deliveries/3/drop', body: { version: 6 } },
  },
  {
    does: 'puts the head of a delivery right and touches nothing else of it',
    by: async () => {
      await press('Put right');
      await fill(/^Core by probe/, '0.4');
      await press('Stands in water');
      await press('Put it right');
    },
    sends: {
      method: 'PUT',
      path: '/api/landing/deliveries/3',
      body: {
        version: 6,
        supplier: 'Harbour Market',
        arrivedAt: cameAt,
        probeTenths: 4,
        ice: 'buried',
        drains: 'stands',
        noteRef: 'N-881',
        noteGrams: 9200,
        notePieces: 4,
        noteMoney: 10580,
        remarks: '',
        reason: '',
      },
    },
  },
]);

describe('a new lot', () => {
  const empty: Partial<Delivery> = {
    lots: [],
    noteGrams: null,
    notePieces: null,
    noteMoney: null,
    totals: { grams: 0, pieces: 0, money: 0 },
  };

  it('is asked for at once where a delivery has none, with what its species asks and no other', async () => {
    const sent = standing(empty);
    await pick('Species', 'sea bass', /^European sea bass/);
    await says(/Dicentrarchus labrax/);
    // A bass has scales worth asking for; the guts are in as it comes.
    expect(pressable('in part')).toHaveLength(1);
    expect(screen.queryByLabelText('Gutting slit')).toBeNull();
    await press('in part');
    await fill('Condition on arrival', 'gutted');
    await fill('Number of fish', '6');
    await fill(/^Weight, /, '3300');
    await fill(/^Price a kg/, '14.50');
    await fill('Gear', 'hooks and lines');
    await fill('Supplier’s lot', 'L4');
    await press('Land this lot');
    expect((await only(sent)).body).toEqual({
      speciesId: 'sea_bass',
      condition: 'gutted',
      pieces: 6,
      grams: 3300,
      weightSource: 'typed',
      pricePerKg: 1450,
      production: 'caught',
      area: '27',
      gear: 'hooks and lines',
      boat: '',
      caughtOn: null,
      supplierLot: 'L4',
      scaled: 'part',
      slit: 'unasked',
      remarks: '',
      fish: [],
    });
    await says(/261126-B1: .*sea bass landed/i);
  });

  it('asks of a gutted flatfish whether the slit was seen, and sends no scaling of it', async () => {
    const sent = standing(empty);
    await pick('Species', 'turbot', /^Turbot/);
    await fill('Condition on arrival', 'gutted');
    await press('missing');
    await fill('Number of fish', '1');
    await fill(/^Weight, /, '2800');
    await fill(/^Price a kg/, '31');
    await press('Land this lot');
    expect((await only(sent)).body).toMatchObject({ speciesId: 'turbot', slit: 'missing', scaled: 'no' });
  });

  it('that was farmed has a country and no gear', async () => {
    const sent = standing(empty);
    await pick('Species', 'salmon', /^Atlantic salmon/);
    await press('Farmed');
    await fill('Country of farming', 'Norway');
    await fill('Number of fish', '2');
    await fill(/^Weight, /, '9100');
    await fill(/^Price a kg/, '11');
    expect(pressable('Gear')).toEqual([]);
    await press('Land this lot');
    expect((await only(sent)).body).toMatchObject({
      production: 'farmed',
      area: 'Norway',
      gear: null,
      grams: 9100,
    });
  });

  it('is refused at its fields before anything is sent', async () => {
    const sent = standing(empty);
    await press('Land this lot');
    await says(/Choose|species/i);
    expect((await screen.findAllByRole('alert')).length).toBeGreaterThanOrEqual(3);
    expect(sent()).toEqual([]);
  });

  it('takes the origin of a lot of its kind, and lands again what came the last time', async () => {
    const sent = standing(
      { lots: [landedLot({ gear: 'pots and traps', caughtOn: shopDay, area: '27.7.g' })] },
      bench,
      {
        '/api/landing/last?supplier=Harbour+Market': [
          {
            speciesId: 'monkfish',
            speciesName: 'Monkfish',
            condition: 'tail',
            pieces: 3,
            grams: 4000,
            pricePerKg: 1890,
            production: 'caught',
            area: '27.6.a',
            gear: 'trawls',
            boat: 'Grey Petrel',
            caughtOn: null,
            supplierLot: '',
            remarks: '',
          },
          // Landed already with this delivery: not offered.
          { ...landedLot(), pricePerKg: 1150, gear: null },
        ],
      },
    );
    await press('Land another lot');
    // Another fish comes from where it comes; a second lot of hake from where the first did.
    await pick('Species', 'cod', /^Atlantic cod/);
    expect(await holds('Gear')).toBe('');
    await pick('Species', 'hake', /^European hake/);
    expect(await holds('Gear')).toBe('pots and traps');
    await says(/as the last time: ?Monkfish, 3/);
    await press('Monkfish, 3');
    expect(await holds('Gear')).toBe('trawls');
    await fill(/^Weight, /, '4100');
    await press('Land this lot');
    expect((await only(sent)).body).toMatchObject({
      speciesId: 'monkfish',
      condition: 'tail',
      pieces: 3,
      grams: 4100,
      weightSource: 'typed',
      pricePerKg: 1890,
      area: '27.6.a',
      caughtOn: null,
    });
  });
});

describe('a delivery at the door', () => {
  it('is opened with who brought it, when, how cold and what its note says', async () => {
    const all = served(
      <Landing />,
      {
        '/api/landing/deliveries': [],
        '/api/suppliers': [{ id: 8, name: 'Harbour Market' }],
        'POST /api/landing/deliveries': { id: 4 },
      },
      bench,
    );
    await says(/Nothing has landed today/);
    await press('New delivery');
    await fill('Supplier', 'Quay Boats');
    await fill('Arrived', '5:40');
    await fill(/^Core by probe/, '1,8');
    await press('Some');
    await fill('Note number', '774');
    await fill(/^Total on note/, '210.40');
    await fill(/^Weight on the note/, '18600');
    await fill('Fish on the note', '11');
    await press('Open the delivery');
    const { body } = await only(() => all);
    expect(body).toMatchObject({
      supplier: 'Quay Boats',
      probeTenths: 18,
      ice: 'some',
      drains: 'drains',
      noteRef: '774',
      noteMoney: 21040,
      noteGrams: 18600,
      notePieces: 11,
    });
    expect((body as { arrivedAt: string }).arrivedAt).toMatch(/:40:00\.000Z$/);
  });

  it('that came on a day before is written down with its day', async () => {
    const sent = served(
      <Landing />,
      { '/api/landing/deliveries': [], '/api/suppliers': [], 'POST /api/landing/deliveries': { id: 4 } },
      bench,
    );
    await press('New delivery');
    await fill('Supplier', 'Quay Boats');
    await fill('Day it came', addDays(shopDay, -3));
    await fill('Arrived', '5:40');
    await press('Open the delivery');
    const { body } = await only(() => sent);
    const at = new Date((body as { arrivedAt: string }).arrivedAt);
    expect(tradingDay(at, shop)).toBe(addDays(shopDay, -3));
  });

  it('without a time says so at the field, and sends nothing', async () => {
    const sent = standing();
    await press('New delivery');
    await fill('Supplier', 'Quay Boats');
    await fill('Arrived', '');
    await press('Open the delivery');
    await says(/Say when it came/);
    expect(sent()).toEqual([]);
  });

  it.each<[string, Partial<Delivery>, RegExp]>([
    ['is being unloaded while it is open', {}, /Harbour Market is being unloaded/],
    [
      'differs by weight',
      { differences: [{ of: 'weight', by: 1200 }] },
      /Harbour Market: 1 200 g over the note/,
    ],
    ['is checked', { state: 'closed' }, /1 delivery landed and checked/],
    ['was not probed', { probeTenths: null }, /not probed/],
    ['has no number on its note', { noteRef: '' }, /no note number/],
    [
      'came warm',
      { warnings: ['5.2 °C is over 2 °C'] },
      /5\.2 °C is over 2 °C\. Follow your local food authority/,
    ],
    ['holds a lot', { lots: [landedLot({ holdReason: 'no ice' })] }, /held: no ice/],
    [
      'has a rejected lot nobody claimed',
      { lots: [landedLot({ verdict: 'reject', graded: true })] },
      /rejected: claim it/,
    ],
    ['farmed', { lots: [landedLot({ production: 'farmed', area: 'Norway' })] }, /farmed, Norway/],
    ['from a sea', { lots: [landedLot({ area: '27.7.g' })] }, /FAO 27\.7\.g/],
    [
      'has a doubtful lot',
      { lots: [landedLot({ doubt: '2300 g each is heavy for hake' })] },
      /2300 g each is heavy/,
    ],
  ])('%s: the page says it', async (_name, more, said) => {
    standing(more);
    await says(said);
  });

  it('is only looked at by the counter', async () => {
    standing(heldLot, counter);
    await button('grade it');
    expect(pressable(/^(more|Correct|New delivery|From a note|Note checked, close)$/)).toEqual([]);
  });

  it('that is closed takes no more lots and no other head, but a lot of it is still acted on', async () => {
    standing({ state: 'closed' });
    await button('more');
    expect(pressable(/^(Correct|Note checked, close|Land another lot)$/)).toEqual([]);
  });
});
