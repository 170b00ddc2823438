import type { FishSigns } from '@ember-slate/core/freshness';
import type { Grading } from './useGrading.ts';
import { Button } from '../../parts/Button.tsx';
import { TemperatureField } from '../../parts/Field.tsx';
import { formatTemperature } from '@ember-slate/core/units';
import { say } from './say.ts';
import { useAppSelector } from '../../app/store.ts';

/** The fish of the lot differ too much: look at more of them, or split the lot. */
export function Mixed({ of }: { of: Grading }) {
  const more = Math.min(of.most - of.fish.length, 3);
  return (
    <p className="mt-2 flex flex-wrap items-center gap-3 border-l-[3px] border-emberline pl-3">
      {say('the_fish_differ_by_more_than_a')}
      {more > 0 && (
        <Button
          small
          onPress={() => {
            of.setCurrent(of.fish.length);
            of.addFish(more);
          }}
        >
          {say('look_at_more', { more })}
        </Button>
      )}
      <span className="text-note text-ink3">{say('or_split_the_lot_at_the_door')}</span>
    </p>
  );
}

/** The fish that are looked at: which one now, which are done. */
export function Sample({ of }: { of: Grading }) {
  const { fish, current, done } = of;
  const under = (f: FishSigns) =>
    done(f) ? 'var(--ink)' : Object.keys(f).length > 0 ? 'var(--rule)' : 'transparent';
  return (
    <>
      <div
        className="flex flex-wrap items-center gap-1.5 border-t border-line pt-2"
        role="group"
        aria-label={say('fish_of_the_sample')}
      >
        {fish.map((f, i) => (
          <button
            key={i}
            type="button"
            aria-pressed={current === i}
            onClick={() => of.setCurrent(i)}
            className={`grid h-12 w-12 place-items-center font-figure text-label font-semibold hover:bg-lift ${current === i ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : done(f) ? '' : 'text-ink3'}`}
          >
            {i + 1}
            <span className="-mt-3 h-1 w-4" style={{ background: under(f) }} />
          </button>
        ))}
        {fish.length < of.most && (
          <button type="button" className="why px-2" onClick={() => of.addFish(1)}>
            {say('one_more')}
          </button>
        )}
      </div>
      <div className="flex gap-2 pt-1 pb-2">
        <Button small hotkey="F" onPress={of.allFresh}>
          {say('rest_is_fresh')}
        </Button>
        <Button
          small
          hotkey="N"
          onPress={() => of.setCurrent((i) => Math.min(fish.length - 1, i + 1))}
          notYet={current === fish.length - 1 ? say('that_is_the_last_of_the_sample') : null}
        >
          {say('next_fish')}
        </Button>
      </div>
    </>
  );
}

/** What stops a lot whatever its signs say: its core, a foreign smell, a history of warmth. */
export function HardStops({ of }: { of: Grading }) {
  const units = useAppSelector((s) => s.prefs.units);
  const limit = formatTemperature(of.limit * 10, units);
  const tick = (words: string, on: boolean, set: (on: boolean) => void) => (
    <label className="flex min-h-8 items-center gap-2">
      <input
        type="checkbox"
        className="h-5 w-5 accent-(--ink2)"
        checked={on}
        onChange={(e) => set(e.target.checked)}
      />{' '}
      {words}
    </label>
  );
  return (
    <div className="grid grid-cols-2 gap-x-4 border-t border-line pt-2">
      <TemperatureField
        label={say('core')}
        value={of.coreTenths}
        onChange={of.setCore}
        note={say('limit', { limit })}
        error={of.coreTenths !== null && of.coreTenths / 10 > of.limit ? say('over', { limit }) : undefined}
      />
      <div className="flex flex-col gap-1 pt-1 text-note">
        {tick(say('foreign_smell'), of.foreign, of.setForeign)}
        {tick(say('history_seen'), of.history, of.setHistory)}
      </div>
    </div>
  );
}
