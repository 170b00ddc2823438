import { inWords } from '@ember-slate/words/core';
import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { countWord } from '@ember-slate/core/species';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { lastProblem, useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { WeightField, type Weight } from '../../parts/Field.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { useWant } from '../../parts/forms.ts';
import { wishWords } from '../../parts/words.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Forms } from './Forms.tsx';
import { Methods } from './Methods.tsx';
import { say } from './say.ts';

const noun = (i: Ticket['inputs'][number]) => countWord(i.condition, i.pieces);

interface InputProps {
  input: Ticket['inputs'][number];
  weight: Weight | null;
  onWeight: (weight: Weight | null) => void;
  /** It is the one to be weighed now. */
  asked: boolean;
}

/** Fish of one lot, and what they weigh together. */
function Input({ input: i, weight, onWeight, asked }: InputProps) {
  const mass = useMass();
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_260px] items-center gap-6 border-t border-line py-2">
      <div>
        <div className="font-figure text-big font-semibold">
          {say('of_lot', { pieces: i.pieces, what: inWords(noun(i)), code: i.code })}
        </div>
        <div className="text-label text-ink2">
          {say('about_days_left', {
            itemName: i.itemName,
            grams: mass(i.grams),
            daysLeft: i.daysLeft.toFixed(1),
          })}
        </div>
      </div>
      <WeightField
        label={say('weight_together')}
        value={weight}
        onChange={onWeight}
        take={
          asked
            ? {
                act: say('take', { pieces: i.pieces, what: inWords(noun(i)) }),
                title: say('of_lot', { pieces: i.pieces, what: inWords(noun(i)), code: i.code }),
                detail: say('about_together', { grams: mass(i.grams) }),
              }
            : null
        }
      />
    </li>
  );
}

/** The first move: these fish, from this lot, onto the scale. */
export function BringFish({ ticket }: { ticket: Ticket }) {
  const draft = useDraft(`bring ${ticket.id}`);
  const start = useChange(routes.bench.start, draft);
  const want = useWant();
  const [page, setPage] = useState<'forms' | 'methods' | null>(null);
  const [weights, setWeights] = useKept<Record<number, Weight | null>>(draft, 'weights', {});
  const waiting = ticket.inputs.find((i) => !weights[i.lotId]);
  const withdraw = useChange(routes.bench.withdraw);
  const problem = lastProblem(start, withdraw);
  const go = useNavigate();
  const putBack = async () => {
    const outcome = await withdraw.send({ version: ticket.version }, { id: ticket.id });
    if (outcome.ok) void go('/bench');
  };
  const begin = async (limp = false) => {
    const inputs = ticket.inputs.map((i) => ({
      lotId: i.lotId,
      grams: weights[i.lotId]?.grams ?? i.grams,
      source: weights[i.lotId]?.source ?? ('estimated' as const),
    }));
    await start.send({ version: ticket.version, inputs, limp }, { id: ticket.id });
  };
  return (
    <div className="pt-4">
      <h1 className="text-[52px] leading-[58px] font-bold">
        {waiting
          ? say('bring_of', { pieces: waiting.pieces, waiting: inWords(noun(waiting)), code: waiting.code })
          : say('all_on_the_bench')}
      </h1>
      <p className="text-row text-ink2">
        {waiting ? say('weigh_them_as_they_come_the') : say('begin_the_cutting')}
      </p>
      <p className="pb-4 font-figure text-row">
        {say('becomes', {
          cuts: ticket.cuts
            .map((c) =>
              [
                want(c),
                wishWords(c).length > 0 && `(${wishWords(c).join(', ')})`,
                say('for_2', { customer: c.customer ?? say('the_counter') }),
              ]
                .filter((w) => w !== false)
                .join(' '),
            )
            .join('; '),
        })}
      </p>
      <ul>
        {ticket.inputs.map((i) => (
          <Input
            key={i.lotId}
            input={i}
            weight={weights[i.lotId] ?? null}
            onWeight={(w) => setWeights((had) => ({ ...had, [i.lotId]: w }))}
            asked={waiting?.lotId === i.lotId}
          />
        ))}
      </ul>
      {problem && (
        <p role="alert" className="my-2 border-b-[3px] border-emberline pb-1 text-label">
          {problem.detail}
        </p>
      )}
      {problem?.errors?.[0]?.path === 'limp' && (
        <Button tall className="mb-3" busy={start.busy} onPress={() => void begin(true)}>
          {say('it_is_limp_now_begin')}
        </Button>
      )}
      <p className="py-2 text-[18px] leading-6">
        <span className="text-ink2">{say('lay_out')} </span>
        {ticket.tools.join(', ')}.
      </p>
      <ul className="pb-4 text-[18px] leading-6">
        {ticket.cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <Button
        tall
        kind={waiting ? 'plain' : 'main'}
        busy={start.busy}
        notYet={
          waiting ? say('weigh_the_of_first', { waiting: inWords(noun(waiting)), code: waiting.code }) : null
        }
        onPress={() => void begin()}
      >
        {say('begin_cutting')}
      </Button>
      <Button tall className="ml-3" onPress={() => setPage('forms')}>
        {say('more_or_fewer_forms')}
      </Button>
      <Button tall className="ml-3" onPress={() => setPage('methods')}>
        {say('another_way')}
      </Button>
      <Button tall className="ml-3" onPress={() => void putBack()}>
        {say('not_now')}
      </Button>
      {page && (
        <Dialog
          title={page === 'forms' ? say('what_comes_out_of_this_fish') : say('another_cutting_method')}
          open
          onClose={() => setPage(null)}
        >
          {page === 'forms' ? <Forms ticket={ticket} /> : <Methods ticketId={ticket.id} />}
        </Dialog>
      )}
    </div>
  );
}
