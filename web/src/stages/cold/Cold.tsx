import { dayMs } from '@ember-slate/core/calendar';
import type { ColdPlace } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChosenRow } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { spell, useDegrees } from '../../parts/temperature.ts';
import { Answer } from './Answer.tsx';
import { AddPlace } from './PlaceForm.tsx';
import { PlacePanel } from './PlacePanel.tsx';
import { Round } from './Round.tsx';
import { say } from './say.ts';

type Episode = ColdPlace['episodes'][number];

const lengthOf = (e: Pick<Episode, 'from' | 'to'>) => spell(Date.parse(e.to) - Date.parse(e.from));

/** The last day of a place as a line, its limit dashed over it. */
function Spark({ place }: { place: ColdPlace }) {
  const { data } = useRead(routes.cold.log, { params: { id: place.id }, query: { days: 1 } });
  const now = useNow(60_000).getTime();
  const [width, height] = [112, 34];
  if (!data || data.readings.length < 2) return <svg width={width} height={height} aria-hidden="true" />;
  const limit = place.limitTenths === null ? null : place.limitTenths / 10;
  const values = data.readings.map((r) => r[1]);
  const low = Math.min(...values, place.setTenths / 10) - 0.5;
  const high = Math.max(...values, limit ?? -99) + 0.5;
  const x = (at: number) => width - ((now - at) / dayMs) * width;
  const y = (c: number) => height - ((c - low) / (high - low)) * height;
  const line = data.readings
    .map(([at, c], i) => {
      const broken = i > 0 && at - data.readings[i - 1]![0] > 2 * 3_600_000;
      return `${i === 0 || broken ? 'M' : 'L'} ${x(at).toFixed(1)} ${y(c).toFixed(1)}`;
    })
    .join(' ');
  return (
    <svg width={width} height={height} aria-hidden="true" className="overflow-visible">
      {limit !== null && (
        <path d={`M 0 ${y(limit).toFixed(1)} H ${width}`} stroke="var(--rule)" strokeDasharray="3 3" />
      )}
      <path d={line} fill="none" stroke="var(--ink)" strokeWidth="1.5" strokeLinejoin="round" />
    </svg>
  );
}

function PlaceButton({ place, on, onPress }: { place: ColdPlace; on: boolean; onPress: () => void }) {
  const degrees = useDegrees();
  const open = place.episodes.filter((e) => e.answer === null);
  return (
    <button
      type="button"
      aria-current={on}
      onClick={onPress}
      className={`flex w-full items-center justify-between gap-3 px-2 py-2 text-left hover:bg-lift ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
    >
      <span className="min-w-0">
        <span className="block font-figure text-label font-semibold">{place.name}</span>
        <span className="block font-figure text-row font-semibold">
          {place.last ? degrees(place.last.celsius) : '–'}
        </span>
        <span className={`block text-note ${open.length > 0 ? 'text-embertext' : 'text-ink3'}`}>
          {open.length > 0
            ? open[0]!.kind === 'warm'
              ? open[0]!.lasts
                ? say('too_warm_now')
                : say('was_too_warm')
              : open[0]!.lasts
                ? say('silent')
                : say('was_silent')
            : place.last === null
              ? say('never_read_assumed', { setTenths: degrees(place.setTenths / 10) })
              : say(place.last.source === 'simulated' ? 'lots_simulated' : 'lots_there', {
                  lots: place.lots,
                })}
        </span>
      </span>
      <Spark place={place} />
    </button>
  );
}

/** Whether somebody or something read a place within a day. */
const readToday = (p: ColdPlace, now: number) => p.last !== null && now - Date.parse(p.last.at) < dayMs;

interface Stretch {
  place: ColdPlace;
  episode: Episode;
}

/** The one thing to know of all places: what was warm or silent, else which nobody has read. */
function HowCold({ worst, unread }: { worst: Stretch | undefined; unread: readonly ColdPlace[] }) {
  const degrees = useDegrees();
  const { when } = useTimes();
  const headline = !worst
    ? unread.length === 0
      ? say('every_place_is_as_cold_as_it')
      : say('not_read_within_a_day_read_by_hand', {
          unread:
            unread.length === 1
              ? say('was', { unread: unread[0]!.name })
              : say('places_were', { unread: unread.length }),
        })
    : worst.episode.kind === 'warm'
      ? say('warm_for', {
          place: worst.place.name,
          lasts: worst.episode.lasts ? say('is') : say('was_2'),
          episode: lengthOf(worst.episode),
        })
      : say('no_reading_for', { place: worst.place.name, episode: lengthOf(worst.episode) });
  return (
    <div>
      <h1 className="text-head max-sm:text-big">{headline}</h1>
      <p className="text-ink2">
        {!worst && unread.length > 0
          ? say('no_sensor_speaks_for_them_walk')
          : !worst
            ? say('a_place_is_warm_after_half_an_hour')
            : worst.episode.kind === 'warm'
              ? say('at_its_warmest_from_lots_lie_there', {
                  peak: degrees(worst.episode.peak!),
                  from: when(worst.episode.from),
                  lots: worst.place.lots,
                })
              : say('since_probe_the_place_by_hand', { from: when(worst.episode.from) })}
      </p>
    </div>
  );
}

/** Places and how cold they were: what was warm or silent asks for an answer. */
export default function Cold() {
  const { data: places, problem, refetch } = useRead(routes.cold.places);
  const { me } = useShop();
  const [chosen, setChosen] = useChosenRow('place');
  const [walking, setWalking] = useState(false);
  const now = useNow(60_000).getTime();
  const [answering, setAnswering] = useState<Stretch | null>(null);
  if (!places) return <Waiting problem={problem} onRetry={refetch} />;
  const [first] = places;
  if (!first) return <h1 className="text-head">{say('this_shop_has_no_place_to_keep')}</h1>;
  const open = places.flatMap((place) =>
    place.episodes.filter((e) => e.answer === null).map((episode) => ({ place, episode })),
  );
  const worst = open[0];
  const shown = places.find((p) => String(p.id) === chosen) ?? worst?.place ?? first;
  const adding = chosen === 'new' && me.role === 'manager';
  const unread = places.filter((p) => p.limitTenths !== null && !readToday(p, now));
  return (
    <div className="screen">
      <div className="flex items-center justify-between gap-4 pb-2 max-sm:block max-sm:space-y-3 max-sm:pb-4">
        <HowCold worst={worst} unread={unread} />
        <button
          type="button"
          className={`btn ml-auto ${!worst && unread.length > 0 ? 'btn-ember' : ''}`}
          onClick={() => setWalking(true)}
        >
          {say('a_round_of_temperatures')}
        </button>
        {worst && (
          <button type="button" className="btn btn-ember" onClick={() => setAnswering(worst)}>
            {say('say_what_was_done_2')}
          </button>
        )}
      </div>
      <div className="panes grid-cols-[270px_minmax(0,1fr)] border-t border-line">
        <ul aria-label={say('places')} className="pane-list">
          {places.map((p) => (
            <li key={p.id} className="border-b border-line">
              <PlaceButton place={p} on={!adding && p.id === shown.id} onPress={() => setChosen(p.id)} />
            </li>
          ))}
          {me.role === 'manager' && (
            <li className="py-3">
              <Button small onPress={() => setChosen('new')}>
                {say('add_a_place')}
              </Button>
            </li>
          )}
          <li className="py-2 text-note text-ink3">{say('line_the_last_24_hours_the_limit')}</li>
        </ul>
        <section className="pane pt-3 pb-6">
          {adding ? (
            <AddPlace onDone={setChosen} />
          ) : (
            <PlacePanel
              key={shown.id}
              place={shown}
              onAnswer={(episode) => setAnswering({ place: shown, episode })}
            />
          )}
        </section>
      </div>
      {walking && <Round places={places} onClose={() => setWalking(false)} />}
      {answering && <Answer {...answering} onDone={() => setAnswering(null)} />}
    </div>
  );
}
