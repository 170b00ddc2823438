import { contract, type BodyOf } from '@ember-slate/contract';
import { shippedForms, type Form } from '@ember-slate/core/forms';
import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { Form as FormPart } from '../../parts/Form.tsx';
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

const stale = {
  names: {
    name: 'Name',
    pieceG: 'A piece',
    tolerance: 'Off by',
    lifeFactor: 'Life ×',
    share: 'Of its part',
    options: 'On request',
    norm: 'Norm',
    kitchen: 'In the kitchen',
    off: 'This shop does not cut it',
  },
  kinds: { pieceG: 'mass', tolerance: 'share', share: 'share' },
  /** What the shop has of a form now, with the version beside its fields. */
  current: (current: unknown) => {
    const { form, version } = (current ?? {}) as { form?: Own | null; version?: number };
    return version === undefined ? undefined : { ...form, version };
  },
} as const;

interface Values {
  version: number;
  like: string;
  name: string;
  piece: Weight | null;
  /** Percent and factors as they are typed. */
  tolerance: string;
  life: string;
  share: string;
  /** One after another, a semicolon between. */
  options: string;
  norm: string;
  kitchen: string;
  off: 'on' | 'off';
}

/** What a form says of itself, as its fields show it. */
const said = (form: Form) => ({
  piece: { grams: form.pieceG, source: 'typed' as const },
  tolerance: String(Math.round(form.tolerance * 100)),
  life: String(form.lifeFactor),
  share: String(Math.round(form.yield.share * 1000) / 10),
  options: form.options.join('; '),
});

const opened = (form: Form | null, version: number): Values => ({
  version,
  like: form?.like ?? '',
  name: form?.name ?? '',
  norm: form?.norm ?? '',
  kitchen: form?.kitchen ?? '',
  off: form?.off ? 'off' : 'on',
  ...(form ? said(form) : { piece: null, tolerance: '15', life: '0.65', share: '95', options: '' }),
});

/** The form the values describe; what it is cut like gives the weight of a piece nobody typed. */
const ownOf = (v: Values, form: Form | null, base: Form | null | undefined): Own => ({
  id: form?.id ?? slug(v.name),
  like: form === null || form.like !== null ? (form?.like ?? v.like) : null,
  name: v.name,
  pieceG: v.piece?.grams ?? base?.pieceG ?? 0,
  tolerance: percent(v.tolerance),
  lifeFactor: Number(v.life.replace(',', '.')),
  share: percent(v.share),
  options: v.options
    .split(';')
    .map((o) => o.trim())
    .filter((o) => o !== ''),
  norm: v.norm,
  kitchen: v.kitchen,
  off: v.off === 'off',
});

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

function Fields({
  form,
  opened: version,
  onClose,
}: {
  form: Form | null;
  opened: number;
  onClose: () => void;
}) {
  const go = useNavigate();
  const state = useForm({
    draft: useDraft(form ? `form ${form.id}` : 'form'),
    opened: () => opened(form, version),
    route: contract.forms.save,
    body: (v: Values) => ({
      version: v.version,
      form: ownOf(v, form, shippedForms.find((f) => f.id === (form ? form.id : v.like)) ?? form),
    }),
    onDone: (_saved, v) => {
      onClose();
      void go(v.off === 'off' ? '/forms' : `/forms/${form?.id ?? slug(v.name)}`);
    },
  });
  const field = <N extends keyof Values>(name: N, path: string = name) => state.field(name, `form.${path}`);
  const { like, name } = state.values;
  return (
    <FormPart
      of={{ ...state, mine: (state.mine as { form: Own }).form }}
      stale={stale}
      submit="Keep the form"
      notYet={
        form === null && !like
          ? 'say which form it is cut like'
          : name.trim() === ''
            ? 'give it a name'
            : null
      }
      onLeave={onClose}
    >
      {form === null && (
        <SelectField
          label="Cut like"
          {...field('like')}
          empty="choose a form"
          onChange={(id) => state.set({ like: id, ...said(shippedForms.find((f) => f.id === id)!) })}
          options={shippedForms.map((f) => ({ value: f.id, name: f.name }))}
          note="its steps, sections and cautions come from that form"
        />
      )}
      <TextField label="Name" {...field('name')} />
      <div className="grid grid-cols-4 gap-4">
        <WeightField label="A piece" {...field('piece', 'pieceG')} take={null} plain />
        <TextField label="Tolerance, %" {...field('tolerance')} inputMode="decimal" />
        <TextField label="Life ×" {...field('life', 'lifeFactor')} inputMode="decimal" />
        <TextField
          label="Yield of its section, %"
          {...field('share')}
          inputMode="decimal"
          note="what is left once trimmed"
        />
      </div>
      <TextField label="On request" {...field('options')} note="one after another, a semicolon between" />
      <TextField label="Norm" {...field('norm')} />
      <TextField label="In the kitchen" {...field('kitchen')} />
      {form && (
        <Choice
          label="This shop"
          {...field('off')}
          options={[
            { value: 'on', name: 'cuts it' },
            { value: 'off', name: 'does not' },
          ]}
        />
      )}
    </FormPart>
  );
}
