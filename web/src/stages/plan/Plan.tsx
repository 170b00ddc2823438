import { routes } from '@ember-slate/contract/routes';
import { DndContext, MouseSensor, TouchSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useMemo, useState } from 'react';
import { useChosenRow, useView } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { useShop, useSpecies } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { Dialog } from '../../parts/Dialog.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { useForms } from '../../parts/forms.ts';
import { Changes } from './Changes.tsx';
import { LinesAndFish } from './LinesAndFish.tsx';
import { MoveLine } from './MoveLine.tsx';
import { PlanActs } from './PlanActs.tsx';
import { PlanHead } from './PlanHead.tsx';
import { Cards, cardsOfPlan, Lines, Picks, horizonIds, scaleOf, Status, Unmet } from './PlanParts.tsx';
import { linesOf } from './pieces.ts';
import { Totals } from './Totals.tsx';
import { useMoves } from './useMoves.ts';
import { say } from './say.ts';

/** A mouse drags a line; a finger that swipes scrolls, and one that rests on a line takes it along. */
const useHands = () =>
  useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );

export default function Plan() {
  const { data, problem, refetch } = useRead(routes.plan.day);
  const { me } = useShop();
  const book = useSpecies();
  const forms = useForms();
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [only, setOnly] = useChosenRow('species');
  const [lit, setLit] = useState<string | null>(null);
  const [open, setOpen] = useState<'totals' | 'changes' | null>(null);
  const pin = useChange(routes.plan.pin);
  const back = useChange(routes.plan.back);
  const said = useNotify();
  const sensors = useHands();
  const plan = data?.plan ?? null;
  const [chosen, setHorizon] = useView('due', horizonIds, plan?.horizon ?? 'tomorrow');
  const moves = useMoves(plan);
  const cards = useMemo(() => cardsOfPlan(plan, book, forms), [plan, book, forms]);
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const mayPlan = me.role !== 'counter';
  const acts = mayPlan && (
    <PlanActs plan={plan} horizon={chosen} lines={data.lines} fish={data.fish} only={only} />
  );
  const picks = (
    <Picks
      {...{ plan, mayPlan, chosen }}
      only={only ?? ''}
      onHorizon={setHorizon}
      onOnly={(id) => setOnly(id || null)}
    />
  );
  if (!plan)
    return (
      <div>
        <h1 className="text-head">
          {data.lines === 0 ? say('no_line_waits') : say('nothing_is_planned_yet')}
        </h1>
        <p className="pb-4 text-ink2">
          {say('lines_wait_fish_are_graded_and', { lines: data.lines, fish: data.fish })}
        </p>
        {data.making && (
          <p className="pb-2" role="status">
            {say('a_plan_is_being_made')}
          </p>
        )}
        <div className="flex gap-3 pb-4">{acts}</div>
        {picks}
        <LinesAndFish />
      </div>
    );
  const editable = mayPlan && plan.state !== 'running' && plan.state !== 'accepted';
  const shown = cards.filter((c) => c.cards.length > 0);
  const lines = linesOf(plan);
  const { asked } = moves;
  return (
    <div className="screen">
      <PlanHead plan={plan}>{acts}</PlanHead>
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        {picks}
        <Status
          plan={plan}
          making={data.making}
          editable={editable}
          onBack={() => void back.send(undefined, { id: plan.id }).then((o) => said(o))}
          onOpen={setOpen}
        />
      </div>
      <DndContext
        sensors={sensors}
        onDragEnd={moves.dropped}
        accessibility={{ screenReaderInstructions: { draggable: say('drag_a_piece_onto_another_line') } }}
      >
        <div className="panes grid-cols-[218px_minmax(0,1fr)] gap-5 border-t border-line">
          <Lines {...{ lines, editable, lit }} onLight={setLit} onAsk={moves.ask} />
          <div ref={ref} className="pane pt-2">
            {shown.length === 0 && (
              <p className="pt-4 text-ink2">
                {plan.state === 'running'
                  ? say('the_first_plan_is_on_its_way')
                  : say('no_fish_is_worth_opening_for_these')}
              </p>
            )}
            <Cards
              {...{ plan, shown, editable, lit }}
              perMm={scaleOf(shown, width)}
              onLight={setLit}
              onPin={(fish, pinned) => void pin.send({ fish, pinned }, { id: plan.id }).then((o) => said(o))}
              onAsk={moves.ask}
            />
          </div>
        </div>
      </DndContext>
      <Unmet lines={lines} />
      <Dialog
        open={open === 'changes'}
        title={say('what_changed_since_the_plan_before')}
        onClose={() => setOpen(null)}
      >
        <Changes planId={plan.id} />
      </Dialog>
      <Dialog
        open={open === 'totals'}
        title={say('the_plan_against_first_come')}
        onClose={() => setOpen(null)}
      >
        <Totals {...plan} />
      </Dialog>
      {asked && (
        <MoveLine
          planId={plan.id}
          asked={asked}
          cards={shown.find((c) => c.species.speciesId === asked.species.speciesId)?.cards ?? []}
          problem={moves.refused}
          onClose={moves.leave}
          onMove={moves.moveAsked}
        />
      )}
    </div>
  );
}
