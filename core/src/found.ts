/** Entry `i` of a list that is known to hold it. Throws RangeError where it does not. */
export function nth<T>(list: ArrayLike<T>, i: number): T {
  const found = list[i];
  if (found === undefined) throw new RangeError(`No entry ${i} of ${list.length}`);
  return found;
}

/** What a map that is known to hold `key` keeps for it. Throws RangeError where it keeps nothing. */
export function got<K, V>(map: { get(key: K): V | undefined }, key: K): V {
  const found = map.get(key);
  if (found === undefined) throw new RangeError(`Nothing is kept for ${String(key)}`);
  return found;
}

/** What is known to be there. Throws TypeError where it is not. */
export function sure<T>(x: T | null | undefined): T {
  if (x === undefined || x === null) throw new TypeError('Nothing stands where something must');
  return x;
}

/** A record to be filled by names somebody else chose: "constructor" and "__proto__" are names like others. */
export const byAnyName = <T>(): Record<string, T> => Object.create(null) as Record<string, T>;

/** What a record keeps under a name somebody else chose; undefined where it keeps nothing of its own. */
export const own = <T>(record: Readonly<Record<string, T>>, name: string): T | undefined =>
  Object.hasOwn(record, name) ? record[name] : undefined;
