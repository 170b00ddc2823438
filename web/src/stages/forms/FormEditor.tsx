import { contract, type BodyOf, type Problem } from '@ember-slate/contract';
import { shippedForms, type Form } from '@ember-slate/core/forms';
import { useState } from 'react';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNavigate } from 'react-router';
import { useChange } from '../../app/api.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { errorsByPath, SelectField, TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { useFormSettings } from '../../parts/forms.ts';

type Own = BodyOf<typeof contract.forms.save>['form'];

const slug = (name: string) =>
  `own:${name
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_|_$/g, '')
    .slice(0, 34)}`;
const percent = (text: string): number => Number(text.replace(',', '.')) / 100;

const fieldNames = {
  name: 'Name',
  pieceG: 'A piece',
  tolerance: 'Off by',
  lifeFactor: 'Life ×',
  share: 'Of its part',
  options: 'On request',
  norm: 'Norm',
  kitchen: 'In the kitchen',
  off: 'This shop does not cut it',
};

/** What the shop has of a form now, with the version beside its fields. */
const flat = (current: unknown) => {
  const { form, version } = (current ?? {}) as { form?: Own | null; version?: number };
  return version === undefined ? undefined : { ...form, version };
};

/** Numbers and words of a shipped form, or a form of the shop's own that is cut like one. */
export function FormEditor({ form, onClose }: { form: Form | null; onClose: () => void }) {
  const settings = useFormSettings();
  return (
    <Dialog title={form ? `${form.name}, as this shop cuts it` : 'A form of our own'} open onClose={onClose}>
      {settings ? (
        <Fields form={form} opened={settings.version} onClose={onClose} />
      ) : (
        <p className="text-ink2">The shop’s forms are on their way.</p>
      )}
    </Dialog>
  );
}

function Fields({ form, opened, onClose }: { form: Form | null; opened: number; onClose: () => void }) {
  const go = useNavigate();
  const draft = useDraft(form ? `form ${form.id}` : 'form');
  const { send, busy } = useChange(contract.forms.save, draft);
  const [version, setVersion] = useKept(draft, 'version', opened);
  const [like, setLike] = useKept(draft, 'like', form?.like ?? '');
  const base = shippedForms.find((f) => f.id === (form ? form.id : like)) ?? form;
  const [name, setName] = useKept(draft, 'name', form?.name ?? '');
  const [piece, setPiece] = useKept<Weight | null>(
    draft,
    'piece',
    form ? { grams: form.pieceG, source: 'typed' } : null,
  );
  const [tolerance, setTolerance] = useKept(
    draft,
    'tolerance',
    form ? String(Math.round(form.tolerance * 100)) : '15',
  );
  const [life, setLife] = useKept(draft, 'life', form ? String(form.lifeFactor) : '0.65');
  const [share, setShare] = useKept(
    draft,
    'share',
    form ? String(Math.round(form.yield.share * 1000) / 10) : '95',
  );
  const [options, setOptions] = useKept(draft, 'options', form?.options.join('; ') ?? '');
  const [norm, setNorm] = useKept(draft, 'norm', form?.norm ?? '');
  const [kitchen, setKitchen] = useKept(draft, 'kitchen', form?.kitchen ?? '');
  const [off, setOff] = useKept<'on' | 'off'>(draft, 'off', form?.off ? 'off' : 'on');
  const [problem, setProblem] = useState<Problem | null>(null);
  const errors = Object.fromEntries(
    Object.entries(errorsByPath(problem)).map(([path, text]) => [path.replace(/^form\./, ''), text]),
  );
  const mine = (): Own => {
    const own = form === null || form.like !== null;
    return {
      id: form?.id ?? slug(name),
      like: own ? (form?.like ?? like) : null,
      name,
      pieceG: piece?.grams ?? base!.pieceG,
      tolerance: percent(tolerance),
      lifeFactor: Number(life.replace(',', '.')),
      share: percent(share),
      options: options
        .split(';')
        .map((o) => o.trim())
        .filter((o) => o !== ''),
      norm,
      kitchen,
      off: off === 'off',
    };
  };
  const save = async (over = version) => {
    const kept = mine();
    const outcome = await send({ version: over, form: kept });
    if (!outcome.ok) return setProblem(outcome.problem);
    onClose();
    void go(off === 'off' ? '/forms' : `/forms/${kept.id}`);
  };
  return (
    <>
      {base && (
        <Stale
          problem={problem && { ...problem, current: flat(problem.current) }}
          names={fieldNames}
          mine={mine()}
          kinds={{ pieceG: 'mass', tolerance: 'share', share: 'share' }}
          onKeep={(over) => {
            setVersion(over);
            void save(over);
          }}
          onTheirs={draft.leave(onClose)}
        />
      )}
      {form === null && (
        <SelectField
          label="Cut like"
          value={like}
          empty="choose a form"
          onChange={(id) => {
            setLike(id);
            const chosen = shippedForms.find((f) => f.id === id)!;
            setPiece({ grams: chosen.pieceG, source: 'typed' });
            setLife(String(chosen.lifeFactor));
            setShare(String(Math.round(chosen.yield.share * 1000) / 10));
            setTolerance(String(Math.round(chosen.tolerance * 100)));
            setOptions(chosen.options.join('; '));
          }}
          error={errors.like}
          options={shippedForms.map((f) => ({ value: f.id, name: f.name }))}
          note="its steps, sections and cautions come from that form"
        />
      )}
      <TextField label="Name" value={name} onChange={setName} error={errors.name} />
      <div className="grid grid-cols-4 gap-4">
        <WeightField
          label="A piece"
          value={piece}
          onChange={setPiece}
          take={null}
          plain
          error={errors.pieceG}
        />
        <TextField
          label="Off by, %"
          value={tolerance}
          onChange={setTolerance}
          inputMode="decimal"
          error={errors.tolerance}
        />
        <TextField
          label="Life ×"
          value={life}
          onChange={setLife}
          inputMode="decimal"
          error={errors.lifeFactor}
        />
        <TextField
          label="Of its part, %"
          value={share}
          onChange={setShare}
          inputMode="decimal"
          error={errors.share}
          note="what is left once trimmed"
        />
      </div>
      <TextField
        label="On request"
        value={options}
        onChange={setOptions}
        error={errors.options}
        note="one after another, a semicolon between"
      />
      <TextField label="Norm" value={norm} onChange={setNorm} error={errors.norm} />
      <TextField label="In the kitchen" value={kitchen} onChange={setKitchen} error={errors.kitchen} />
      {form && (
        <Choice
          label="This shop"
          value={off}
          onChange={setOff}
          options={[
            { value: 'on', name: 'cuts it' },
            { value: 'off', name: 'does not' },
          ]}
        />
      )}
      {problem && problem.code !== 'stale' && Object.keys(errors).length === 0 && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
      <div className="flex gap-3">
        <Button
          kind="main"
          busy={busy}
          notYet={
            form === null && !like
              ? 'say which form it is cut like'
              : name.trim() === ''
                ? 'give it a name'
                : null
          }
          onPress={() => void save()}
        >
          Keep the form
        </Button>
        <Button onPress={draft.leave(onClose)}>Leave it</Button>
      </div>
    </>
  );
}
