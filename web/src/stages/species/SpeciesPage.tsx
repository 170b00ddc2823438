import { contract, type SpeciesRow } from '@ember-slate/contract';
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

const monthNames = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** What is left of the whole fish, step by step, on one axis. */
function Steps({ species }: { species: SpeciesRow }) {
  const steps = [
    ['whole', 1],
    ['gutted', species.gutted],
    [
      species.bodyPlan === 'tail' ? 'tail' : species.bodyPlan === 'wing' ? 'pair of wings' : 'headed, gutted',
      species.headedGutted,
    ],
    ...(species.filletSkinOn === null ? [] : ([['fillets, skin on', species.filletSkinOn]] as const)),
    ['fillets, skinless', species.filletSkinless],
  ] as const;
  return (
    <table className="plain">
      <tbody>
        {steps.map(([name, share]) => (
          <tr key={name}>
            <td className="w-36 text-ink2">{name}</td>
            <td>
              <span className="block h-2.5 bg-ink2" style={{ width: `${share * 100}%`, opacity: 0.6 }} />
            </td>
            <td className="num w-16">{Math.round(share * 1000) / 10} %</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The yield's year: what is expected of the season, and where the shop's own stood. */
function Season({ species }: { species: SpeciesRow }) {
  const { data } = useRead(contract.species.yields, { params: { id: species.id } });
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
        name: (m: number) => monthNames[m - 1] ?? '',
      },
      y: {
        min: Math.floor(Math.min(85, ...values) - 1),
        max: Math.ceil(Math.max(102, ...values) + 1),
        name: (v: number) => `${v}`,
      },
    };
  }, [data, species]);
  const tickets = (data?.months ?? []).reduce((n, m) => n + m.tickets, 0);
  return (
    <section>
      <h2 className="text-label">
        Its year: yield, % of a full fish{' '}
        <span className="text-body font-medium text-ink2">
          {species.spawningMonths
            ? `spawns ${species.spawningMonths
                .split('-')
                .map((m) => monthNames[Number(m) - 1])
                .join(' to ')}`
            : 'no spawning season in the book'}
        </span>
      </h2>
      <LineChart label={`Yield of ${species.name} by month`} height={150} {...chart} />
      <p className="text-note text-ink3">
        dashed: expected · dots: the shop’s own, {tickets} {tickets === 1 ? 'ticket' : 'tickets'}{' '}
        <Why>
          <p>
            A spent fish yields {species.spentFactor ?? 1} of a full one from its second spawning month to two
            months after the last; half the loss in the first month, then straight back to 1 five months after
            the last. The months depend on the sea: change them here.
          </p>
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
    ['Ice life', `${species.iceDays} days gutted, in melting ice`],
    ['Usual weight', `${mass(species.typicalG)}, from ${mass(species.minG)} to ${mass(species.maxG)}`],
    ['Fillets', filletFact(species)],
    ['Pin bones', pinBoneFact(species)],
    [
      'Scales',
      {
        none: 'None.',
        fine: 'Fine; not scaled.',
        light: 'Light.',
        heavy: 'Heavy; they fly: protect the eyes.',
        armour: 'Armour: cut from inside outward.',
      }[species.scales],
    ],
    ['Frame', stockFact(species)],
    [
      'Parasites',
      species.parasites === 'yes'
        ? 'Freeze for raw use, whatever the fish.'
        : 'Low where farmed on safe feed; the lot’s papers say so.',
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
            {species.names ? ` · also ${species.names}` : ''}
            {species.own ? ' · the shop’s own entry' : ''}
          </p>
        </div>
        {onEdit && (
          <Button small onPress={onEdit}>
            Change it
          </Button>
        )}
      </div>
      <div ref={ref} className="py-2">
        {species.bodyPlan === 'wing' ? (
          <p className="text-note text-ink3">No side view: a wing is drawn on the cut plan.</p>
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
          a usual one: {mass(species.typicalG)} whole, {length.format(mm)} {length.unit}; drawn to scale
        </p>
      </div>
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 max-lg:grid-cols-1">
        <section className="space-y-2">
          <h2 className="text-label">To know it by</h2>
          <p>{species.marks || 'Nothing written yet.'}</p>
          {species.lookAlikes && (
            <>
              <h2 className="pt-1 text-label">Not to be taken for it</h2>
              <p>{species.lookAlikes}</p>
            </>
          )}
          <h2 className="pt-1 text-label">Beware</h2>
          {cautions.map((c) => (
            <p key={c} className="border-l-[3px] border-rule pl-3">
              {c}
            </p>
          ))}
          <p className="text-note text-ink3">
            Follow your local food authority and your own food-safety plan.
          </p>
        </section>
        <section>
          <h2 className="text-label">What is left of it</h2>
          <Steps species={species} />
        </section>
        <Season species={species} />
        <table className="plain self-start">
          <tbody>
            {facts.map(([name, words]) => (
              <tr key={name}>
                <td className="w-32 py-2 align-top text-ink2">{name}</td>
                <td className="py-2">{words}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
