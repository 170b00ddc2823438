import type { CutPlan, Problem } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import type { DragEndEvent } from '@dnd-kit/core';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { formatMoney } from '../../parts/money.ts';
import type { Wanted } from './PlanParts.tsx';
import { say } from './say.ts';

const otherSpecies: Problem = {
  type: '',
  title: '',
  status: 409,
  code: '',
  detail: say('that_is_a_fish_of_another_species'),
};

/** Lines given to other fish by hand, dragged or asked for; what it is worth is said. */
export function useMoves(plan: CutPlan | null) {
  const move = useChange(routes.plan.move);
  const dispatch = useAppDispatch();
  const [asked, setAsked] = useState<Wanted | null>(null);
  const [refused, setRefused] = useState<Problem | null>(null);
  const moveTo = async (speciesId: string, line: string, from: string | null, to: string) => {
    if (!plan) return;
    setRefused(null);
    const done = await move.send({ speciesId, line, from, to }, { id: plan.id });
    if (!done.ok) return setRefused(done.problem);
    setAsked(null);
    const gain = Math.round(done.data.gain);
    const text =
      gain === 0
        ? say('moved_worth_the_same')
        : say('moved_than_before', {
            money: formatMoney(Math.abs(gain)),
            side: gain > 0 ? say('more') : say('less'),
          });
    dispatch(notify({ text, problem: false }));
  };
  return {
    asked,
    refused,
    ask: setAsked,
    moveAsked: (to: string) => {
      if (asked) void moveTo(asked.species.speciesId, asked.line.id, asked.from, to);
    },
    leave: () => {
      setAsked(null);
      setRefused(null);
    },
    dropped: (e: DragEndEvent) => {
      const from = e.active.data.current as { line: string; from: string } | undefined;
      const to = (e.over?.data.current as { fish: string } | undefined)?.fish;
      if (!from || !to || to === from.from) return;
      const species = plan?.species.find((s) => s.lines.some((l) => l.id === from.line));
      const line = species?.lines.find((l) => l.id === from.line);
      if (!species || !line) return;
      setAsked({ species, line, from: from.from });
      if (!species.fish.some((f) => f.id === to)) return setRefused(otherSpecies);
      void moveTo(species.speciesId, from.line, from.from, to);
    },
  };
}
