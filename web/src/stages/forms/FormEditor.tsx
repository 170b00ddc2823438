import type { BodyOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shippedForms, type Form } from '@ember-slate/core/forms';
import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Dialog } from '../../parts/Dialog.tsx';
import { SelectField, TextField, WeightField, type Weight } from '../../parts/Field.tsx';
import { Form as FormPart } from '../../parts/Form.tsx';
import { useFormSettings } from '../../parts/forms.ts';
import { say } from './say.ts';

type Own = BodyOf<typeof routes.forms.save>['form'];

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
    name: say('name'),
    pieceG: say('a_piece'),
    tolerance: say('off_by'),
    lifeFactor: say('life'),
    share: say('of_its_part'),
    options: say('on_request'),
    norm: say('norm'),
    kitchen: say('in_the_kitchen'),
    off: say('this_shop_does_not_cut_it'),
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
    <Dialog
      title={form ? say('as_this_shop_cuts_it', { form: form.name }) : say('a_form_of_our_own')}
      open
      onClose={onClose}
    >
      {settings ? (
        <Fields form={form} opened={settings.version} onClose={onClose} />
      ) : (
        <p className="text-ink2">{say('the_shops_forms_are_on_their_way')}</p>
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
    route: routes.forms.save,
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
      submit={say('keep_the_form')}
      notYet={
        form === null && !like
          ? say('say_which_form_it_is_cut_like')
          : name.trim() === ''
            ? say('give_it_a_name')
            : null
      }
      onLeave={onClose}
    >
      {form === null && (
        <SelectField
          label={say('cut_like')}
          {...field('like')}
          empty={say('choose_a_form')}
          onChange={(id) => state.set({ like: id, ...said(shippedForms.find((f) => f.id === id)!) })}
          options={shippedForms.map((f) => ({ value: f.id, name: f.name }))}
          note={say('its_steps_sections_and_cautions')}
        />
      )}
      <TextField label={say('name')} {...field('name')} />
      <div className="grid grid-cols-4 gap-4">
        <WeightField label={say('a_piece')} {...field('piece', 'pieceG')} take={null} plain />
        <TextField label={say('tolerance')} {...field('tolerance')} inputMode="decimal" />
        <TextField label={say('life')} {...field('life', 'lifeFactor')} inputMode="decimal" />
        <TextField
          label={say('yield_of_its_section')}
          {...field('share')}
          inputMode="decimal"
          note={say('what_is_left_once_trimmed')}
        />
      </div>
      <TextField
        label={say('on_request')}
        {...field('options')}
        note={say('one_after_another_a_semicolon')}
      />
      <TextField label={say('norm')} {...field('norm')} />
      <TextField label={say('in_the_kitchen')} {...field('kitchen')} />
      {form && (
        <Choice
          label={say('this_shop')}
          {...field('off')}
          options={[
            { value: 'on', name: say('cuts_it') },
            { value: 'off', name: say('does_not') },
          ]}
        />
      )}
    </FormPart>
  );
}
