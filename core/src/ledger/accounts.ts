/** Kinds of place stock lies in. */
const placeKinds = ['cold_room', 'slab', 'display', 'freezer', 'van'] as const;
export type PlaceKind = (typeof placeKinds)[number];
/** Kinds a shop may have more of: the slab is one, with its places along it. */
export const addedKinds = ['cold_room', 'display', 'freezer', 'van'] as const satisfies readonly PlaceKind[];
export type AddedKind = (typeof addedKinds)[number];
/** Numbers of those that came later: the second freezer is `place:freezer-2`. */
const further = [2, 3, 4, 5, 6, 7, 8, 9] as const;

/** A place a person may put stock in or sell it from. */
export type StockPlace = `place:${PlaceKind}` | `place:${AddedKind}-${(typeof further)[number]}`;

const ofKind = (kind: PlaceKind): StockPlace[] => [
  `place:${kind}`,
  ...(kind === 'slab' ? [] : further.map((n): StockPlace => `place:${kind}-${n}`)),
];
/** Every place of some kinds there can be, whether the shop has it or not. */
export const placesOfKind = (...kinds: readonly PlaceKind[]): StockPlace[] => kinds.flatMap(ofKind);
/** Every place stock can lie in, kind after kind. */
export const stockPlaces: readonly StockPlace[] = placesOfKind(...placeKinds);
/** Whether an account is a place of this kind, the first or a later one. */
export const isOfKind = (account: string, kind: PlaceKind): boolean =>
  account === `place:${kind}` || account.startsWith(`place:${kind}-`);

/**
 * Where grams can be. Places hold stock; `outside` is beyond the door; ends are where fish stops being stock.
 * A lot's entries over all accounts always sum to zero grams.
 */
export type Account =
  | `outside:${'supplier' | 'customer' | 'returned'}`
  | StockPlace
  | `place:${'bench' | 'order_shelf'}`
  | `end:${'waste' | 'kitchen' | 'drip' | 'unaccounted'}`;
export const accounts: readonly Account[] = [
  'outside:supplier',
  'outside:customer',
  'outside:returned',
  ...stockPlaces,
  'place:bench',
  'place:order_shelf',
  'end:waste',
  'end:kitchen',
  'end:drip',
  'end:unaccounted',
];

/** One side of a movement. `item` is a form or `trim:<part>`; `batch` the ticket that made it, 0 as landed. */
export interface Entry {
  account: Account;
  lotId: number;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
}
