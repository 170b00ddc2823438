import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { Balance } from './Balance.tsx';
import { say } from './say.ts';
import { stepsSent } from './stepping.ts';
import { rich } from '../../parts/rich.ts';

/** Why this ticket may not close yet, in words; null when it may. */
export function missingFrom(ticket: Ticket, reason: string): string | null {
  const empty = ticket.cuts.find((c) => c.lineId !== null && !ticket.weighOuts.some((w) => w.cutId === c.id));
  if (empty) return say('weigh_out_s_first', { customer: empty.customer ?? '', formName: empty.formName });
  if (!ticket.weighOuts.some((w) => w.kind === 'order' || w.kind === 'counter'))
    return say('weigh_something_out_first');
  if (ticket.stepIds.includes('sweep') && !ticket.sweep.two) return say('sign_both_passes_of_the_bone_sweep');
  if (!ticket.balance.closes && !reason) return say('weigh_again_add_the_missing_tub_or');
  return null;
}

/** The last step: what is still missing is said, then stock moves. */
export function CloseTicket({ ticket }: { ticket: Ticket }) {
  const draft = useDraft(`close ticket ${ticket.id}`);
  const { send, busy, problem } = useChange(routes.bench.close, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const main = ticket.weighOuts
    .filter((w) => w.kind === 'order' || w.kind === 'counter')
    .reduce((s, w) => s + w.grams, 0);
  const missing = missingFrom(ticket, reason);
  const close = async () => {
    // The tap on the last step may still be on its way.
    await stepsSent(ticket.id);
    await send({ version: ticket.version, reason }, { id: ticket.id });
  };
  return (
    <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-10 border-t border-line pt-3">
      <Balance ticket={ticket} />
      <div>
        <p className="font-figure text-[30px] leading-9 font-semibold">
          {say('yield', { main: ((main / ticket.balance.input) * 100).toFixed(1) })}
          <span className="ml-3 text-row font-medium text-ink2">
            {rich(
              say.parts('expected_of', {
                yield: (ticket.expected.yield * 100).toFixed(1),
                main: <Mass g={main} />,
              }),
            )}{' '}
            <Mass g={ticket.balance.input} />
          </span>
        </p>
        {!ticket.balance.closes && (
          <TextField
            className="mt-2 max-w-md"
            label={say('why_it_does_not_close')}
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
        <Button tall kind="main" busy={busy} notYet={missing} onPress={() => void close()} className="mt-3">
          {say('close_the_ticket')}
        </Button>
        {missing && <p className="pt-2 text-label text-ink2">{say('not_yet', { missing })}</p>}
      </div>
    </div>
  );
}
