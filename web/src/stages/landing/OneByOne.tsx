import { inWords } from '@ember-slate/words/core';
import type { LotRow } from '@ember-slate/contract';
import { fishDoubt, lotDoubts, spreadOf } from '@ember-slate/core/landing';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import { kilogramsMeant, massUnit, parseMass } from '@ember-slate/core/units';
import { useRef, useState } from 'react';
import { useAppSelector } from '../../app/store.ts';
import { useTakeWeight, weighedSource } from '../../app/takeWeight.tsx';
import { Button } from '../../parts/Button.tsx';
import { TextField } from '../../parts/Field.tsx';
import { SourceMark, useMass } from '../../parts/Mass.tsx';
import { useLength } from '../../parts/length.ts';
import { say } from './say.ts';

type OneFish = LotRow['fish'][number];

interface Props {
  species: Species;
  condition: ArrivalCondition;
  fish: readonly OneFish[];
  onFish: (fish: OneFish[]) => void;
  note: { pieces: number | null; grams: number | null };
}

/** Every fish as a mark on one weight axis: the thin and the doubtful stand out where they lie. */
function Marks({ species, condition, fish }: Pick<Props, 'species' | 'condition' | 'fish'>) {
  const [low, high] = [Math.min(...fish.map((f) => f.grams)), Math.max(...fish.map((f) => f.grams))];
  const x = (g: number) => (high === low ? 50 : 3 + ((g - low) / (high - low)) * 94);
  const { mean, sd } = spreadOf(fish);
  return (
    <svg width="100%" height="34" aria-hidden="true" className="block overflow-visible">
      {sd > 0 && (
        <rect
          x={`${Math.max(0, x(mean - sd))}%`}
          width={`${Math.min(100, x(mean + sd)) - Math.max(0, x(mean - sd))}%`}
          y="6"
          height="16"
          fill="var(--rimewash)"
        />
      )}
      <line x1="0" x2="100%" y1="22.5" y2="22.5" className="rul" />
      <line x1={`${x(mean)}%`} x2={`${x(mean)}%`} y1="2" y2="26" stroke="var(--rime)" strokeWidth="2" />
      {fish.map((f, i) => {
        const doubt = fishDoubt(species, condition, f);
        return (
          <line
            key={i}
            x1={`${x(f.grams)}%`}
            x2={`${x(f.grams)}%`}
            y1="10"
            y2="22"
            stroke={doubt ? 'var(--emberline)' : 'var(--ink)'}
            strokeWidth="2"
          />
        );
      })}
    </svg>
  );
}

/** How many and how heavy so far, and how far from the note. */
function Tally({ fish, note }: Pick<Props, 'fish' | 'note'>) {
  const mass = useMass();
  const { count, total, mean, sd } = spreadOf(fish);
  return (
    <p className="font-figure text-row">
      {count === 0 ? say('lay_the_first_fish_on_the_pan') : say('fish_3', { count, total: mass(total) })}
      {count > 1 && (
        <span className="text-body font-medium text-ink2">
          {' '}
          {say('mean_spread', { mean: mass(Math.round(mean)), sd: mass(Math.round(sd)) })}
        </span>
      )}
      {note.grams !== null && count > 0 && (
        <span className="text-body font-medium text-ink2">
          {' '}
          · {mass(Math.abs(note.grams - total))}{' '}
          {total < note.grams ? say('to_the_note') : say('over_the_note')}
        </span>
      )}
    </p>
  );
}

/** Every fish so far by weight and length. */
function Weighed({ fish }: Pick<Props, 'fish'>) {
  const mass = useMass();
  const length = useLength();
  if (fish.length === 0) return null;
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1 pt-1 text-note text-ink3">
      {fish.map((f, i) => (
        <li key={i} className="flex items-center gap-1">
          {mass(f.grams)}
          {f.lengthMm ? ` ${length.format(f.lengthMm)}` : ''}{' '}
          {f.source !== 'measured' && <SourceMark source={f.source} />}
        </li>
      ))}
    </ul>
  );
}

/** Big fish in a rhythm: on the scale, length from the board, next. */
export function OneByOne({ species, condition, fish, onFish, note }: Props) {
  const mass = useMass();
  const units = useAppSelector((s) => s.prefs.units);
  const length = useLength();
  const [typed, setTyped] = useState('');
  const [measure, setMeasure] = useState('');
  const lengthBox = useRef<HTMLDivElement>(null);
  const { count } = spreadOf(fish);
  const put = (grams: number, source: OneFish['source']) => {
    onFish([...fish, { grams, source, lengthMm: null }]);
    setMeasure('');
    // The hand that took the fish from the scale goes to the board next.
    lengthBox.current?.querySelector('input')?.focus();
  };
  useTakeWeight(
    {
      act: say('take_fish', { count: count + 1 }),
      title: say('fish_4', {
        species: species.name,
        count: count + 1,
        pieces: note.pieces ? ` ${say('of', { pieces: note.pieces })}` : '',
      }),
      detail:
        count > 0
          ? say('so_far', {
              fish: fish
                .slice(-4)
                .map((f) => mass(f.grams))
                .join(', '),
            })
          : say('one_fish_on_the_pan'),
      earlier: fish.map((f) => f.grams),
      onTake: (r) => put(r.grams, weighedSource(r)),
    },
    `${count} ${species.id} ${units}`,
  );
  const setLength = (text: string) => {
    setMeasure(text);
    const mm = length.parse(text);
    const last = fish.at(-1);
    if (last) onFish(fish.slice(0, -1).concat({ ...last, lengthMm: mm }));
  };
  const kilograms = kilogramsMeant(typed, massUnit(0, units));
  const grams = kilograms === null ? parseMass(typed, units) : null;
  const add = () => {
    if (grams === null || grams === 0) return;
    put(grams, 'typed');
    setTyped('');
  };
  const last = fish.at(-1);
  const doubt = last && fishDoubt(species, condition, last);
  const doubts = lotDoubts(species, condition, fish, note);
  return (
    <div
      className="col-span-full border-t border-line pt-2 pb-3"
      onKeyDown={(e) => {
        // Enter takes the fish that is typed; the lot is landed by its own button.
        if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement)) return;
        e.preventDefault();
        add();
      }}
    >
      <Tally fish={fish} note={note} />
      {count > 0 && <Marks species={species} condition={condition} fish={fish} />}
      <div className="flex flex-wrap items-start gap-x-6">
        <div ref={lengthBox}>
          <TextField
            className="w-44"
            label={say('length_of_fish', { fish: Math.max(1, count), unit: length.unit })}
            value={measure}
            onChange={setLength}
            inputMode="decimal"
            note={
              last?.lengthMm
                ? `${length.format(last.lengthMm)} ${length.unit}`
                : say('from_the_board_if_measured')
            }
            error={
              measure.trim() !== '' && length.parse(measure) === null ? say('that_is_no_length') : undefined
            }
          />
        </div>
        <div className="flex items-start gap-3">
          <TextField
            className="w-32"
            label={say('or_type_the_weight')}
            value={typed}
            onChange={setTyped}
            inputMode="decimal"
            note={say('marked_as_typed')}
            error={kilograms === null ? undefined : say('in_whole_grams_or_with_kg')}
          />
          <div className="pt-3">
            <Button
              small
              notYet={grams === null || grams === 0 ? say('weigh_it_or_type_its_weight') : null}
              onPress={add}
            >
              {say('add_fish', { count: count + 1 })}
            </Button>
          </div>
        </div>
        {count > 0 && (
          <div className="pt-3">
            <Button small onPress={() => onFish(fish.slice(0, -1))}>
              {say('take_fish_back', { count })}
            </Button>
          </div>
        )}
      </div>
      {doubt && <p className="border-l-[3px] border-emberline pl-3 text-note">{inWords(doubt.message)}</p>}
      {doubts.map((d) => (
        <p key={d.code} className="pt-1 text-note text-ink2">
          {inWords(d)}
        </p>
      ))}
      <Weighed fish={fish} />
    </div>
  );
}
