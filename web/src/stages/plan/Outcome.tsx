import { inWords } from '@ember-slate/words/core';
import type { SpeciesRow } from '@ember-slate/contract';
import { trims, type TrimId } from '@ember-slate/core/yields';
import { useSize } from '../../app/size.ts';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { Dots, Hatch } from '../../parts/patterns.tsx';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';
import { rich } from '../../parts/rich.ts';

/** Expected grams of a choice of fish. */
export interface Parts {
  input: number;
  main: number;
  pieces: number | null;
  drip: number;
  trims: Partial<Record<TrimId, number>>;
}

interface Props {
  parts: Parts;
  wanted: number;
  unit: 'grams' | 'pieces';
  enough: boolean;
  species: SpeciesRow;
}

/** Where the grams of the chosen fish are expected to go, on one bar: promised in rime, trim dotted, the rest plain. */
export function Outcome({ parts, wanted, unit, enough, species }: Props) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const mass = useMass();
  const given = unit === 'grams' ? parts.main : (parts.pieces ?? 0);
  const promised =
    unit === 'grams'
      ? Math.min(parts.main, wanted)
      : given === 0
        ? 0
        : Math.round(parts.main * Math.min(1, wanted / given));
  const over = parts.main - promised;
  const list = (Object.entries(parts.trims) as [TrimId, number][])
    .filter(([, g]) => g > 0)
    .sort((a, b) => b[1] - a[1]);
  const kept = list.filter(([p]) => trims[p].keep).reduce((s, [, g]) => s + g, 0);
  const waste = list.filter(([p]) => !trims[p].keep).reduce((s, [, g]) => s + g, 0);
  const segments = [
    { name: say('promised'), grams: promised, fill: 'var(--rimewash)' },
    { name: say('to_the_counter'), grams: over, fill: 'url(#hatch)' },
    { name: say('saleable_trim'), grams: kept, fill: 'url(#dots)' },
    { name: say('waste'), grams: waste, fill: 'none' },
    { name: say('drip'), grams: parts.drip, fill: 'none' },
  ].filter((s) => s.grams > 0);
  let from = 0;
  const x = (g: number) => (parts.input === 0 ? 0 : (g / parts.input) * (width - 2)) + 1;
  return (
    <div ref={ref} className="mt-3">
      <p className="font-figure text-row font-semibold">
        {parts.input === 0 ? (
          say('no_fish_chosen')
        ) : (
          <>
            {unit === 'pieces' ? (
              say('of_pieces', { given, wanted })
            ) : (
              <>
                <Mass g={given} /> {say('of_3', { wanted: mass(wanted) })}
              </>
            )}
            <span className="ml-3 text-label font-medium text-ink2">
              {rich(
                say.parts('from_yield', {
                  input: <Mass g={parts.input} />,
                  main: ((parts.main / parts.input) * 100).toFixed(1),
                  enough: enough ? '' : say('not_enough_yet'),
                }),
              )}
            </span>
          </>
        )}
      </p>
      {width > 0 && segments.length > 0 && (
        <svg
          className="mt-1 block overflow-visible"
          width={width}
          height="58"
          role="img"
          aria-label={segments.map((s) => `${s.name} ${mass(s.grams)}`).join(', ')}
        >
          <defs>
            <Hatch id="hatch" />
            <Dots id="dots" />
          </defs>
          {segments.map((s) => {
            const x0 = x(from);
            from += s.grams;
            const w = x(from) - x0;
            return (
              <g key={s.name}>
                <rect
                  x={x0}
                  y="4"
                  width={w}
                  height="26"
                  fill={s.fill}
                  stroke="var(--fishline)"
                  strokeWidth="1.25"
                />
                {w > 70 && (
                  <>
                    <text x={x0 + 2} y="44" className="i2">
                      {s.name}
                    </text>
                    <text x={x0 + 2} y="58" className="i3">
                      {mass(s.grams)}
                    </text>
                  </>
                )}
              </g>
            );
          })}
          {segments.length === 0 && <path className="rul" d={`M 1 30.5 H ${width}`} strokeDasharray="3 4" />}
        </svg>
      )}
      {list.length > 0 && (
        <p className="mt-2 text-note text-ink2">
          {say('trim', {
            list: list
              .map(([p, g]) => `${inWords(trims[p].name)} ${mass(g)} (${inWords(trims[p].use)})`)
              .join(' · '),
          })}{' '}
          <Why>
            <p>
              {say('parts_of_a_whole_gutted_headed_and', {
                species: species.name.toLowerCase(),
                gutted: (species.gutted * 100).toFixed(1),
                headedGutted: (species.headedGutted * 100).toFixed(1),
                filletSkinless: (species.filletSkinless * 100).toFixed(1),
              })}
            </p>
            <p>{say('what_is_gone_on_arrival_is_taken')}</p>
            <p className="text-note text-ink3">{say('gutted_and_headed_fractions_of_the')}</p>
          </Why>
        </p>
      )}
    </div>
  );
}
