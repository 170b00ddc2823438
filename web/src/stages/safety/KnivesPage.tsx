import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { instantOn, parseClock } from '@ember-slate/core/calendar';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNotify } from '../../app/notify.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { DayField, errorsByPath, TextField, TimeField } from '../../parts/Field.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

type Knife = AnswerOf<typeof routes.safety.knives>[number];

const kinds = [
  { value: 'cut', name: say('cut_2') },
  { value: 'sting', name: say('sting') },
  { value: 'fall', name: say('fall') },
  { value: 'other', name: say('other') },
] as const;
type Kind = (typeof kinds)[number]['value'];

function KnifeRow({ knife, onSharpen }: { knife: Knife; onSharpen: (did: 'steel' | 'stone') => void }) {
  const { when } = useTimes();
  const last = (s: Knife['steel']) => (s ? `${when(s.at)}, ${s.by}` : say('never_noted'));
  return (
    <li className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-line py-2">
      <span className="min-w-40 flex-1">
        <span className="block font-figure text-label font-semibold">{knife.knife}</span>
        <span className="block text-note text-ink2">
          {say('steel_stone', { steel: last(knife.steel), stone: last(knife.stone) })}
        </span>
      </span>
      <span className="flex gap-3">
        <Button onPress={() => onSharpen('steel')}>{say('steeled')}</Button>
        <Button onPress={() => onSharpen('stone')}>{say('ground')}</Button>
      </span>
    </li>
  );
}

/** Knives by how long they wait, each noted with one tap. */
function Knives() {
  const { data, problem, refetch } = useRead(routes.safety.knives);
  const draft = useDraft('knife');
  const fresh = useChange(routes.safety.sharpen, draft);
  const { send } = useChange(routes.safety.sharpen);
  const [name, setName] = useKept(draft, 'name', '');
  const said = useNotify();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const noted = { steel: say('steeled_2'), stone: say('ground_on_the_stone') };
  const sharpen = async (knife: string, did: 'steel' | 'stone') =>
    said(await send({ knife, did }), `${knife}: ${noted[did]}`);
  const add = async () => {
    const knife = name.trim();
    said(await fresh.send({ knife, did: 'stone' }), `${knife}: ${noted.stone}`);
  };
  return (
    <section aria-label={say('knives')}>
      <h2 className="text-row">{say('knives')}</h2>
      <p className="text-note text-ink2">{say('a_dull_knife_slips_steel_it_before')}</p>
      {data.length === 0 && (
        <p className="border-t border-line py-3 text-ink2">{say('no_knife_is_in_the_log_yet')}</p>
      )}
      <ul>
        {data.map((k) => (
          <KnifeRow key={k.knife} knife={k} onSharpen={(did) => void sharpen(k.knife, did)} />
        ))}
      </ul>
      <form
        className="flex items-start gap-5 border-t border-line pt-3"
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <TextField
          className="flex-1"
          label={say('another_knife')}
          value={name}
          onChange={setName}
          note={say('stiff_15_long_blade_scissors')}
        />
        <div className="pt-3">
          <Button submit busy={fresh.busy} notYet={name.trim() === '' ? say('name_it') : null}>
            {say('ground_today')}
          </Button>
        </div>
      </form>
    </section>
  );
}

/** Notes an accident while it is fresh: who, when, what, what was done. */
function Accident() {
  const { me, shop } = useShop();
  const { today, time } = useTimes();
  const draft = useDraft('accident');
  const { send, busy, problem } = useChange(routes.safety.noteAccident, draft);
  const [kind, setKind] = useKept<Kind>(draft, 'kind', 'cut');
  const [who, setWho] = useKept(draft, 'who', me.name);
  const [day, setDay] = useKept(draft, 'day', today);
  const [at, setAt] = useKept<number | null>(draft, 'at', () => parseClock(time(new Date())));
  const [what, setWhat] = useKept(draft, 'what', '');
  const [firstAid, setFirstAid] = useKept(draft, 'firstAid', '');
  const said = useNotify();
  const errors = errorsByPath(problem);
  const save = async () => {
    if (at === null) return;
    const outcome = await send({ at: instantOn(day, at, shop).toISOString(), kind, who, what, firstAid });
    if (outcome.ok) said(outcome, say('noted_it_stays_as_it_is'));
  };
  const missing =
    at === null
      ? say('say_when')
      : !what.trim()
        ? say('say_what_happened')
        : !firstAid.trim()
          ? say('say_what_was_done')
          : null;
  return (
    <form
      className="border-t border-line pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Choice label={say('what_it_was')} value={kind} options={kinds} onChange={setKind} />
      <div className="grid grid-cols-3 gap-x-5 max-sm:grid-cols-1">
        <TextField label={say('who')} value={who} onChange={setWho} error={errors.who} />
        <DayField label={say('day')} value={day} from={-14} to={0} onChange={setDay} error={errors.at} />
        <TimeField label={say('at_2')} value={at} onChange={setAt} />
      </div>
      <TextField
        label={say('what_happened')}
        value={what}
        onChange={setWhat}
        error={errors.what}
        note={say('which_fish_which_tool_which_hand')}
      />
      <TextField
        label={say('first_aid_given')}
        value={firstAid}
        onChange={setFirstAid}
        error={errors.firstAid}
      />
      <Button submit kind="main" busy={busy} notYet={missing}>
        {say('note_it')}
      </Button>
    </form>
  );
}

function Accidents() {
  const { me } = useShop();
  const { when } = useTimes();
  const { data, problem, refetch } = useRead(routes.safety.accidents);
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <section aria-label={say('accidents')}>
      <h2 className="text-row">{say('accidents')}</h2>
      <p className="text-note text-ink2">{say('hurt_first_aid_first_then_help_as')}</p>
      <Accident />
      <ul className="pt-4">
        {data.map((a) => (
          <li key={a.id} className="border-t border-line py-2">
            <span className="font-figure text-label font-semibold">
              {a.who}, {kinds.find((k) => k.value === a.kind)!.name.toLowerCase()}
            </span>{' '}
            <span className="text-note text-ink2">
              {say('noted_by', { at: when(a.at), notedBy: a.notedBy })}
            </span>
            <span className="block">{a.what}</span>
            <span className="block text-note text-ink2">{say('first_aid', { firstAid: a.firstAid })}</span>
          </li>
        ))}
      </ul>
      {data.length === 0 && (
        <p className="border-t border-line py-3 text-ink2">
          {me.role === 'manager' ? say('nothing_was_noted_in_two_years') : say('you_have_noted_nothing')}
        </p>
      )}
    </section>
  );
}

/** Beside the bench: the knife log and the accident book. */
export default function KnivesPage() {
  const { me } = useShop();
  return (
    <div className="pb-8">
      <h1 className="pb-2 text-head">{say('knives_and_accidents')}</h1>
      <div className="grid grid-cols-2 gap-10 max-lg:grid-cols-1">
        {me.role !== 'counter' && <Knives />}
        <Accidents />
      </div>
    </div>
  );
}
