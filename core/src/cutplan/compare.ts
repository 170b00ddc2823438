import type { Plan } from './problem.ts';

/** What became of a line between two plans; fish by their key, once for each that serves it. */
export interface LineChange {
  line: string;
  kind: 'filled' | 'lost' | 'moved';
  from: string[];
  to: string[];
}
/** Fish of one key opened more (or fewer) than before. */
export interface FishChange {
  fish: string;
  more: number;
}

interface Side {
  plan: Plan;
  filled: Readonly<Record<string, number>>;
}

/** Fish a line comes from, by key, sorted. */
const servedBy = (side: Side, line: string, key: (fish: string) => string): string[] =>
  side.plan.fish
    .filter((f) => f.pieces.some((p) => p.line === line))
    .map((f) => key(f.fish))
    .sort();

const counted = (side: Side, key: (fish: string) => string): Map<string, number> => {
  const n = new Map<string, number>();
  for (const f of side.plan.fish) n.set(key(f.fish), (n.get(key(f.fish)) ?? 0) + 1);
  return n;
};

/**
 * What differs between two plans of the same day. `key` names fish that are alike (one lot, one weight): which of them
 * the knife opens is no difference.
 */
export function planChanges(
  before: Side,
  after: Side,
  key: (fish: string) => string,
): { lines: LineChange[]; fish: FishChange[] } {
  const ids = new Set([...Object.keys(before.filled), ...Object.keys(after.filled)]);
  const lines = [...ids].flatMap((line): LineChange[] => {
    const [had, has] = [before.filled[line] ?? 0, after.filled[line] ?? 0];
    const from = servedBy(before, line, key);
    const to = servedBy(after, line, key);
    if (has > had + 1e-9) return [{ line, kind: 'filled', from, to }];
    if (has < had - 1e-9) return [{ line, kind: 'lost', from, to }];
    return from.join('\n') === to.join('\n') ? [] : [{ line, kind: 'moved', from, to }];
  });
  const [was, now] = [counted(before, key), counted(after, key)];
  const fish = [...new Set([...was.keys(), ...now.keys()])]
    .map((f): FishChange => ({ fish: f, more: (now.get(f) ?? 0) - (was.get(f) ?? 0) }))
    .filter((f) => f.more !== 0);
  return { lines, fish };
}
