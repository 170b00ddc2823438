import type { Problem } from '@ember-slate/contract';
import { Dialog } from '../../parts/Dialog.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { LetGo } from './LetGo.tsx';
import type { Card, LineRow, PlanOfSpecies } from './pieces.ts';
import { say } from './say.ts';

/** Where a line goes instead: every fish of its species, those that may not with the reason. */
export function MoveLine({
  planId,
  asked,
  cards,
  onClose,
  onMove,
  problem,
}: {
  planId: number;
  asked: { species: PlanOfSpecies; line: LineRow; from: string | null };
  cards: readonly Card[];
  onClose: () => void;
  onMove: (to: string) => void;
  problem: Problem | null;
}) {
  const { line, species, from } = asked;
  const mass = useMass();
  const seen = new Set<string>();
  const fish = species.fish.filter((f) => {
    if (f.id === from) return false;
    const used = cards.some((c) => c.ids.includes(f.id));
    const key = used ? f.id : `${f.lotId} ${f.grams}`;
    return !seen.has(key) && seen.add(key);
  });
  return (
    <Dialog
      open
      title={say('order_from_which_fish', { orderNumber: line.orderNumber, customer: line.customer })}
      onClose={onClose}
    >
      <p className="pb-2 text-ink2">{say('both_fish_are_cut_anew_the_others')}</p>
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
                  {say('fish_of_lot', { code: f.code, grams: mass(f.grams) })}
                </strong>{' '}
                <span className="text-note text-ink2">
                  {refusal ?? (used ? say('cut_as_now', { id: used.mode.id }) : say('not_opened'))}
                </span>
              </button>
            </li>
          );
        })}
        {fish.length === 0 && <li className="py-2 text-ink2">{say('there_is_no_other_fish_of_this')}</li>}
      </ul>
      <LetGo {...{ planId, species, line, onClose }} />
    </Dialog>
  );
}
