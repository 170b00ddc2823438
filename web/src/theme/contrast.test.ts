import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const css = readFileSync('web/src/theme/ember.css', 'utf8');
const tokens = (theme: string) =>
  Object.fromEntries(
    [...css.match(new RegExp(`\\.${theme} \\{([^}]*)\\}`))![1]!.matchAll(/--(\w+): (#[0-9a-f]{6});/g)].map(
      (m) => [m[1]!, m[2]!],
    ),
  );

/** Relative luminance and contrast, WCAG 2.2, definitions (formula from memory). */
const luminance = (hex: string) => {
  const [r, g, b] = [1, 3, 5]
    .map((i) => parseInt(hex.slice(i, i + 2), 16) / 255)
    .map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: string, b: string) => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};

describe.each(['slate', 'chalk'])('the colours of %s', (theme) => {
  const t = tokens(theme);
  const pairs = ['ink', 'ink2', 'ink3', 'embertext', 'rime'].flatMap((text) =>
    ['slab', 'air', 'lift'].map((ground) => [text, ground] as const),
  );

  it('knows its own reference: black on white is 21 to 1', () => {
    expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 9);
  });

  it.each([...pairs, ['emberink', 'ember'] as const])(
    '%s on %s reads at 4.5 to 1 or better',
    (text, ground) => {
      expect(contrast(t[text]!, t[ground]!)).toBeGreaterThan(4.5);
    },
  );

  it('draws rules and the ember line at 3 to 1 or better', () => {
    for (const line of ['rule', 'emberline', 'fishline'])
      expect(contrast(t[line]!, t.slab!), line).toBeGreaterThan(3);
  });
});
