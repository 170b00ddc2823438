import type { YieldOf } from '@ember-slate/contract';
import { screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { served } from '../../testing/served.tsx';
import { YieldDetail } from './YieldDetail.tsx';

describe('one yield', () => {
  const point = (n: number, got: number): YieldOf['points'][number] => ({
    ticketId: n,
    number: 100 + n,
    day: `2026-11-${String(n).padStart(2, '0')}`,
    yield: got,
    expected: 0.5,
    inputGrams: 2000,
    fish: 2,
    supplier: 'Orsay Quay',
    lost: null,
  });
  const of: YieldOf = {
    speciesId: 'hake',
    condition: 'gutted',
    form: 'steaks',
    speciesName: 'European hake',
    formName: 'steaks',
    expected: 0.5,
    learned: { mean: 0.49, low: 0.45, high: 0.53, fish: 22 },
    spent: { months: [4, 5], factor: 0.93 },
    chart: { mean: 0.5, low: 0.47, high: 0.53 },
    signals: [
      { kind: 'outside', direction: 'down', ticketIds: [3], words: 'One ticket far below the others' },
    ],
    points: [point(1, 0.51), point(2, 0.5), point(3, 0.4)],
    by: { method: [], supplier: [], month: [], size: [], year: [] },
    weeks: [],
  };

  it('leads from a signal in words to its ticket, and shows no money to who sees none', async () => {
    const row = { ...of, tickets: 3, last: 0.4, lost: null, signal: of.signals[0]!.words };
    served(
      <YieldDetail of={row} />,
      { '/api/yields/one?speciesId=hake&condition=gutted&form=steaks': of },
      { id: 2, name: 'Bram Teale', role: 'bench' },
    );
    const words = await screen.findByText('One ticket far below the others');
    const link = within(words.parentElement!).getByRole('link');
    expect([link.textContent, link.getAttribute('href')]).toEqual(['103', '/bench/3']);
    expect(screen.getByText('45.0 % to 53.0 %')).toBeTruthy();
    expect(screen.getByText(/Spent around Apr, May/)).toBeTruthy();
    expect(screen.queryByText(/Money lost/)).toBeNull();
  });
});
