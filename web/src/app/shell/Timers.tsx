import type { Timer } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useEffect, useRef } from 'react';
import { useChange, useRead } from '../api.ts';
import { useNow, useShop } from '../shop.tsx';
import { useNotify } from '../notify.ts';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { say } from '../say.ts';

/** Two short tones. A browser that has not been touched yet stays silent; the line is still there to be seen. */
function ring(context: AudioContext) {
  for (const [at, hertz] of [
    [0, 880],
    [0.22, 1175],
  ] as const) {
    const tone = context.createOscillator();
    const gain = context.createGain();
    tone.frequency.value = hertz;
    gain.gain.setValueAtTime(0.25, context.currentTime + at);
    gain.gain.exponentialRampToValueAtTime(0.001, context.currentTime + at + 0.2);
    tone.connect(gain).connect(context.destination);
    tone.start(context.currentTime + at);
    tone.stop(context.currentTime + at + 0.21);
  }
}

/** Timers that have run out, on every screen until somebody answers. */
export function Timers() {
  const { data } = useRead(routes.bench.timers);
  const { send } = useChange(routes.bench.answerTimer);
  const { me } = useShop();
  const said = useNotify();
  const now = useNow(1000);
  const sound = useRef<AudioContext | null>(null);
  const rung = (data ?? []).filter((t) => new Date(t.endsAt) <= now);
  const loud = rung.length > 0 && me.role !== 'counter';
  useEffect(() => {
    if (!loud) return;
    const sing = () => {
      // Not every browser tells whether it was touched; those that do not ring and are refused in silence.
      if ('userActivation' in navigator && !navigator.userActivation.hasBeenActive) return;
      sound.current ??= new AudioContext();
      ring(sound.current);
    };
    sing();
    const again = window.setInterval(sing, 6000);
    return () => window.clearInterval(again);
  }, [loud]);
  const answer = async (t: Timer) => {
    const outcome = await send(undefined, { id: t.id });
    said(outcome);
  };
  if (rung.length === 0) return null;
  return (
    <ul role="alert" className="bg-slab px-6">
      {rung.map((t) => (
        <li key={t.id} className="flex items-center gap-4 border-b border-line py-1.5 font-figure text-row">
          <Lozenge />
          <span className="min-w-0 flex-1">
            <strong className="text-embertext">{t.name}</strong>
            {say('ticket', { speciesName: shortName(t.speciesName).toLowerCase(), number: t.number })}
            <span className="text-ink2">
              {say('min_ago', {
                minutes: Math.max(0, Math.round((now.getTime() - new Date(t.endsAt).getTime()) / 60_000)),
              })}
            </span>
          </span>
          {me.role !== 'counter' && (
            <button type="button" className="btn min-h-12" onClick={() => void answer(t)}>
              {say('done_2')}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
