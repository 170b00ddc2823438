import type { Elsewhere } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useChosenRow } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { FirstSteps } from '../../parts/FirstSteps.tsx';
import { Table } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import type { AllSettings } from './all.ts';
import { BackupsForm } from './BackupsForm.tsx';
import { DevicesForm, devicesInWords } from './DevicesForm.tsx';
import { OpeningForm, weekInWords } from './OpeningForm.tsx';
import { ScreensForm } from './ScreensForm.tsx';
import { ShopForm } from './ShopForm.tsx';
import { say } from './say.ts';
import { TaxForm, taxInWords } from './TaxForm.tsx';

const pages: Record<Elsewhere, { name: string; to: string; stands: string }> = {
  ruleProfile: { name: say('food_rules'), to: '/rules', stands: say('rules_stands') },
  checks: { name: say('checks_at_the_close'), to: '/close', stands: say('checks_stands') },
  money: { name: say('money_and_prices'), to: '/close/costs', stands: say('money_stands') },
  holidays: { name: say('busy_and_quiet_days'), to: '/close/buying', stands: say('holidays_stands') },
  labels: { name: say('labels'), to: '/labels', stands: say('labels_stands') },
  tubs: { name: say('tubs_and_trays'), to: '/bench', stands: say('tubs_stands') },
  methods: { name: say('cutting_methods'), to: '/methods', stands: say('methods_stands') },
  trimRules: { name: say('where_trim_goes'), to: '/counter/trim', stands: say('trim_stands') },
  customs: { name: say('roe_and_liver'), to: '/counter/trim', stands: say('customs_stands') },
};

interface Topic {
  id: string;
  name: string;
  /** The page it is decided on; what has none opens here. */
  to?: string;
  /** What stands there, or what is decided there. */
  stands: string;
  decided: AllSettings['shop']['decided'] | 'many';
  form?: (close: () => void) => ReactNode;
  /** What goes back to what the shop came with, in one press. */
  back?: { name: Elsewhere; version: number };
}

const topicsOf = (all: AllSettings): Topic[] => [
  {
    id: 'shop',
    name: say('the_shop'),
    stands: [all.shop.name, all.shop.address, all.shop.currency].filter((t) => t !== '').join(', '),
    decided: all.shop.decided,
    form: (close) => <ShopForm shop={all.shop} onDone={close} />,
  },
  {
    id: 'opening',
    name: say('opening'),
    stands: weekInWords(all.opening.hours),
    decided: all.opening.decided,
    form: (close) => <OpeningForm opening={all.opening} usual={all.usual} onDone={close} />,
  },
  {
    id: 'tax',
    name: say('tax'),
    stands: taxInWords(all.tax),
    decided: all.tax.decided,
    form: (close) => <TaxForm tax={all.tax} onDone={close} />,
  },
  {
    id: 'screens',
    name: say('screens'),
    stands: say('lock_after', { minutes: all.screens.idleLockMinutes }),
    decided: all.screens.decided,
    form: (close) => <ScreensForm screens={all.screens} usual={all.usual.idleLockMinutes} onDone={close} />,
  },
  {
    id: 'devices',
    name: say('devices'),
    stands: devicesInWords(all.devices),
    decided: all.devices.decided,
    form: (close) => <DevicesForm devices={all.devices} onDone={close} />,
  },
  {
    id: 'backups',
    name: say('backups'),
    stands: all.backups.folder || say('every_night'),
    decided: all.backups.decided,
    form: (close) => <BackupsForm backups={all.backups} onDone={close} />,
  },
  { id: 'people', name: say('people'), to: '/people', stands: say('people_stands'), decided: 'many' },
  { id: 'signIns', name: say('sign_ins'), to: '/sign-ins', stands: say('sign_ins_stands'), decided: 'many' },
  {
    id: 'species',
    name: say('species_book'),
    to: '/species',
    stands: say('species_stands'),
    decided: 'many',
  },
  { id: 'forms', name: say('market_forms'), to: '/forms', stands: say('forms_stands'), decided: 'many' },
  {
    id: 'schemes',
    name: say('grading_schemes'),
    to: '/schemes',
    stands: say('schemes_stands'),
    decided: 'many',
  },
  { id: 'places', name: say('cold_places'), to: '/cold', stands: say('places_stands'), decided: 'many' },
  {
    id: 'suppliers',
    name: say('suppliers'),
    to: '/suppliers',
    stands: say('suppliers_stands'),
    decided: 'many',
  },
  ...all.elsewhere.map(({ name, version, decided }): Topic => ({
    id: name,
    ...pages[name],
    decided,
    ...(decided && { back: { name, version } }),
  })),
];

/** Everything the shop decides, by topic: what stands, who decided it, and the way back to what it came with. */
export default function Settings() {
  const { data, problem, refetch } = useRead(routes.settings.all);
  const [open, choose] = useChosenRow('what');
  const { send, busy } = useChange(routes.settings.back);
  const said = useNotify();
  const { when } = useTimes();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const goBack = async (name: string, back: NonNullable<Topic['back']>) =>
    void said(await send({ version: back.version }, { name: back.name }), say('as_it_came_again', { name }));
  const whoDecided = ({ decided }: Topic) => {
    if (decided === 'many') return '';
    if (decided === null) return say('as_it_came');
    if (decided.at === null) return say('since_the_shop_was_set_up');
    return say('decided_by', { by: decided.by ?? say('somebody'), at: when(decided.at) });
  };
  const name = 'why flex min-h-12 items-center text-left font-figure text-label font-semibold';
  return (
    <div className="max-w-[860px] pb-8">
      <h1 className="pb-2 text-head max-sm:text-big">{say('what_this_shop_decides')}</h1>
      {open === null && <FirstSteps all />}
      <Table
        label={say('settings')}
        rows={topicsOf(data)}
        keyOf={(t) => t.id}
        columns={[
          {
            head: say('topic'),
            cell: (t) =>
              t.to ? (
                <Link className={name} to={t.to}>
                  {t.name}
                </Link>
              ) : (
                <button
                  type="button"
                  aria-expanded={open === t.id}
                  className={name}
                  onClick={() => choose(open === t.id ? null : t.id)}
                >
                  {t.name}
                </button>
              ),
          },
          { head: say('as_it_stands'), cell: (t) => t.stands, wide: true },
          { head: say('who_decided'), cell: whoDecided, className: 'text-ink2 max-sm:text-note' },
          {
            head: <span className="sr-only">{say('back_to_the_usual')}</span>,
            className: 'text-right',
            cell: (t) =>
              t.back && (
                <Button small busy={busy} onPress={() => void goBack(t.name, t.back!)}>
                  {say('back_to_the_usual')}
                </Button>
              ),
          },
        ]}
        under={(t) => open === t.id && t.form?.(() => choose(null))}
      />
      <p className="pt-4 text-note text-ink2">
        {data.program.dataFolder === null
          ? say('version_own_database', { version: data.program.version })
          : say('version_and_folder', { version: data.program.version, folder: data.program.dataFolder })}
      </p>
    </div>
  );
}
