import { contract, type AnswerOf, type Problem } from '@ember-slate/contract';
import { instantOn, parseClock } from '@ember-slate/core/calendar';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNotify } from '../../app/notify.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { DayField, errorsByPath, TextField, TimeField } from '../../parts/Field.tsx';
import { Waiting } from '../../parts/Waiting.tsx';

type Knife = AnswerOf<typeof contract.safety.knives>[number];

const kinds = [
  { value: 'cut', name: 'Cut' },
  { value: 'sting', name: 'Sting' },
  { value: 'fall', name: 'Fall' },
  { value: 'other', name: 'Other' },
] as const;
type Kind = (typeof kinds)[number]['value'];

function KnifeRow({ knife, onSharpen }: { knife: Knife; onSharpen: (did: 'steel' | 'stone') => void }) {
  const { when } = useTimes();
  const last = (s: Knife['steel']) => (s ? `${when(s.at)}, ${s.by}` : 'never noted');
  return (
    <li className="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-line py-2">
      <span className="min-w-40 flex-1">
        <span className="block font-figure text-label font-semibold">{knife.knife}</span>
        <span className="block text-note text-ink2">
          steel {last(knife.steel)} · stone {last(knife.stone)}
        </span>
      </span>
      <span className="flex gap-3">
        <Button onPress={() => onSharpen('steel')}>Steeled</Button>
        <Button onPress={() => onSharpen('stone')}>Ground</Button>
      </span>
    </li>
  );
}

/** Knives by how long they wait, each noted with one tap. */
function Knives() {
  const { data, problem, refetch } = useRead(contract.safety.knives);
  const draft = useDraft('knife');
  const fresh = useChange(contract.safety.sharpen, draft);
  const { send } = useChange(contract.safety.sharpen);
  const [name, setName] = useKept(draft, 'name', '');
  const said = useNotify();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const noted = { steel: 'steeled', stone: 'ground on the stone' };
  const sharpen = async (knife: string, did: 'steel' | 'stone') =>
    said(await send({ knife, did }), `${knife}: ${noted[did]}`);
  const add = async () => {
    const knife = name.trim();
    said(await fresh.send({ knife, did: 'stone' }), `${knife}: ${noted.stone}`);
  };
  return (
    <section aria-label="Knives">
      <h2 className="text-row">Knives</h2>
      <p className="text-note text-ink2">
        A dull knife slips. Steel it before each kind of fish; on the stone when steel no longer helps.
      </p>
      {data.length === 0 && (
        <p className="border-t border-line py-3 text-ink2">No knife is in the log yet.</p>
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
          label="Another knife"
          value={name}
          onChange={setName}
          note="stiff 15, long blade, scissors"
        />
        <div className="pt-3">
          <Button submit busy={fresh.busy} notYet={name.trim() === '' ? 'name it' : null}>
            Ground today
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
  const { send, busy } = useChange(contract.safety.noteAccident, draft);
  const [kind, setKind] = useKept<Kind>(draft, 'kind', 'cut');
  const [who, setWho] = useKept(draft, 'who', me.name);
  const [day, setDay] = useKept(draft, 'day', today);
  const [at, setAt] = useKept<number | null>(draft, 'at', () => parseClock(time(new Date())));
  const [what, setWhat] = useKept(draft, 'what', '');
  const [firstAid, setFirstAid] = useKept(draft, 'firstAid', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const said = useNotify();
  const errors = errorsByPath(problem);
  const save = async () => {
    if (at === null) return;
    const outcome = await send({ at: instantOn(day, at, shop).toISOString(), kind, who, what, firstAid });
    setProblem(outcome.ok ? null : outcome.problem);
    if (outcome.ok) said(outcome, 'Noted. It stays as it is.');
  };
  const missing =
    at === null
      ? 'say when'
      : !what.trim()
        ? 'say what happened'
        : !firstAid.trim()
          ? 'say what was done'
          : null;
  return (
    <form
      className="border-t border-line pt-2"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Choice label="What it was" value={kind} options={kinds} onChange={setKind} />
      <div className="grid grid-cols-3 gap-x-5 max-sm:grid-cols-1">
        <TextField label="Who" value={who} onChange={setWho} error={errors.who} />
        <DayField label="Day" value={day} from={-14} to={0} onChange={setDay} error={errors.at} />
        <TimeField label="At" value={at} onChange={setAt} />
      </div>
      <TextField
        label="What happened"
        value={what}
        onChange={setWhat}
        error={errors.what}
        note="which fish, which tool, which hand"
      />
      <TextField label="First aid given" value={firstAid} onChange={setFirstAid} error={errors.firstAid} />
      <Button submit kind="main" busy={busy} notYet={missing}>
        Note it
      </Button>
    </form>
  );
}

function Accidents() {
  const { me } = useShop();
  const { when } = useTimes();
  const { data, problem, refetch } = useRead(contract.safety.accidents);
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <section aria-label="Accidents">
      <h2 className="text-row">Accidents</h2>
      <p className="text-note text-ink2">
        Hurt? First aid first, then help as your local rules say. A sting: water as hot as can be borne
        without scalding, then a doctor. What is noted is read by the manager and by whoever noted it.
      </p>
      <Accident />
      <ul className="pt-4">
        {data.map((a) => (
          <li key={a.id} className="border-t border-line py-2">
            <span className="font-figure text-label font-semibold">
              {a.who}, {kinds.find((k) => k.value === a.kind)!.name.toLowerCase()}
            </span>{' '}
            <span className="text-note text-ink2">
              {when(a.at)}, noted by {a.notedBy}
            </span>
            <span className="block">{a.what}</span>
            <span className="block text-note text-ink2">First aid: {a.firstAid}</span>
          </li>
        ))}
      </ul>
      {data.length === 0 && (
        <p className="border-t border-line py-3 text-ink2">
          {me.role === 'manager' ? 'Nothing was noted in two years.' : 'You have noted nothing.'}
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
      <h1 className="pb-2 text-head">Knives and accidents</h1>
      <div className="grid grid-cols-2 gap-10 max-lg:grid-cols-1">
        {me.role !== 'counter' && <Knives />}
        <Accidents />
      </div>
    </div>
  );
}
