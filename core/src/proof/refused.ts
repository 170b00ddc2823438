import type { Refused } from './proof.ts';

/** `a, b and c` of the values that share a key, the keys in their order. */
function grouped<K, V>(pairs: readonly (readonly [K, V])[], text: (k: K) => string): Map<string, V[]> {
  const by = new Map<string, V[]>();
  for (const [k, v] of pairs) {
    const key = text(k);
    const had = by.get(key);
    if (had) had.push(v);
    else by.set(key, [v]);
  }
  return by;
}

/**
 * Every refused combination, for a person to read: under each reason what is refused, of which species, in which
 * condition. Species that are refused alike stand together.
 */
export function refusedText(list: readonly Refused[]): string {
  const rows = list.map(({ refused, because }) => {
    const [what, method] = refused.split(' / ') as [string, string | undefined];
    const [form, option] = what.split(' + ') as [string, string | undefined];
    const [species, condition, id] = form.split(' ') as [string, string, string];
    const as = option === undefined ? id : `${id} (${option})`;
    return {
      species,
      condition,
      as,
      method: method ?? '',
      because: because.replace(/^[A-Z][^:]* (has|is|may)/, 'It $1'),
    };
  });
  const lines: string[] = [];
  const reasons = grouped(
    rows.map((r) => [r, r] as const),
    (r) => `${r.method === '' ? 'forms and options' : r.method}: ${r.because}`,
  );
  for (const [reason, mine] of [...reasons].sort(([a], [b]) => a.localeCompare(b))) {
    lines.push('', reason);
    // Forms by species and condition; then species that have the same of them.
    const bySpecies = [
      ...grouped(
        mine.map((r) => [r.species, r] as const),
        (s) => s,
      ),
    ].map(([species, own]) => {
      const byForm = grouped(
        own.map((r) => [r.as, r.condition] as const),
        (f) => f,
      );
      const byConditions = grouped(
        [...byForm].map(([f, conditions]) => [[...new Set(conditions)].join(', '), f] as const),
        (c) => c,
      );
      return [
        [...byConditions].map(([c, forms]) => `    ${c}: ${forms.join(', ')}`).join('\n'),
        species,
      ] as const;
    });
    for (const [what, species] of grouped(bySpecies, (w) => w)) lines.push(`  ${species.join(', ')}`, what);
  }
  return `${lines.join('\n').trim()}\n`;
}
