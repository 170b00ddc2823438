/**
 * What a process keeps at hand between requests: one value for each maker, made when it is first asked for. Nothing in
 * it is the shop's only copy, so a process may begin without it.
 */
export class Kept {
  private readonly values = new Map<() => unknown, unknown>();

  of<T>(make: () => T): T {
    if (!this.values.has(make)) this.values.set(make, make());
    return this.values.get(make) as T;
  }
}
