/**
 * Where grams can be. Places hold stock; `outside` is beyond the door; ends are where fish stops being stock.
 * A lot's entries over all accounts always sum to zero grams.
 */
export const accounts = [
  'outside:supplier',
  'outside:customer',
  'outside:returned',
  'place:cold_room',
  'place:slab',
  'place:display',
  'place:freezer',
  'place:van',
  'place:bench',
  'place:order_shelf',
  'end:waste',
  'end:kitchen',
  'end:drip',
  'end:unaccounted',
] as const;
export type Account = (typeof accounts)[number];
/** Places a person may put stock in or sell it from. */
export const stockPlaces = [
  'place:cold_room',
  'place:slab',
  'place:display',
  'place:freezer',
  'place:van',
] as const satisfies readonly Account[];
export type StockPlace = (typeof stockPlaces)[number];

/** One side of a movement. `item` is a form or `trim:<part>`; `batch` the ticket that made it, 0 as landed. */
export interface Entry {
  account: Account;
  lotId: number;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
}
