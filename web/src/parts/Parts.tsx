import { euGeneral, grade, signsFor, type FishSigns } from '@ember-slate/core/freshness';
import { useState, type ReactNode } from 'react';
import { addDays } from '@ember-slate/core/calendar';
import { useSpecies, useTimes } from '../app/shop.tsx';
import { Button } from './Button.tsx';
import { Choice } from './Choice.tsx';
import { DayClock } from './DayClock.tsx';
import { MoneyField, TextField, WeightField, type Weight } from './Field.tsx';
import { Fish } from './Fish.tsx';
import { Lozenge } from './Lozenge.tsx';
import { Mass, SourceMark } from './Mass.tsx';
import { SignStrip } from './SignStrip.tsx';
import { say } from './say.ts';

const Group = ({ name, children }: { name: string; children: ReactNode }) => (
  <section className="border-t border-line py-4">
    <h2 className="pb-3 text-row">{name}</h2>
    <div className="flex flex-wrap items-center gap-5">{children}</div>
  </section>
);

const palette = [
  'air',
  'slab',
  'lift',
  'line',
  'rule',
  'ink3',
  'ink2',
  'ink',
  'rimewash',
  'rime',
  'embertext',
  'ember',
];

/** Every part of the look with its states, for those who build screens (development only). */
export default function Parts() {
  const { today } = useTimes();
  const hake = useSpecies().get('hake');
  const bream = useSpecies().get('gilthead_bream');
  const plaice = useSpecies().get('plaice');
  const [weight, setWeight] = useState<Weight | null>({ grams: 2310, source: 'measured' });
  const [money, setMoney] = useState<number | null>(1490);
  const [text, setText] = useState('704');
  const [choice, setChoice] = useState<'one' | 'two'>('one');
  const [signs, setSigns] = useState<FishSigns>({
    smell: 0,
    gills: 0,
    flesh: 1,
    eyes: 3,
    skin: 0,
    slime: 1,
    lining: 0,
    blood: 1,
  });
  if (!hake || !bream || !plaice) return null;
  const result = grade({
    species: hake,
    condition: 'gutted',
    fish: [signs],
    coreCelsius: 0.8,
    limitCelsius: 2,
    temperatureHistory: false,
    foreignSmell: false,
    storageCelsius: 0.5,
  });
  return (
    <div className="pb-10">
      <h1 className="text-head">{say('parts')}</h1>
      <Group name="Palette">
        {palette.map((p) => (
          <div key={p} className="text-note text-ink2">
            <div className="h-12 w-20 border border-line" style={{ background: `var(--${p})` }} />
            {p}
          </div>
        ))}
      </Group>
      <Group name="Buttons">
        <Button>{say('rest')}</Button>
        <Button kind="main">{say('the_main_act')}</Button>
        <Button kind="ember">{say('needs_a_hand_now')}</Button>
        <Button notYet={say('says_why')}>{say('cancel')}</Button>
        <Button hotkey="T">{say('with_its_key')}</Button>
        <Button tall>{say('bench')}</Button>
      </Group>
      <Group name="Fields">
        <TextField label={say('length_mm')} value={text} onChange={setText} note={say('from_the_board')} />
        <TextField
          label={say('length_mm')}
          value="7040"
          onChange={setText}
          error={say('n7_m_hake_ten_times_too_long')}
        />
        <WeightField
          label={say('weight')}
          value={weight}
          onChange={setWeight}
          take={{ act: say('take_weight'), title: say('a_weight_on_the_parts_page') }}
        />
        <MoneyField label={say('price_a_kg')} value={money} onChange={setMoney} />
        <Choice
          label={say('one_of_two')}
          value={choice}
          onChange={setChoice}
          options={[
            { value: 'one', name: say('this') },
            { value: 'two', name: say('that') },
          ]}
        />
      </Group>
      <Group name="A weight says how it is known">
        {(['measured', 'typed', 'estimated', 'simulated'] as const).map((s) => (
          <span key={s} className="flex items-center gap-2 font-figure text-big font-semibold">
            <Mass g={2310} /> <SourceMark source={s} />
          </span>
        ))}
      </Group>
      <Group name="Day-axis clock">
        {[5, 1, 0, -1].map((d) => (
          <DayClock key={d} graded sellBy={d < 0 ? null : addDays(today(), d)} />
        ))}
        <DayClock graded={false} sellBy={null} />
        <span className="flex items-center gap-2">
          <Lozenge /> {say('a_hand_is_wanted_here_now')}
        </span>
      </Group>
      <Group name="Fish to scale">
        <Fish species={hake} grams={2500} perMm={0.4} ruler />
        <Fish species={bream} grams={450} perMm={0.4} ruler />
        <Fish species={plaice} grams={550} perMm={0.4} ruler />
      </Group>
      <section className="max-w-[760px] border-t border-line py-4">
        <h2 className="pb-3 text-row">{say('sign_strip')}</h2>
        <SignStrip
          speciesName={say('hake')}
          species={hake}
          scheme={euGeneral}
          signs={signsFor(euGeneral, hake, 'gutted')}
          fish={[signs]}
          current={0}
          grade={result}
          claimed={2}
          onLevel={(id, l) => setSigns((had) => ({ ...had, [id]: l }))}
        />
      </section>
    </div>
  );
}
