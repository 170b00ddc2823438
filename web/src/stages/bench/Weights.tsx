import type { Ticket, WeighOut as Weighed } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { notify, useAppDispatch } from '../../app/store.ts';
import { useFormSettings } from '../../parts/forms.ts';
import { Mass, SourceMark } from '../../parts/Mass.tsx';
import { Button } from '../../parts/Button.tsx';
import { LabelPreview } from '../../parts/LabelPreview.tsx';
import { Reweigh } from './Reweigh.tsx';
import type { Slot } from './slots.ts';
import { say } from './say.ts';

/** Everything weighed out of the ticket, the last first: to be struck, labelled, looked at. */
export function Weights({ ticket, slots }: { ticket: Ticket; slots: readonly Slot[] }) {
  const strike = useChange(routes.bench.strike);
  const { me } = useShop();
  const said = useNotify();
  const name = (w: Weighed) =>
    slots.find((s) => (s.kind === 'order' ? w.cutId === s.cut!.id : w.kind === s.kind && w.item === s.item))
      ?.name ?? w.item;
  const takeBack = async (w: Weighed) => {
    const outcome = await strike.send(undefined, { id: ticket.id, weightId: w.id });
    said(outcome);
  };
  const [righting, setRighting] = useState<number | 'more' | null>(null);
  const mayPutRight = ticket.state === 'closed' && ticket.reopens && me.role !== 'counter';
  return (
    <ul className="text-label">
      {ticket.weighOuts.toReversed().map((w) => (
        <li key={w.id} className="flex min-h-12 flex-wrap items-center gap-2 border-t border-line py-1">
          <span className="min-w-0 flex-1">{name(w)}</span>
          <Mass g={w.grams} />
          <SourceMark source={w.source} />
          {w.pieces > 0 && <LabelButton ticketId={ticket.id} weighed={w} />}
          {ticket.state === 'cutting' && (
            <button type="button" className="why min-h-10" onClick={() => void takeBack(w)}>
              {say('strike')}
            </button>
          )}
          {mayPutRight && righting !== w.id && (
            <button type="button" className="why min-h-10" onClick={() => setRighting(w.id)}>
              {say('put_right')}
            </button>
          )}
          {righting === w.id && <Reweigh {...{ ticket, slots }} wrong={w} onDone={() => setRighting(null)} />}
        </li>
      ))}
      {mayPutRight && (
        <li className="border-t border-line py-2">
          {righting === 'more' ? (
            <Reweigh {...{ ticket, slots }} wrong={null} onDone={() => setRighting(null)} />
          ) : (
            <Button small onPress={() => setRighting('more')}>
              {say('something_was_left_out')}
            </Button>
          )}
        </li>
      )}
    </ul>
  );
}

/** Makes the label of a piece, prints it, and shows it. */
function LabelButton({ ticketId, weighed }: { ticketId: number; weighed: Weighed }) {
  const make = useChange(routes.labels.make);
  const settings = useFormSettings();
  const dispatch = useAppDispatch();
  const [open, setOpen] = useState<number | null>(null);
  const print = async () => {
    if (weighed.label) return setOpen(weighed.label.id);
    const outcome = await make.send(
      { size: settings?.labels.size ?? '58x40', print: true },
      { id: ticketId, weightId: weighed.id },
    );
    if (!outcome.ok)
      return void dispatch(notify({ text: outcome.problem.detail ?? outcome.problem.title, problem: true }));
    dispatch(
      notify(
        outcome.data.printed
          ? { text: say('label_printed'), problem: false }
          : { text: say('the_label_is_kept', { why: outcome.data.why ?? '' }), problem: true },
      ),
    );
  };
  return (
    <>
      <button type="button" className="why min-h-10" onClick={() => void print()}>
        {weighed.label ? say('see_label') : make.busy ? say('printing') : say('label')}
      </button>
      {open !== null && <LabelPreview id={open} onClose={() => setOpen(null)} />}
    </>
  );
}
