import { shortName, type Species } from '../species/index.ts';

/**
 * The shop's own lot code: landing date, the species' initial, a running number of that initial on that day.
 * `261125-H2` is the second lot of an H species landed on 25 November 2026.
 */
export function lotCode(day: string, species: Pick<Species, 'name'>, runningNumber: number): string {
  const initial = shortName(species.name)[0]!.toUpperCase();
  return `${day.slice(2).replaceAll('-', '')}-${initial}${runningNumber}`;
}

/** FAO major fishing areas: at sea and inland (values from memory). */
export const faoAreas: Readonly<Record<string, string>> = {
  '01': 'Africa, inland',
  '02': 'North America, inland',
  '03': 'South America, inland',
  '04': 'Asia, inland',
  '05': 'Europe, inland',
  '06': 'Oceania, inland',
  '07': 'Former USSR area, inland',
  '08': 'Antarctica, inland',
  '18': 'Arctic Sea',
  '21': 'Atlantic, north-west',
  '27': 'Atlantic, north-east',
  '31': 'Atlantic, western central',
  '34': 'Atlantic, eastern central',
  '37': 'Mediterranean and Black Sea',
  '41': 'Atlantic, south-west',
  '47': 'Atlantic, south-east',
  '48': 'Atlantic, Antarctic',
  '51': 'Indian Ocean, western',
  '57': 'Indian Ocean, eastern',
  '58': 'Indian Ocean, Antarctic',
  '61': 'Pacific, north-west',
  '67': 'Pacific, north-east',
  '71': 'Pacific, western central',
  '77': 'Pacific, eastern central',
  '81': 'Pacific, south-west',
  '87': 'Pacific, south-east',
  '88': 'Pacific, Antarctic',
};

/** Fishing gear classes of Reg. (EU) 1379/2013 (values from memory). */
export const gearClasses = [
  'seines',
  'trawls',
  'gillnets and similar',
  'surrounding and lift nets',
  'hooks and lines',
  'dredges',
  'pots and traps',
] as const;

export const productionMethods = ['caught', 'caught_freshwater', 'farmed'] as const;
export type ProductionMethod = (typeof productionMethods)[number];

export { boxCode, checkDigit, gearClassOf, gs1Date, productionOf, readBoxCode, type BoxCode } from './gs1.ts';
export { areaWords, isSeaArea } from './areas.ts';
export { variableGtin } from './gtin.ts';
export { pieceLabel, type PieceFacts, type PieceLabel } from './piece.ts';
export { isPrefix, priceCheckDigit, priceCode, readPriceCode, type PriceCodeLayout } from './priceCode.ts';
