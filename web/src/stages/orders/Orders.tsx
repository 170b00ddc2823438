import { contract, type Order, type Problem } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { formatMoney, multiplyRate } from '@ember-slate/core/units';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { say, useAct } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { MoneyField, TextField } from '../../parts/Field.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { wantText } from '../../parts/words.ts';
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

/** Takes the money for what lies on the order shelf. */
function HandOver({ order, onClose }: { order: Order; onClose: () => void }) {
  const { send, busy } = useChange(contract.orders.handOver);
  const { shop } = useShop();
  const mass = useMass();
  const act = useAct();
  const lines = order.lines.filter((l) => l.state === 'ready');
  const [prices, setPrices] = useState<Record<number, number | null>>(() =>
    Object.fromEntries(lines.map((l) => [l.id, l.pricePerKg])),
  );
  const [problem, setProblem] = useState<Problem | null>(null);
  const total = lines.reduce((s, l) => s + multiplyRate(l.readyGrams, prices[l.id] ?? 0), 0);
  const missing = lines.some((l) => prices[l.id] === null);
  const hand = async () => {
    const outcome = await send(
      { version: order.version, prices: lines.map((l) => ({ lineId: l.id, perKg: prices[l.id] ?? 0 })) },
      { id: order.id },
    );
    if (!outcome.ok) return setProblem(outcome.problem);
    act(
      say({
        text: `Order ${order.number} handed to ${order.customer}: ${formatMoney(outcome.data.total)} ${shop.currency}`,
        problem: false,
      }),
    );
    onClose();
  };
  return (
    <Dialog open title={`Hand order ${order.number} to ${order.customer}`} onClose={onClose}>
      {lines.map((l) => (
        <div key={l.id} className="grid grid-cols-[1fr_130px_90px] items-end gap-4 border-t border-line pt-2">
          <div className="pb-6">
            <div className="font-figure text-label font-semibold">{shortName(l.speciesName)}</div>
            <div className="text-note text-ink2">
              wanted {wantText(l, mass)}; on the shelf {mass(l.readyGrams)} in {l.readyPieces}
            </div>
          </div>
          <MoneyField
            label="Price a kg"
            value={prices[l.id] ?? null}
            onChange={(v) => setPrices((had) => ({ ...had, [l.id]: v }))}
          />
          <div className="pb-8 text-right font-figure text-row font-semibold">
            {formatMoney(multiplyRate(l.readyGrams, prices[l.id] ?? 0))}
          </div>
        </div>
      ))}
      {problem && (
        <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <p className="text-note text-ink3">Allergen: fish. May contain bones. Keep it cold on the way home.</p>
      <div className="flex items-center justify-between border-t-[1.5px] border-ink pt-4">
        <span className="font-figure text-head font-semibold">
          {formatMoney(total)} <span className="text-row font-medium text-ink2">{shop.currency}</span>
        </span>
        <span className="flex gap-3">
          <Button onPress={onClose}>Not yet</Button>
          <Button
            kind="main"
            busy={busy}
            notYet={missing ? 'say every price' : null}
            onPress={() => void hand()}
          >
            Paid, hand over
          </Button>
        </span>
      </div>
    </Dialog>
  );
}

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
                              {shortName(l.speciesName)}, {wantText(l, mass)}
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
