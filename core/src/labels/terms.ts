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
