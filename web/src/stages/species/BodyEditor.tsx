import { type BodyOwn, type Profile } from '@ember-slate/core/species';
import type { SpeciesRow } from '@ember-slate/contract';
import { bodyOf, profileFaults, profileOf, profiles } from '@ember-slate/core/body';
import { useState } from 'react';
import { useSize } from '../../app/size.ts';
import { Button } from '../../parts/Button.tsx';
import { Frame, TextField } from '../../parts/Field.tsx';
import { FishOf } from '../../parts/Fish.tsx';
import { useLength } from '../../parts/length.ts';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';

const places = [
  ['collar', say('collar')],
  ['vent', say('vent')],
  ['pinBonesEnd', say('last_pin_bone')],
  ['steakEnd', say('last_steak')],
  ['tail', say('tail_begins')],
  ['filletEnd', say('fillet_ends')],
] as const;
const scalars = [
  ['kappa', say('standard_over_total_length')],
  ['fin', say('tail_fin_of_the_whole')],
] as const;
const curves = [
  ['points', say('half_height_and_half_width_along'), say('u_h_w_a_point_a_line')],
  ['cavity', say('gut_cavity_share_of_the_section'), 'u share'],
  ['flesh', say('flesh_before_it_is_scaled_to_the'), 'u share'],
  ['loin', say('backs_share_of_the_flesh'), 'u share'],
] as const;
type NumberField = (typeof places)[number][0] | (typeof scalars)[number][0];
type CurveField = (typeof curves)[number][0];

const show = (n: number) => String(n).replace(/^0\./, '.');
const asText = (list: readonly (readonly number[])[]) => list.map((p) => p.map(show).join(' ')).join('\n');

/** Points as they are typed, one a line; null where a line is none. */
function points(text: string, values: number): number[][] | null {
  const lines = text
    .split('\n')
    .map((l) => l.trim())
    .filter((l) => l !== '')
    .map((l) => l.split(/[\s;:,]+/).map(Number));
  return lines.every((l) => l.length === values && l.every(Number.isFinite)) ? lines : null;
}

/** The fish with the places the knife goes by. */
function Places({ species, profile }: { species: SpeciesRow; profile: Profile }) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const length = useLength();
  const body = bodyOf(species, 'whole', species.typicalG);
  if (!body) return null;
  const shown = places
    .flatMap(([field, name]) => {
      const u = profile[field];
      return u === null ? [] : [{ name, u }];
    })
    .sort((a, b) => a.u - b.u);
  return (
    <div ref={ref} className="overflow-hidden">
      {width > 100 && (
        <FishOf
          body={body}
          species={species}
          perMm={Math.min(1.2, (width - 20) / body.totalMm)}
          below={66}
          over={(f) =>
            shown.map((p, i) => {
              const x = f.x(body.mm(p.u));
              const y = f.height + 16 + (i % 3) * 20;
              return (
                <g key={p.name}>
                  <path
                    d={`M ${x} ${f.middle - f.half(body.mm(p.u)) - 4} V ${y - 12}`}
                    stroke="var(--ink)"
                    strokeWidth="1.5"
                  />
                  <text x={x} y={y} className="mid" fill="var(--ink2)" style={{ fontSize: 13 }}>
                    {p.name} {length.format(Math.round(body.mm(p.u)))}
                  </text>
                </g>
              );
            })
          }
        />
      )}
    </div>
  );
}

/** What the shop measured of a species' body, over the row it is drawn by: where the knife goes follows at once. */
export function BodyEditor({
  species,
  onChange,
  errors,
}: {
  species: SpeciesRow;
  onChange: (body: BodyOwn | null) => void;
  errors: Readonly<Record<string, string>>;
}) {
  const row = profiles[species.bodyRow];
  const [typed, setTyped] = useState<Partial<Record<NumberField | CurveField, string>>>({});
  const [bad, setBad] = useState<readonly string[]>([]);
  const [deep, setDeep] = useState(false);
  const profile = profileOf(species);
  if (!row || !profile || species.bodyPlan === 'wing')
    return <p className="text-note text-ink2">{say('a_wing_is_cut_along_its_body_edge')}</p>;
  const own = species.body ?? {};
  const put = (field: NumberField | CurveField, value: unknown) => {
    const next = Object.fromEntries(
      Object.entries({ ...own, [field]: value }).filter(([, v]) => v !== undefined),
    ) as BodyOwn;
    onChange(Object.keys(next).length === 0 ? null : next);
  };
  const mark = (field: string, wrong: boolean) =>
    setBad((had) => (wrong ? [...had.filter((f) => f !== field), field] : had.filter((f) => f !== field)));
  const setNumber = (field: NumberField, text: string) => {
    setTyped((had) => ({ ...had, [field]: text }));
    const n = Number(text.trim().replace(',', '.'));
    mark(field, !Number.isFinite(n));
    if (text.trim() === '') put(field, undefined);
    else if (Number.isFinite(n)) put(field, n);
  };
  const setCurve = (field: CurveField, text: string) => {
    setTyped((had) => ({ ...had, [field]: text }));
    const list = points(text, field === 'points' ? 3 : 2);
    mark(field, list === null);
    if (text.trim() === '') put(field, undefined);
    else if (list) put(field, list);
  };
  const error = (field: string) => (bad.includes(field) ? say('numbers_please') : errors[`body.${field}`]);
  const fine = profileFaults(profile).length === 0;
  const number = ([field, name]: readonly [NumberField, string]) => (
    <TextField
      key={field}
      label={name}
      value={typed[field] ?? (own[field] === undefined || own[field] === null ? '' : show(own[field]))}
      onChange={(text) => setNumber(field, text)}
      inputMode="decimal"
      error={error(field)}
      note={row[field] === null ? say('none') : say('else', { row: show(row[field]) })}
    />
  );
  return (
    <div>
      {fine && <Places species={species} profile={profile} />}
      <p className="py-2 text-note text-ink2">
        {say('measured_from_the_snout_as_shares')}{' '}
        <Why>
          <p>{say('the_half_heights_and_half_widths')}</p>
          <p>{say('typical_values_our_choice_a_fish')}</p>
        </Why>
      </p>
      <div className="grid grid-cols-3 gap-x-6 max-lg:grid-cols-2">
        {places.map(number)}
        {scalars.map(number)}
      </div>
      {deep ? (
        <div className="grid grid-cols-2 gap-x-6 max-lg:grid-cols-1">
          {curves.map(([field, name, note]) => (
            <Frame key={field} label={name} note={note} error={error(field)}>
              <textarea
                className="field-value h-40 resize-y font-figure leading-6"
                spellCheck={false}
                value={typed[field] ?? asText(own[field] ?? row[field])}
                onChange={(e) => setCurve(field, e.target.value)}
              />
            </Frame>
          ))}
        </div>
      ) : (
        <button type="button" className="why" onClick={() => setDeep(true)}>
          {say('its_shape_cavity_and_flesh_point')}
        </button>
      )}
      {species.body && (
        <Button
          small
          className="mt-2"
          onPress={() => {
            setTyped({});
            setBad([]);
            onChange(null);
          }}
        >
          {say('all_as_it_is_drawn_like')}
        </Button>
      )}
    </div>
  );
}
