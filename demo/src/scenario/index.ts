/**
 * The sample shop, made up from end to end: people, boats, customers and places are invented. Days are relative to
 * the day the sample is made; weights are grams of one fish as it arrives, prices minor units a kilogram.
 */
export * from './people.ts';
export * from './history.ts';
export * from './cold.ts';
export * from './today.ts';
export * from './orders.ts';
export * from './goods.ts';
