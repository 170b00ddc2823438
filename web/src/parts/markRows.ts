/** Rows that figures at these places take under a rule, so that none runs into another; null where neither has room. */
export function markRows(xs: readonly number[], room: number): (0 | 1 | null)[] {
  const last = [-Infinity, -Infinity];
  return xs.map((x) => {
    const row = x - last[0]! >= room ? 0 : x - last[1]! >= room ? 1 : null;
    if (row !== null) last[row] = x;
    return row;
  });
}
