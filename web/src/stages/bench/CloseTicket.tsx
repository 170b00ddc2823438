import { contract, type Problem, type Ticket } from '@ember-slate/contract';
import { forms } from '@ember-slate/core/forms';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Balance } from './Balance.tsx';

/** The last step: what is still missing is said, then stock moves. */
export function CloseTicket({ ticket }: { ticket: Ticket }) {
  const { send, busy } = useChange(contract.bench.close);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const main = ticket.weighOuts
    .filter((w) => w.kind === 'order' || w.kind === 'counter')
    .reduce((s, w) => s + w.grams, 0);
  const missing = [
    !ticket.weighOuts.some((w) => w.kind === 'order') && 'weigh out the order first',
    forms[ticket.form].boneless && !ticket.sweep && 'sign the bone sweep first',
    !ticket.balance.closes && !reason && 'weigh again, add the missing tub, or say why',
  ].find((m) => typeof m === 'string');
  const close = async () => {
    const outcome = await send({ version: ticket.version, reason }, { id: ticket.id });
    if (!outcome.ok) setProblem(outcome.problem);
  };
  return (
    <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-10 border-t border-line pt-3">
      <Balance ticket={ticket} />
      <div>
        <p className="font-figure text-[30px] leading-9 font-semibold">
          Yield {((main / ticket.balance.input) * 100).toFixed(1)} %
          <span className="ml-3 text-row font-medium text-ink2">
            expected {(ticket.expected.yield * 100).toFixed(1)} %, <Mass g={main} /> of{' '}
            <Mass g={ticket.balance.input} />
          </span>
        </p>
        {!ticket.balance.closes && (
          <TextField
            className="mt-2 max-w-md"
            label="Why it does not close"
            value={reason}
            onChange={setReason}
            error={problem?.detail}
          />
        )}
        {problem && ticket.balance.closes && (
          <p role="alert" className="my-2 border-b-[3px] border-emberline pb-1">
            {problem.detail}
          </p>
        )}
        <Button
          tall
          kind="main"
          busy={busy}
          notYet={missing ?? null}
          onPress={() => void close()}
          className="mt-3"
        >
          Close the ticket
        </Button>
        {missing && <p className="pt-2 text-label text-ink2">Not yet: {missing}.</p>}
      </div>
    </div>
  );
}
