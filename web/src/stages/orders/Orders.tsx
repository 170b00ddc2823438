import { contract, type Order, type Problem } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { TextField } from '../../parts/Field.tsx';
import { HandOver } from '../../parts/HandOver.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { useWant } from '../../parts/forms.ts';
import { OrderForm } from './OrderForm.tsx';

const stateWords: Record<Order['lines'][number]['state'], string> = {
  open: 'not planned',
  planned: 'fish chosen',
  cutting: 'at the bench',
  ready: 'ready',
  handed: 'collected',
  cancelled: 'cancelled',
};

/** A line with a ticket stands at the bench even before the first cut. */
const lineWord = (line: Order['lines'][number]) =>
  line.state === 'planned' && line.ticketId !== null ? 'at the bench' : stateWords[line.state];

function Cancel({ order, onClose }: { order: Order; onClose: () => void }) {
  const { send, busy } = useChange(contract.orders.cancel);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<Problem | null>(null);
  const cancel = async () => {
    const outcome = await send({ version: order.version, reason }, { id: order.id });
    if (outcome.ok) onClose();
    else setProblem(outcome.problem);
  };
  return (
    <Dialog open title={`Cancel order ${order.number}, ${order.customer}?`} onClose={onClose}>
      <p className="pb-3">Its fish are free again; what is cut goes back to the cold room with its clock.</p>
      <TextField label="Why" value={reason} onChange={setReason} error={problem?.detail} />
      <div className="flex gap-3">
        <Button
          kind="main"
          busy={busy}
          notYet={reason.trim() ? null : 'say why'}
          onPress={() => void cancel()}
        >
          Cancel the order
        </Button>
        <Button onPress={onClose}>Keep it</Button>
      </div>
    </Dialog>
  );
}

function headline(orders: readonly Order[], now: Date, when: (at: string) => string): string {
  const late = orders.filter((o) => o.state === 'open' && new Date(o.dueAt) < now);
  if (late.length > 0)
    return `${late[0]!.customer} waits: order ${late[0]!.number} was due ${when(late[0]!.dueAt)}`;
  const next = orders[0];
  if (!next) return 'No orders yet';
  return next.state === 'ready'
    ? `Order ${next.number} is ready for ${next.customer}, ${when(next.dueAt)}`
    : `Next is ${next.customer}, ${when(next.dueAt)}`;
}

export default function Orders() {
  const { data: orders, problem, again } = useRead(contract.orders.list, { query: {} });
  const { me } = useShop();
  const { when, day } = useTimes();
  const mass = useMass();
  const want = useWant();
  const now = useNow();
  const [asking, setAsking] = useState<{ what: 'hand' | 'cancel' | 'edit'; id: number } | null>(null);
  if (!orders) return <Waiting problem={problem} again={again} />;
  const mayTake = me.role !== 'bench';
  const asked = orders.find((o) => o.id === asking?.id);
  const days = [...new Set(orders.map((o) => day(o.dueAt)))];
  return (
    <div className="flex h-full flex-col">
      <div className="pb-2">
        <h1 className="text-head max-sm:text-big">{headline(orders, now, when)}</h1>
        <p className="text-ink2">
          {orders.length === 0
            ? 'Take the first one here: what graded fish can serve it is said while you type.'
            : `${orders.length} ${orders.length === 1 ? 'order' : 'orders'} open, ${orders.filter((o) => o.state === 'ready').length} ready on the shelf.`}
        </p>
      </div>
      <div
        className={`grid min-h-0 flex-1 gap-8 border-t border-line max-sm:grid-cols-1 ${mayTake ? 'grid-cols-[minmax(0,1fr)_minmax(0,470px)]' : 'grid-cols-1'}`}
      >
        <div className="min-h-0 overflow-y-auto pr-1 pb-6">
          {days.map((d) => (
            <section key={d}>
              <h2 className="sticky top-0 z-1 bg-slab pt-3 pb-1 text-label">{d}</h2>
              <ul>
                {orders
                  .filter((o) => day(o.dueAt) === d)
                  .map((o) => {
                    const late = o.state === 'open' && new Date(o.dueAt) < now;
                    return (
                      <li
                        key={o.id}
                        className="grid grid-cols-[58px_minmax(0,1fr)_auto] gap-3 border-t border-line py-2"
                      >
                        <div className={`font-figure text-row font-semibold ${late ? 'text-embertext' : ''}`}>
                          {when(o.dueAt).slice(-5)}
                        </div>
                        <div className="min-w-0">
                          <div className="font-figure text-label font-semibold">
                            {o.customer}{' '}
                            <span className="text-note font-normal text-ink3">order {o.number}</span>
                            {late && (
                              <span className="ml-2 text-embertext">
                                <Lozenge /> late
                              </span>
                            )}
                          </div>
                          {o.lines.map((l) => (
                            <div key={l.id} className="text-note text-ink2">
                              {shortName(l.speciesName)}, {want(l)}
                              {l.use === 'raw' ? ', for raw use' : ''} ·{' '}
                              <span className={l.state === 'ready' ? 'text-rime' : 'text-ink3'}>
                                {lineWord(l)}
                                {l.state === 'ready' ? `, ${mass(l.readyGrams)}` : ''}
                              </span>
                            </div>
                          ))}
                          {o.remarks && <div className="text-note text-ink3">{o.remarks}</div>}
                        </div>
                        {mayTake && (
                          <div className="flex items-start gap-3">
                            {o.state === 'ready' ? (
                              <Button small onPress={() => setAsking({ what: 'hand', id: o.id })}>
                                Hand over
                              </Button>
                            ) : (
                              <button
                                type="button"
                                className="why"
                                onClick={() => setAsking({ what: 'edit', id: o.id })}
                              >
                                change
                              </button>
                            )}
                            <button
                              type="button"
                              className="why"
                              onClick={() => setAsking({ what: 'cancel', id: o.id })}
                            >
                              cancel
                            </button>
                          </div>
                        )}
                      </li>
                    );
                  })}
              </ul>
            </section>
          ))}
        </div>
        {mayTake && (
          <section className="min-h-0 overflow-y-auto border-l border-line pt-3 pb-6 pl-6 max-sm:border-l-0 max-sm:pl-0">
            {asking?.what === 'edit' && asked ? (
              <OrderForm key={`${asked.id} ${asked.version}`} order={asked} onDone={() => setAsking(null)} />
            ) : (
              <OrderForm key="new" order={null} onDone={() => undefined} />
            )}
          </section>
        )}
      </div>
      {asking?.what === 'hand' && asked && <HandOver order={asked} onClose={() => setAsking(null)} />}
      {asking?.what === 'cancel' && asked && <Cancel order={asked} onClose={() => setAsking(null)} />}
    </div>
  );
}
