import { monthName } from '@ember-slate/core/calendar';
import { inWords } from '@ember-slate/words/core';
import type { SpeciesRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { speciesCautions } from '@ember-slate/core/board';
import { lengthCm } from '@ember-slate/core/landing';
import { filletFact, pinBoneFact, shortName, stockFact } from '@ember-slate/core/species';
import { spentMultiplier } from '@ember-slate/core/yields';
import { useMemo } from 'react';
import { useRead } from '../../app/api.ts';
import { useSize } from '../../app/size.ts';
import { Button } from '../../parts/Button.tsx';
import { Fish } from '../../parts/Fish.tsx';
import { useLength } from '../../parts/length.ts';
import { LineChart } from '../../parts/LineChart.tsx';
import { useMass } from '../../parts/Mass.tsx';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

/** What is left of the whole fish, step by step, on one axis. */
function Steps({ species }: { species: SpeciesRow }) {
  const steps = [
    ['whole', 1],
    ['gutted', species.gutted],
    [
      species.bodyPlan === 'tail'
        ? 'tail'
        : species.bodyPlan === 'wing'
          ? say('pair_of_wings')
          : say('headed_gutted'),
      species.headedGutted,
    ],
    ...(species.filletSkinOn === null ? [] : ([[say('fillets_skin_on'), species.filletSkinOn]] as const)),
    [say('fillets_skinless'), species.filletSkinless],
  ] as const;
  return (
    <Table
      bare
      rows={steps}
      keyOf={([name]) => name}
      columns={[
        { cell: ([name]) => name, width: 'w-36', className: 'text-ink2' },
        {
          cell: ([, share]) => (
            <span className="block h-2.5 bg-ink2" style={{ width: `${share * 100}%`, opacity: 0.6 }} />
          ),
        },
        { cell: ([, share]) => `${Math.round(share * 1000) / 10} %`, figure: true, width: 'w-16' },
      ]}
    />
  );
}

/** The first and the last month it spawns in: `11-2` of the book, or one month. */
const spawning = (months: string) => {
  const [from = 0, to = from] = months.split('-').map(Number);
  return { from: monthName(from), to: monthName(to) };
};

/** The yield's year: what is expected of the season, and where the shop's own stood. */
function Season({ species }: { species: SpeciesRow }) {
  const { data } = useRead(routes.species.yields, { params: { id: species.id } });
  const chart = useMemo(() => {
    const expected = Array.from(
      { length: 12 },
      (_, i) => [i + 1, 100 * spentMultiplier(species, i + 1)] as const,
    );
    const own = (data?.months ?? []).map(
      (m) => [m.month, 100 * m.reached * spentMultiplier(species, m.month)] as const,
    );
    const values = [...expected, ...own].map((p) => p[1]);
    return {
      series: [
        { kind: 'dashed' as const, points: expected },
        { kind: 'dots' as const, points: own },
      ],
      x: {
        min: 0.5,
        max: 12.5,
        ticks: Array.from({ length: 12 }, (_, i) => i + 1),
        name: (m: number) => monthName(m),
      },
      y: {
        min: Math.floor(Math.min(85, ...values) - 1),
        max: Math.ceil(Math.max(102, ...values) + 1),
        name: (v: number) => `${v}`,
        unit: '%',
      },
    };
  }, [data, species]);
  const tickets = (data?.months ?? []).reduce((n, m) => n + m.tickets, 0);
  return (
    <section>
      <h2 className="text-label">
        {say('its_year_yield_of_a_full_fish')}{' '}
        <span className="text-body font-medium text-ink2">
          {species.spawningMonths
            ? say('spawns_2', spawning(species.spawningMonths))
            : say('no_spawning_season_in_the_book')}
        </span>
      </h2>
      <LineChart label={say('yield_of_by_month', { species: species.name })} height={150} {...chart} />
      <p className="text-note text-ink3">
        {say('dashed_expected_dots_the_shops_own', { tickets })}{' '}
        <Why>
          <p>{say('a_spent_fish_yields_of_a_full_one', { spentFactor: species.spentFactor ?? 1 })}</p>
        </Why>
      </p>
    </section>
  );
}

/** One species: what to know it by, what it gives, what to beware of. */
export function SpeciesPage({ species, onEdit }: { species: SpeciesRow; onEdit: (() => void) | null }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const mass = useMass();
  const length = useLength();
  const mm = Math.round(lengthCm(species, species.typicalG) * 10);
  const cautions = speciesCautions(species);
  const facts: [string, string][] = [
    [say('ice_life'), say('days_gutted_in_melting_ice', { iceDays: species.iceDays })],
    [
      say('usual_weight'),
      say('from_to', {
        typicalG: mass(species.typicalG),
        minG: mass(species.minG),
        maxG: mass(species.maxG),
      }),
    ],
    [say('fillets'), inWords(filletFact(species))],
    [say('pin_bones'), inWords(pinBoneFact(species))],
    [
      say('scales'),
      {
        none: say('none_2'),
        fine: say('fine_not_scaled'),
        light: say('light'),
        heavy: say('heavy_they_fly_protect_the_eyes'),
        armour: say('armour_cut_from_inside_outward'),
      }[species.scales],
    ],
    [say('frame'), inWords(stockFact(species))],
    [
      say('parasites'),
      species.parasites === 'yes'
        ? say('freeze_for_raw_use_whatever_the')
        : say('low_where_farmed_on_safe_feed_the'),
    ],
  ];
  return (
    <div>
      <div className="flex items-start justify-between gap-4">
        <div>
          <h1 className="text-head max-sm:text-big">{shortName(species.name)}</h1>
          <p className="text-ink2">
            <em>{species.scientificName}</em>
            {species.asfis ? ` · ${species.asfis}` : ''}
            {species.names ? ` ${say('also', { names: species.names })}` : ''}
            {species.own ? ` ${say('the_shops_own_entry')}` : ''}
          </p>
        </div>
        {onEdit && (
          <Button small onPress={onEdit}>
            {say('change_it')}
          </Button>
        )}
      </div>
      <div ref={ref} className="py-2">
        {species.bodyPlan === 'wing' ? (
          <p className="text-note text-ink3">{say('no_side_view_a_wing_is_drawn_on')}</p>
        ) : (
          width > 0 && (
            <Fish
              species={species}
              grams={species.typicalG}
              perMm={Math.min(0.9, (width - 20) / (mm * 1.08), 150 / (mm * 0.32))}
              ruler
            />
          )
        )}
        <p className="text-note text-ink3">
          {say('a_usual_one_whole_drawn_to_scale', {
            typicalG: mass(species.typicalG),
            mm: length.format(mm),
            unit: length.unit,
          })}
        </p>
      </div>
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 max-lg:grid-cols-1">
        <section className="space-y-2">
          <h2 className="text-label">{say('to_know_it_by')}</h2>
          <p>{species.marks || say('nothing_written_yet')}</p>
          {species.lookAlikes && (
            <>
              <h2 className="pt-1 text-label">{say('not_to_be_taken_for_it')}</h2>
              <p>{species.lookAlikes}</p>
            </>
          )}
          <h2 className="pt-1 text-label">{say('beware')}</h2>
          {cautions.map((c) => (
            <p key={c.code} className="border-l-[3px] border-rule pl-3">
              {inWords(c)}
            </p>
          ))}
          <p className="text-note text-ink3">{say('follow_your_local_food_authority')}</p>
        </section>
        <section>
          <h2 className="text-label">{say('what_is_left_of_it')}</h2>
          <Steps species={species} />
        </section>
        <Season species={species} />
        <Table
          bare
          rows={facts}
          keyOf={([name]) => name}
          columns={[
            { cell: ([name]) => name, width: 'w-32', className: 'py-2 align-top text-ink2' },
            { cell: ([, words]) => words, className: 'py-2' },
          ]}
        />
      </div>
    </div>
  );
}
