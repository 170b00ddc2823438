import type {
  ColdPlace,
  DayClose,
  Delivery,
  LotRow,
  Me,
  Sold,
  Ticket,
  TrimBook,
} from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { noteFields } from '@ember-slate/core/landing';
import { shippedForms } from '@ember-slate/core/forms';
import { qimCod } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import type { ReactNode } from 'react';
import { HandOver } from '../parts/HandOver.tsx';
import { BringFish } from '../stages/bench/BringFish.tsx';
import { CloseTicket } from '../stages/bench/CloseTicket.tsx';
import Labels from '../stages/labels/Labels.tsx';
import KnivesPage from '../stages/safety/KnivesPage.tsx';
import { NewTicket } from '../stages/bench/NewTicket.tsx';
import Buying from '../stages/buying/Buying.tsx';
import { Checks } from '../stages/close/Checks.tsx';
import { Reopen } from '../stages/close/CloseDay.tsx';
import { MoneyRules } from '../stages/costs/MoneyRules.tsx';
import { PriceList } from '../stages/costs/PriceList.tsx';
import { Suppliers } from '../stages/buying/Suppliers.tsx';
import { Answer } from '../stages/cold/Answer.tsx';
import { PlacePanel } from '../stages/cold/PlacePanel.tsx';
import { MoveDialog } from '../stages/counter/MoveDialog.tsx';
import { RowActions } from '../stages/counter/RowActions.tsx';
import { SlabLayout } from '../stages/counter/SlabLayout.tsx';
import StockTake from '../stages/counter/StockTake.tsx';
import TrimPage from '../stages/trim/TrimPage.tsx';
import { TrimRuleDialog } from '../stages/trim/TrimRuleDialog.tsx';
import { FormEditor } from '../stages/forms/FormEditor.tsx';
import { SchemeEditor } from '../stages/grading/SchemeEditor.tsx';
import { ClaimRight } from '../stages/landing/ClaimRight.tsx';
import { DeliveryView } from '../stages/landing/DeliveryView.tsx';
import { ImportNote } from '../stages/landing/ImportNote.tsx';
import { LotActions } from '../stages/landing/LotActions.tsx';
import { DepositRight } from '../stages/orders/DepositRight.tsx';
import { GiveUp } from '../stages/orders/GiveUp.tsx';
import { Recall } from '../stages/orders/Recall.tsx';
import { RefundRight } from '../stages/counter/RefundRight.tsx';
import { SpeciesEditor } from '../stages/species/SpeciesEditor.tsx';
import { lineOf, moneyRules, orderOf, shopDay, stockRowOf } from './served.tsx';

export const ines: Me = { id: 1, name: 'Ines Corrie', role: 'manager' };
const nothing = () => undefined;
const rules = { ...moneyRules, version: 3 };
const place = {
  id: 4,
  version: 3,
  name: 'Cold room',
  account: 'place:cold_room',
  setTenths: 5,
  limitTenths: 20,
  expected: 0.5,
  last: null,
  episodes: [],
} as unknown as ColdPlace;
const episode = {
  kind: 'warm',
  from: '2026-11-25T10:00:00.000Z',
  to: '2026-11-25T11:00:00.000Z',
  peak: 6,
} as unknown as ColdPlace['episodes'][number];
const lot = {
  id: 8,
  version: 3,
  code: '261125-S1',
  speciesId: 'sea_bass',
  speciesName: 'European sea bass',
  area: '27.7.g',
  condition: 'whole',
  pieces: 10,
  grams: 4600,
  pricePerKg: 1490,
  holdReason: null,
  rawPaper: null,
  fish: [],
  photos: 0,
  claims: 0,
  verdict: null,
  there: { pieces: 10, grams: 4600 },
} as unknown as LotRow;
const delivery = {
  id: 2,
  version: 3,
  state: 'open',
  supplier: 'Orsay Quay',
  arrivedAt: '2026-11-25T06:00:00.000Z',
  landedOn: '2026-11-25',
  probeTenths: 5,
  ice: 'buried',
  noteRef: '',
  noteGrams: 5000,
  notePieces: null,
  noteMoney: null,
  recordedBy: 'Bram',
  remarks: '',
  warnings: [],
  lots: [lot],
  totals: { grams: 4600, pieces: 10, money: null },
  differences: [{ of: 'weight', by: -400 }],
} as unknown as Delivery;
const ticket = {
  id: 5,
  number: 32,
  version: 2,
  speciesId: 'sea_bass',
  cuts: [],
  stepIds: [],
  weighOuts: [],
  tools: [],
  firstCut: 'head_tail',
  cautions: [],
  inputs: [
    {
      lotId: 8,
      code: '261125-S1',
      item: 'whole',
      condition: 'whole',
      pieces: 2,
      grams: 920,
      daysLeft: 5,
      verdict: 'accept',
    },
  ],
  expected: { yield: 0.5, trims: [] },
  sweep: { one: null, two: null },
  balance: { input: 920, outputs: 0, loss: 0, closes: false, off: 920 },
} as unknown as Ticket;
const part = {
  part: 'frame',
  name: 'frame',
  uses: [],
  rule: '',
  mostDays: null,
  setting: { keep: true, perKg: 300, demandGrams: 0, goesTo: 'counter' },
  customs: null,
} as unknown as TrimBook['parts'][number];
const day = {
  day: shopDay,
  checksVersion: 3,
  checks: [{ id: 'floor', words: 'Floor clean', signed: null }],
  closedBy: null,
} as unknown as DayClose;
const customer = {
  id: 2,
  version: 3,
  name: 'Pell',
  phone: '',
  remarks: 'rings first',
  collected: 1,
  uncollected: 0,
  orders: [],
  standing: [],
};
const scheme = {
  ...qimCod,
  version: 3,
  shipped: true,
  grades: 0,
  history: [],
} as unknown as Parameters<typeof SchemeEditor>[0]['scheme'];
const bass = { ...catalogue.find((s) => s.id === 'sea_bass')!, own: false, sold: true, version: 3 };
const fillet = shippedForms.find((f) => f.id === 'fillet_skin_on')!;
const labels = {
  version: 3,
  size: '58x40',
  prefix: '21',
  carries: 'price',
  checked: true,
  companyPrefix: '',
  asWeighed: false,
};
const book = { version: 3, own: [], shop: {}, shopVersion: 1, mine: {}, labels };
const layout = [{ name: 'A', places: 8 }];
const stock = stockRowOf();
const claim = {
  id: 5,
  number: 7,
  code: '261125-S1',
  speciesName: 'Sea bass',
  at: new Date().toISOString(),
  outcome: 'bin' as const,
  grams: 1840,
  money: 2668,
  reason: 'soft',
  settledMoney: null,
};

const sold: Sold = {
  id: 5,
  number: 12,
  orderNumber: null,
  customer: null,
  at: new Date().toISOString(),
  by: 'Wil',
  pay: 'cash',
  total: 1156,
  refunded: 500,
  voided: false,
  depositUsed: 0,
  taxAdded: false,
  tax: [],
  lines: [],
  refunds: [
    { id: 9, number: 3, at: new Date().toISOString(), by: 'Wil', money: 500, pay: 'cash', reason: 'smelled' },
  ],
};

/** A form of the screens: what is typed into one of its fields must not be lost. */
export interface Form {
  name: string;
  screen: ReactNode;
  answers?: Record<string, unknown>;
  open?: RegExp;
  label: RegExp | string;
  typed: string;
}
/** A form on what others edit too: where it is sent, what stands there meanwhile, how it is saved. */
export interface Shared extends Form {
  path: string;
  theirs: Record<string, unknown>;
  save: RegExp;
  /** What else has to be said before it can be saved. */
  also?: [label: RegExp, typed: string];
}
/** Forms on what others edit too. */
export const shared: Shared[] = [
  {
    name: 'how the shop reckons',
    screen: <MoneyRules rules={rules} onClose={nothing} />,
    label: /Target margin/,
    typed: '41',
    path: '/api/costs/settings',
    theirs: { ...rules, margin: 0.5 },
    save: /Save/,
  },
  {
    name: 'checks',
    screen: <Checks day={day} />,
    open: /change the list/,
    label: /^Check 1/,
    typed: 'Floor dry',
    path: '/api/close/checks',
    theirs: { checks: [{ id: 'floor', words: 'Floor scrubbed' }] },
    save: /Keep the list/,
  },
  {
    name: 'days and boxes of a supplier',
    screen: <Suppliers onClose={nothing} />,
    answers: {
      '/api/buying/suppliers': [{ id: 4, version: 3, name: 'Orsay Quay', days: [1], boxGrams: 6000 }],
    },
    label: /A box holds/,
    typed: '700',
    path: '/api/buying/suppliers/4',
    theirs: { days: [1], boxGrams: 900 },
    save: /^Keep/,
  },
  {
    name: 'places of the slab',
    screen: <SlabLayout slab={{ version: 3, rows: layout }} onClose={nothing} />,
    label: /Row A, places/,
    typed: '9',
    path: '/api/counter/slab',
    theirs: { rows: [{ name: 'A', places: 4 }] },
    save: /Save the layout/,
  },
  {
    name: 'a rule of trim',
    screen: <TrimRuleDialog part={part} versions={{ rules: 3, customs: 1 }} onClose={nothing} />,
    label: /Price a kg/,
    typed: '4.00',
    path: '/api/trim/rules/frame',
    theirs: { ...part.setting, perKg: 500 },
    save: /Keep the rule/,
  },
  {
    name: 'how labels are made',
    screen: <Labels />,
    answers: { '/api/forms': book },
    label: /EAN prefix/,
    typed: '22',
    path: '/api/labels/settings',
    theirs: { ...labels, prefix: '23' },
    save: /^Keep/,
  },
  {
    name: 'a note about a customer',
    screen: <Recall id={2} onAgain={nothing} />,
    answers: { '/api/customers/2': customer },
    open: /change the note/,
    label: /About this customer/,
    typed: 'rings twice',
    path: '/api/customers/2',
    theirs: { phone: '', remarks: 'never rings' },
    save: /^Keep/,
  },
  {
    name: 'a place of the cold chain',
    screen: <PlacePanel place={place} onAnswer={nothing} />,
    answers: { '/api/cold/places/4/log?days=1': { readings: [], total: 0 } },
    label: 'Name',
    typed: 'Big cold room',
    path: '/api/cold/places/4',
    theirs: { name: 'The cold room', setTenths: 5, limitTenths: 20 },
    save: /Change it/,
  },
  {
    name: 'a species',
    screen: <SpeciesEditor species={bass} isNew={false} onDone={nothing} onCancel={nothing} />,
    label: /How to recognise it/,
    typed: 'silver, spiny',
    path: '/api/species/sea_bass',
    theirs: { ...bass, marks: 'grey' },
    save: /Keep the change/,
  },
  {
    name: 'a form of the shop',
    screen: <FormEditor form={fillet} onClose={nothing} />,
    answers: { '/api/forms': book },
    label: 'Norm',
    typed: 'no belly flap',
    path: '/api/forms',
    theirs: { form: { name: fillet.name, norm: 'belly on' } },
    save: /Keep the form/,
  },
  {
    name: 'a grading scheme',
    screen: <SchemeEditor scheme={scheme} mayChange />,
    label: /Rejected from/,
    typed: '19',
    path: `/api/grading/schemes/${scheme.id}`,
    theirs: { signs: scheme.signs, centres: scheme.centres, rejectAt: 17 },
    save: /Make version/,
    also: [/What changed/, 'tried'],
  },
  {
    name: 'a deposit',
    screen: (
      <DepositRight order={orderOf({ version: 3, deposit: 500, depositPay: 'cash' })} onClose={nothing} />
    ),
    label: /Really left/,
    typed: '7.00',
    path: '/api/orders/1/deposit',
    theirs: orderOf({ deposit: 600, depositPay: 'card' }),
    save: /Put it right/,
    also: [/^Why/, 'a note too many'],
  },
  {
    name: 'a held lot',
    screen: <LotActions lot={lot} onClose={nothing} onCorrect={nothing} />,
    open: /^Hold$/,
    label: /Why it waits/,
    typed: 'papers',
    path: '/api/landing/lots/8/hold',
    theirs: { reason: 'smell' },
    save: /Hold the lot/,
  },
];
/** Forms that write down something new. */
export const own: Form[] = [
  {
    name: 'what was paid for a claim',
    screen: <ClaimRight claim={claim} what="paid" onDone={nothing} />,
    label: /They paid/,
    typed: '12.50',
  },
  {
    name: 'a payment for a claim put right',
    screen: <ClaimRight claim={{ ...claim, settledMoney: 2000 }} what="paid" onDone={nothing} />,
    label: /Why/,
    typed: 'their paper says so',
  },
  {
    name: 'a claim taken back',
    screen: <ClaimRight claim={claim} what="back" onDone={nothing} />,
    label: /Why the claim/,
    typed: 'another lot',
  },
  {
    name: 'money given back put right',
    screen: <RefundRight sale={sold} refund={sold.refunds[0]!} onClose={nothing} />,
    label: /Really given back/,
    typed: '4.20',
  },
  {
    name: 'handing over',
    screen: (
      <HandOver order={orderOf({ state: 'ready', lines: [lineOf({ state: 'ready' })] })} onClose={nothing} />
    ),
    label: /Price a kg/,
    typed: '27.00',
  },
  {
    name: 'giving up an order',
    screen: <GiveUp order={orderOf()} onClose={nothing} />,
    label: /^Why/,
    typed: 'ill',
  },
  {
    name: 'bringing fish',
    screen: <BringFish ticket={ticket} />,
    label: /Weight together/,
    typed: '930',
  },
  {
    name: 'closing a ticket',
    screen: <CloseTicket ticket={ticket} />,
    label: /Why it does not/,
    typed: 'drip',
  },
  {
    name: 'a knife',
    screen: <KnivesPage />,
    answers: { '/api/safety/knives': [], '/api/safety/accidents': [] },
    label: /Another knife/,
    typed: 'stiff 15',
  },
  {
    name: 'an accident',
    screen: <KnivesPage />,
    answers: { '/api/safety/knives': [], '/api/safety/accidents': [] },
    label: /What happened/,
    typed: 'left thumb',
  },
  { name: 'a new ticket', screen: <NewTicket onClose={nothing} />, label: 'Fish', typed: '3' },
  {
    name: 'a feast',
    screen: <Buying />,
    answers: {
      '/api/buying': { day: shopDay, until: shopDay, lines: [], suppliers: [], money: 0 },
      '/api/buying/forecast': { from: shopDay, to: shopDay, rows: [], error: null, bias: null },
      '/api/buying/holidays': { version: 1, holidays: [] },
    },
    open: /feasts/,
    label: 'Name',
    typed: 'Eve',
  },
  {
    name: 'opening a day again',
    screen: <Reopen day={shopDay} onClose={nothing} />,
    label: /^Why/,
    typed: 'a sale',
  },
  {
    name: 'a price of the list',
    screen: (
      <PriceList
        list={[
          {
            speciesId: 'hake',
            speciesName: 'European hake',
            item: 'steaks',
            itemName: 'steaks',
            perKg: 1800,
            perPiece: null,
            pieceGrams: 200,
            cost: 1200,
            margin: 0.3,
            markup: 0.5,
            wanted: 1849,
            changedAt: null,
            ahead: [],
            soldGrams: 4000,
          },
        ]}
        rules={rules}
      />
    ),
    answers: { '/api/prices/history?speciesId=hake&item=steaks': { sold: [], bought: [] } },
    open: /^price$/,
    label: /^Why/,
    typed: 'the quay',
  },
  {
    name: 'what was done when it was warm',
    screen: <Answer place={place} episode={episode} onDone={nothing} />,
    label: /What was done/,
    typed: 'door shut',
  },
  {
    name: 'moving a row',
    screen: <MoveDialog row={stock} layout={layout} onDone={nothing} onClose={nothing} />,
    label: /^Pieces/,
    typed: '2',
  },
  {
    name: 'binning a row',
    screen: <RowActions row={stock} layout={layout} onDone={nothing} manager />,
    open: /^Bin$/,
    label: /^Pieces/,
    typed: '2',
  },
  {
    name: 'a price at the counter',
    screen: <RowActions row={stock} layout={layout} onDone={nothing} manager />,
    open: /^Price/,
    label: /^Why/,
    typed: 'the quay',
  },
  {
    name: 'the stock-take',
    screen: <StockTake />,
    answers: { '/api/counter/stock': [stock] },
    label: /Pieces there/,
    typed: '3',
  },
  {
    name: 'a batch of trim',
    screen: <TrimPage />,
    answers: {
      [`/api/trim?from=${addDays(shopDay, -6)}&to=${shopDay}`]: {
        from: addDays(shopDay, -6),
        to: shopDay,
        parts: [],
        lots: [],
        made: [],
        versions: { rules: 1, customs: 1 },
        recoveredGrams: 0,
        recoveredMoney: 0,
        binnedGrams: 0,
        missedMoney: 0,
      },
      '/api/trim/on-hand': {
        version: 1,
        products: [
          { id: 'stock_pack', name: 'stock pack', how: '', food: true, soakMinutes: 0, perKg: null },
        ],
        rows: [],
      },
    },
    label: 'Note',
    typed: 'two tubs',
  },
  {
    name: 'a note from a file',
    screen: <ImportNote onDone={nothing} onCancel={nothing} />,
    answers: {
      '/api/landing/notes': {
        header: [],
        columns: Object.fromEntries(noteFields.map((field) => [field, null])),
        remembered: false,
        rows: [],
      },
    },
    label: /Or paste its lines/,
    typed: 'species;weight',
  },
  {
    name: 'a lot split off',
    screen: <LotActions lot={lot} onClose={nothing} onCorrect={nothing} />,
    open: /^Split$/,
    label: /What it is/,
    typed: 'softer',
  },
  {
    name: 'a claim',
    screen: <LotActions lot={lot} onClose={nothing} onCorrect={nothing} />,
    answers: { '/api/landing/lots/8/claims': { wording: '', draft: '', claims: [] } },
    open: /^Claim$/,
    label: 'Reason',
    typed: 'soft',
  },
  {
    name: 'the paper of a lot for raw use',
    screen: <LotActions lot={lot} onClose={nothing} onCorrect={nothing} />,
    open: /^Raw use$/,
    label: /Its number/,
    typed: 'F-12',
  },
  {
    name: 'closing a delivery',
    screen: <DeliveryView delivery={delivery} mayLand />,
    label: /Reason for closing anyway/,
    typed: 'one box came short',
  },
];
