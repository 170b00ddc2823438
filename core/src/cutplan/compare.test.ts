import { describe, expect, it } from 'vitest';
import { planChanges, type Plan } from './index.ts';

const piece = (of: string | null): Plan['fish'][number]['pieces'][number] => ({
  section: 'side',
  copy: 0,
  fromMm: 0,
  toMm: 100,
  grams: 500,
  line: of,
  counter: of === null ? 'fillet' : null,
});
const plan = (...fish: [string, ...(string | null)[]][]): Plan => ({
  fish: fish.map(([id, ...lines]) => ({ fish: id, mode: 'fillets', pieces: lines.map(piece) })),
});
const lot = (id: string) => id.split('/')[0]!;

describe('what changed between two plans', () => {
  it('is told by line and by lot; another fish of the same lot is no change', () => {
    const before = {
      plan: plan(['7/1', 'a', null], ['8/1', 'b'], ['9/1', 'c']),
      filled: { a: 1, b: 1, c: 1, d: 0 },
    };
    const after = { plan: plan(['7/2', 'a', 'b'], ['8/1', 'd']), filled: { a: 1, b: 1, c: 0, d: 1 } };
    expect(planChanges(before, after, lot)).toEqual({
      lines: [
        { line: 'b', kind: 'moved', from: ['8'], to: ['7'] },
        { line: 'c', kind: 'lost', from: ['9'], to: [] },
        { line: 'd', kind: 'filled', from: [], to: ['8'] },
      ],
      fish: [{ fish: '9', more: -1 }],
    });
    expect(planChanges(after, after, lot)).toEqual({ lines: [], fish: [] });
  });
  it('counts fish of a lot, not which of them, and more as well as fewer', () => {
    const before = { plan: plan(['7/1', 'a'], ['7/2', 'a'], ['8/1', null]), filled: { a: 1 } };
    const after = { plan: plan(['7/3', 'a'], ['8/2', null], ['8/3', 'a'], ['9/1', null]), filled: { a: 1 } };
    expect(planChanges(before, after, lot)).toEqual({
      lines: [{ line: 'a', kind: 'moved', from: ['7', '7'], to: ['7', '8'] }],
      fish: [
        { fish: '7', more: -1 },
        { fish: '8', more: 1 },
        { fish: '9', more: 1 },
      ],
    });
  });
  it('asks not in which order fish were opened', () => {
    const one = { plan: plan(['8/1', 'a'], ['7/1', 'a']), filled: { a: 1 } };
    const other = { plan: plan(['7/1', 'a'], ['8/1', 'a']), filled: { a: 1 } };
    expect(planChanges(one, other, lot)).toEqual({ lines: [], fish: [] });
  });
  it('is of lines filled in part too, and of lines only one of them knows', () => {
    const half = { plan: plan(['7/1', 'a']), filled: { a: 0.5 } };
    const more = { plan: plan(['7/1', 'a']), filled: { a: 0.75, b: 1 } };
    expect(planChanges(half, more, lot).lines).toEqual([
      { line: 'a', kind: 'filled', from: ['7'], to: ['7'] },
      { line: 'b', kind: 'filled', from: [], to: [] },
    ]);
    expect(planChanges(more, half, lot).lines.map((l) => [l.line, l.kind])).toEqual([
      ['a', 'lost'],
      ['b', 'lost'],
    ]);
  });
});
