import type { LotLife } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TemperatureField, TextField } from '../../parts/Field.tsx';
import { Form } from '../../parts/Form.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { say } from './say.ts';

/** A temperature read by hand: of a place at an instant, or of a lot by its number. */
type Which = { placeId: number; at: string } | { probeId: number };
interface Hand {
  which: Which;
  at: string;
  tenths: number;
  by?: string;
}

/** What it should have said, or that there was none. */
function PutRight({ hand, onDone }: { hand: Hand; onDone: () => void }) {
  const { which, tenths: was } = hand;
  const ofPlace = 'placeId' in which;
  const form = useForm({
    draft: useDraft(ofPlace ? `reading ${which.placeId} ${which.at}` : `probe ${which.probeId}`),
    opened: (): { tenths: number | null; reason: string } => ({ tenths: was, reason: '' }),
    route: ofPlace ? routes.cold.putReadingRight : routes.cold.putProbeRight,
    params: { id: ofPlace ? which.placeId : which.probeId },
    // Which of a place is said by its time.
    body: (v) => ({ ...(ofPlace && { at: which.at }), was, ...v }),
    onDone,
  });
  const { tenths, reason } = form.values;
  const unsaid = reason.trim() === '' ? say('say_why_first') : null;
  return (
    <Form
      of={form}
      label={say('put_the_reading_right')}
      submit={say('put_it_right')}
      notYet={tenths === null ? say('read_the_probe_first') : unsaid}
      onLeave={onDone}
      more={
        <Button busy={form.busy} notYet={unsaid} onPress={() => void form.submit({ tenths: null })}>
          {say('there_was_none')}
        </Button>
      }
    >
      <div className="flex flex-wrap items-start gap-5">
        <TemperatureField plain className="w-36" label={say('it_was')} {...form.field('tenths')} />
        <TextField className="min-w-60 flex-1" label={say('why_put_right')} {...form.field('reason')} />
      </div>
    </Form>
  );
}

/** What was read by hand, each to be put right: by whom, when, how warm. */
function Hands({ hands }: { hands: readonly Hand[] }) {
  const [open, setOpen] = useState<string | null>(null);
  const { when } = useTimes();
  const degrees = useDegrees();
  return (
    <ul aria-label={say('read_by_hand_before')} className="pb-2">
      {hands.map((h) => (
        <li key={h.at} className="border-b border-line">
          <span className="flex min-h-11 items-center gap-4">
            <span className="w-36 text-ink2">{when(h.at)}</span>
            <span className="w-16 text-right font-figure text-label font-semibold">
              {degrees(h.tenths / 10)}
            </span>
            <span className="flex-1 text-note text-ink3">{h.by}</span>
            <button
              type="button"
              className="why why-more"
              aria-expanded={open === h.at}
              onClick={() => setOpen(open === h.at ? null : h.at)}
            >
              {say('put_right')}
            </button>
          </span>
          {open === h.at && <PutRight hand={h} onDone={() => setOpen(null)} />}
        </li>
      ))}
    </ul>
  );
}

/** Readings of a place by hand, of two weeks. */
export function PlaceReadings({ placeId }: { placeId: number }) {
  const { data } = useRead(routes.cold.byHand, { params: { id: placeId } });
  if (!data || data.length === 0) return null;
  return <Hands hands={data.map((r) => ({ ...r, which: { placeId, at: r.at } }))} />;
}

/** Core temperatures of a lot that were written down by themselves. */
export function LotProbes({ life }: { life: LotLife }) {
  const hands = life.cores.flatMap(({ at, celsius, probeId }) =>
    probeId === null ? [] : [{ at, tenths: Math.round(celsius * 10), which: { probeId } }],
  );
  return hands.length === 0 ? null : <Hands hands={hands.reverse()} />;
}
