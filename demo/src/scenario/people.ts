import { sameHours } from '@ember-slate/core/calendar';

export const seed = 20_261;
/** Days before today the shop's past reaches back, and how many of them are lived step by step. */
export const historyDays = 60;
export const livedDays = 10;

export const shop = {
  name: 'Skerrow Slip Fish',
  sample: true,
  currency: 'EUR',
  tax: { added: false, rates: { fish: 700, trim: 700, made: 700 } },
  timeZone: 'Europe/London',
  hours: sameHours([0, 1, 2, 3, 4, 5, 6], { opens: 8 * 60, closes: 18 * 60 }),
  ruleProfile: 'eu' as const,
  idleLockMinutes: 10,
};

/** Sample PINs; the server refuses them on any address but this machine. */
export const staff = [
  { name: 'Ines Corrie', role: 'manager', pin: '2468' },
  { name: 'Bram Teale', role: 'bench', pin: '1357' },
  { name: 'Wil Aster', role: 'counter', pin: '9753' },
] as const;

export const suppliers = {
  brannock: 'Brannock Boats',
  orsay: 'Orsay Quay',
  tarn: 'Tarnwick Salmon',
  ledge: 'Ledge Market',
} as const;
/** Whose fish each supplier brings, in turn by the day; what is farmed comes from the farm. */
export const boats: Record<keyof typeof suppliers, readonly string[]> = {
  brannock: ['Morwen Jane', 'Grey Petrel'],
  orsay: ['Orsay Lass', 'Second Tide'],
  tarn: [],
  ledge: ['Hild of Skerrow', 'Long Ledge'],
};
export const farm = 'Tarnwick Sound pens';
export type SupplierId = keyof typeof suppliers;

export const customers = [
  'Tolland',
  'Pell',
  'Ashdown',
  'Quill',
  'Vane',
  'Osk',
  'Marr',
  'The Ferry Rooms',
  'Lunn',
  'Harrow Street Method',
  'Bexley',
  'Dray',
  'Nell Abbot',
  'Sorrel House',
];
