import { contract, type Problem, type Ticket } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';

/** Signed by the hand that swept: what pass two still found is kept. */
export function Sweep({ ticket }: { ticket: Ticket }) {
  const { send, busy } = useChange(contract.bench.sweep);
  const { time } = useTimes();
  const [bones, setBones] = useState(0);
  const [problem, setProblem] = useState<Problem | null>(null);
  const sign = async () => {
    const outcome = await send({ passTwoBones: bones }, { id: ticket.id });
    setProblem(outcome.ok ? null : outcome.problem);
  };
  return (
    <div className="flex flex-wrap items-center gap-6 border-t border-line pt-4">
      {ticket.sweep ? (
        <p className="font-figure text-big font-semibold">
          Signed by {ticket.sweep.by} at {time(ticket.sweep.at)},{' '}
          {ticket.sweep.passTwoBones === 0
            ? 'pass two found none'
            : `pass two found ${ticket.sweep.passTwoBones}`}
        </p>
      ) : (
        <>
          <div role="group" aria-label="Bones found in pass two" className="flex items-center gap-3">
            <span className="text-row">Pass two found</span>
            <Button tall className="w-16" onPress={() => setBones((b) => Math.max(0, b - 1))}>
              −
            </Button>
            <output className="w-12 text-center font-figure text-[46px] font-semibold">{bones}</output>
            <Button tall className="w-16" onPress={() => setBones((b) => b + 1)}>
              +
            </Button>
            <span className="text-row">bones</span>
          </div>
          <Button tall kind="main" busy={busy} onPress={() => void sign()}>
            Sign the sweep
          </Button>
        </>
      )}
      {problem && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
    </div>
  );
}
