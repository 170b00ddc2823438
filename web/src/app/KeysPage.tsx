import { Choice } from '../parts/Choice.tsx';
import { Table } from '../parts/Table.tsx';
import { say } from './say.ts';
import { setPrefs, useAppDispatch, useAppSelector } from './store.ts';

const everywhere = [
  { key: '1 – 7', what: say('key_stages') },
  { key: say('space'), what: say('key_take') },
  { key: 'T', what: say('key_tare') },
  { key: '3, 3', what: say('key_new_order') },
  { key: `${say('ctrl_k')}, /`, what: say('key_find') },
  { key: 'L', what: say('key_lock') },
  { key: '?', what: say('key_keys') },
  { key: say('enter'), what: say('key_enter') },
  { key: say('esc'), what: say('key_escape') },
];
const here = [
  { key: 'G', what: say('key_one_sign') },
  { key: 'P', what: say('key_plan') },
  { key: '/', what: say('key_find_tray') },
  { key: 'B, 3', what: say('key_place') },
  { key: '+ −', what: say('key_more_less') },
  { key: 'C', what: say('key_cash') },
  { key: '← →', what: say('key_steps') },
];

const columns = [
  {
    cell: (k: { key: string }) => <span className="key">{k.key}</span>,
    width: 'w-28',
    className: 'py-2 whitespace-nowrap',
  },
  { cell: (k: { what: string }) => k.what, className: 'py-2' },
];
const choices = [
  { value: 'on' as const, name: say('keys_on') },
  { value: 'off' as const, name: say('keys_off') },
];

/** Every key of the program, and whether a letter alone does something on this device. */
export default function KeysPage() {
  const on = useAppSelector((s) => s.prefs.keys);
  const dispatch = useAppDispatch();
  return (
    <div className="max-w-[720px] pb-8">
      <h1 className="pb-2 text-head max-sm:text-big">{say('keys_of_this_program')}</h1>
      <Choice
        label={say('letters_digits_and_signs')}
        value={on ? 'on' : 'off'}
        options={choices}
        onChange={(v) => dispatch(setPrefs({ keys: v === 'on' }))}
      />
      <p className="pb-4 text-note text-ink2">{say('keys_rest_while_typing')}</p>
      <h2 className="pb-1 text-row">{say('everywhere')}</h2>
      <Table bare label={say('everywhere')} rows={everywhere} keyOf={(k) => k.key} columns={columns} />
      <h2 className="pt-5 pb-1 text-row">{say('at_its_stage')}</h2>
      <Table bare label={say('at_its_stage')} rows={here} keyOf={(k) => k.key} columns={columns} />
    </div>
  );
}
