import type { AnswerOf, LabelSettings, Problem } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { request } from '../../app/request.ts';
import { useScanner } from '../../app/scanner.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField, TextField } from '../../parts/Field.tsx';
import { useFormSettings } from '../../parts/forms.ts';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { OpenJobs } from '../../parts/OpenJobs.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { LabelPreview } from '../../parts/LabelPreview.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

type Read = AnswerOf<typeof routes.labels.read>;

/** Labels made today, what a scanned one says, and how labels are made. */
export default function Labels() {
  const { data, problem, refetch } = useRead(routes.labels.today);
  const settings = useFormSettings();
  const { me } = useShop();
  const { time } = useTimes();
  const mass = useMass();
  const [open, setOpen] = useState<number | null>(null);
  const [code, setCode] = useState('');
  const [read, setRead] = useState<Read | string | null>(null);
  const ask = async (scan: string) => {
    const outcome = await request<Read>(
      'GET',
      `${routes.labels.read.path}?${new URLSearchParams({ code: scan }).toString()}`,
    );
    setRead(outcome.ok ? outcome.data : (outcome.problem.detail ?? outcome.problem.title));
    setCode('');
  };
  useScanner((scan) => void ask(scan));
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_330px] gap-10 max-lg:grid-cols-1">
      <div>
        <h1 className="text-head">
          {data.length === 0 ? say('no_label_made_today') : say('labels_made_today', { data: data.length })}
        </h1>
        <p className="pb-2 text-label text-ink2">{say('made_as_pieces_are_weighed_out_a')}</p>
        <OpenJobs />
        <ul>
          {data.map((l) => (
            <li key={l.id} className="border-t border-line">
              <button
                type="button"
                onClick={() => setOpen(l.id)}
                className="grid min-h-12 w-full grid-cols-[64px_minmax(0,1fr)_auto_auto] items-center gap-4 px-2 text-left hover:bg-lift"
              >
                <span className="font-figure text-label">{time(l.madeAt)}</span>
                <span className="min-w-0">
                  <span className="block truncate font-figure text-label font-semibold">{l.title}</span>
                  <span className="block truncate text-note text-ink2">
                    {say('ticket_lot', { ticket: l.ticket, trace: l.trace, madeBy: l.madeBy })}
                  </span>
                </span>
                <span className="font-figure text-label font-semibold">
                  <Mass g={l.grams} />
                </span>
                <span className="w-28 text-right text-note text-ink2">
                  {l.voided
                    ? `void: ${l.voided}`
                    : l.prints === 0
                      ? say('not_printed')
                      : l.prints === 1
                        ? say('printed')
                        : say('printed_times', { prints: l.prints })}
                </span>
              </button>
            </li>
          ))}
        </ul>
      </div>
      <div>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            if (code.trim() !== '') void ask(code);
          }}
        >
          <TextField
            label={say('scan_or_type_a_code')}
            value={code}
            onChange={setCode}
            note={say('the_scanner_needs_no_field_scan')}
          />
        </form>
        {typeof read === 'string' && (
          <p role="alert" className="border-b-[3px] border-emberline pb-1 text-label">
            {read}
          </p>
        )}
        {read !== null && typeof read !== 'string' && (
          <p role="status" className="text-label">
            <strong className="font-figure text-row">{read.title}</strong>
            <span className="block text-ink2">
              {[
                read.grams !== null ? mass(read.grams) : '',
                read.price !== null ? formatMoney(read.price) : '',
                read.trace ? say('lot_2', { trace: read.trace }) : '',
                read.useBy ? say('use_by_2', { useBy: read.useBy }) : '',
              ]
                .filter((t) => t !== '')
                .join(', ')}
            </span>
            {read.voided && (
              <strong className="text-embertext">{say('void_2', { voided: read.voided })}</strong>
            )}
          </p>
        )}
        <h2 className="pt-4 text-row">{say('price_cards_for_the_slab')}</h2>
        <p className="pb-2 text-note text-ink2">{say('a_card_for_each_fish_on_sale')}</p>
        <p className="flex gap-5 pb-5">
          {(['a6', 'a7', 'a8'] as const).map((size) => (
            <a
              key={size}
              className="why inline-flex min-h-11 items-center"
              href={routes.labels.priceCards.path.replace(':size', size)}
              target="_blank"
              rel="noreferrer"
            >
              {say('cards_of', { size: size.toUpperCase(), mm: cardSizes[size] })}
            </a>
          ))}
        </p>
        {me.role === 'manager' && settings && (
          <LabelSettingsForm key={settings.labels.version} was={settings.labels} />
        )}
      </div>
      {open !== null && <LabelPreview id={open} onClose={() => setOpen(null)} />}
    </div>
  );
}

const cardSizes = { a6: '105 × 148 mm', a7: '105 × 74 mm', a8: '52 × 74 mm' } as const;

const fieldNames = {
  size: say('size_mm'),
  prefix: say('ean_prefix'),
  companyPrefix: say('gs1_company_prefix'),
  carries: say('the_ean_carries'),
  checked: say('its_value_is_checked'),
  asWeighed: say('printed_as_weighed'),
};

function LabelSettingsForm({ was }: { was: LabelSettings & { version: number } }) {
  const draft = useDraft('labels');
  const [version, setVersion] = useKept(draft, 'version', was.version);
  const { send, busy } = useChange(routes.labels.setSettings, draft);
  const said = useNotify();
  const [now, setNow] = useKept<LabelSettings>(draft, 'now', () => {
    const { version: _v, ...fields } = was;
    return fields;
  });
  const set = (change: Partial<LabelSettings>) => setNow((had) => ({ ...had, ...change }));
  const [problem, setProblem] = useKept<Problem | null>(draft, 'problem', null);
  const save = async (over = version) => {
    const outcome = await send({ ...now, version: over });
    if (!outcome.ok && outcome.problem.code === 'stale') setProblem(outcome.problem);
    said(outcome, say('labels_are_made_that_way_from_now'));
  };
  return (
    <div className="mt-4 border-t border-line pt-3">
      <h2 className="pb-2 text-label">{say('how_labels_are_made')}</h2>
      <Stale
        problem={problem}
        names={fieldNames}
        mine={now}
        kinds={{
          size: (v: string) => v.replace('x', ' × '),
          carries: { price: say('the_price'), weight: say('the_weight') },
        }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.forget}
      />
      <SelectField
        label={say('size_mm')}
        value={now.size}
        onChange={(size) => set({ size })}
        options={(['58x40', '100x50', '100x70'] as const).map((value) => ({
          value,
          name: value.replace('x', ' × '),
        }))}
      />
      <div className="grid grid-cols-2 gap-4">
        <TextField
          label={say('ean_prefix')}
          value={now.prefix}
          onChange={(prefix) => set({ prefix })}
          inputMode="numeric"
          note={say('n02_or_20_to_29')}
        />
        <TextField
          label={say('gs1_company_prefix')}
          value={now.companyPrefix}
          onChange={(companyPrefix) => set({ companyPrefix })}
          inputMode="numeric"
          note={say('empty_without_a_gtin_of_your_own')}
        />
      </div>
      <Choice
        label={say('the_ean_carries')}
        value={now.carries}
        onChange={(carries) => set({ carries })}
        options={[
          { value: 'price', name: say('the_price') },
          { value: 'weight', name: say('the_weight') },
        ]}
      />
      <Choice
        label={say('its_value')}
        value={now.checked ? 'four' : 'five'}
        onChange={(v) => set({ checked: v === 'four' })}
        options={[
          { value: 'four', name: say('n4_digits_checked') },
          { value: 'five', name: say('n5_digits') },
        ]}
      />
      <Choice
        label={say('print')}
        value={now.asWeighed ? 'weighed' : 'asked'}
        onChange={(v) => set({ asWeighed: v === 'weighed' })}
        options={[
          { value: 'asked', name: say('when_asked') },
          { value: 'weighed', name: say('as_weighed') },
        ]}
      />
      <Button busy={busy} onPress={() => void save()}>
        {say('keep')}
      </Button>
    </div>
  );
}
