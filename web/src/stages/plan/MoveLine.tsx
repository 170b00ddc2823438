import type { Problem } from '@ember-slate/contract';
import { Dialog } from '../../parts/Dialog.tsx';
import type { Card, LineRow, PlanOfSpecies } from './pieces.ts';

/** Where a line goes instead: every fish of its species, those that may not with the reason. */
export function MoveLine({
  asked,
  cards,
  onClose,
  onMove,
  problem,
}: {
  asked: { species: PlanOfSpecies; line: LineRow; from: string | null };
  cards: readonly Card[];
  onClose: () => void;
  onMove: (to: string) => void;
  problem: Problem | null;
}) {
  const { line, species, from } = asked;
  const seen = new Set<string>();
  const fish = species.fish.filter((f) => {
    if (f.id === from) return false;
    const used = cards.some((c) => c.ids.includes(f.id));
    const key = used ? f.id : `${f.lotId} ${f.grams}`;
    return !seen.has(key) && seen.add(key);
  });
  return (
    <Dialog open title={`Order ${line.orderNumber}, ${line.customer}: from which fish?`} onClose={onClose}>
      <p className="pb-2 text-ink2">Both fish are cut anew; the others stay as they are.</p>
      {problem && (
        <p role="alert" className="mb-2 border-b-[3px] border-emberline pb-1">
          {problem.errors?.[0]?.message ?? problem.detail}
        </p>
      )}
      <ul className="max-h-[50vh] overflow-y-auto">
        {fish.map((f) => {
          const refusal = f.refuses[line.id];
          const used = cards.find((c) => c.ids.includes(f.id));
          return (
            <li key={f.id} className="border-t border-line">
              <button
                type="button"
                aria-disabled={refusal ? true : undefined}
                className={`w-full px-2 py-2.5 text-left ${refusal ? 'text-ink3' : 'hover:bg-lift'}`}
                onClick={() => !refusal && onMove(f.id)}
              >
                <strong className="font-figure text-label">
                  {f.code}, {(f.grams / 1000).toFixed(2)} kg
                </strong>{' '}
                <span className="text-note text-ink2">
                  {refusal ?? (used ? `cut as ${used.mode.id} now` : 'not opened')}
                </span>
              </button>
            </li>
          );
        })}
        {fish.length === 0 && <li className="py-2 text-ink2">There is no other fish of this species.</li>}
      </ul>
    </Dialog>
  );
}
