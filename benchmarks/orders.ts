/** How long the order line takes to read what is typed, key by key: `npx tsx benchmarks/orders.ts`. */
import { performance } from 'node:perf_hooks';
import { shippedForms } from '@ember-slate/core/forms';
import { parseOrder } from '@ember-slate/core/orders';
import { catalogue } from '@ember-slate/core/species';

const words = {
  species: catalogue,
  forms: shippedForms,
  today: '2026-12-01',
  weekday: 2,
  inStock: ['hake', 'gilthead_bream'],
};
const text =
  '4 x 170 g hake portions skinless, 2 sea bream scaled and gutted slashed, 1.2 kg salmn side pin bones in belly off and 2 hake steaks inch and a half thick halved fri 16:30';
const took: number[] = [];
for (let round = 0; round < 20; round++)
  for (let n = 1; n <= text.length; n++) {
    const from = performance.now();
    parseOrder(text.slice(0, n), words);
    took.push(performance.now() - from);
  }
took.sort((a, b) => a - b);
const at = (share: number) => took[Math.floor(share * (took.length - 1))]!.toFixed(2);
console.log(
  `a key of a long order: median ${at(0.5)} ms, 95 of 100 within ${at(0.95)} ms, longest ${at(1)} ms`,
);
