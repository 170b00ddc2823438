import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useShop } from '../shop.tsx';
import { setPrefs, useAppDispatch, useAppSelector } from '../store.ts';
import { say } from '../say.ts';

/** What stands beside the seven stages. */
const beside = [
  { to: '/first', name: say('what_goes_first') },
  { to: '/frozen', name: say('frozen_and_thawed') },
  { to: '/cold', name: say('cold_chain') },
  { to: '/marks', name: say('where_the_marks_are') },
  { to: '/bench/clock', name: say('the_bench_by_the_clock') },
  { to: '/species', name: say('species_book') },
  { to: '/forms', name: say('market_forms') },
  { to: '/methods', name: say('cutting_methods') },
  { to: '/labels', name: say('labels') },
  { to: '/knives', name: say('knives_and_accidents') },
  { to: '/quality', name: say('how_the_cutting_goes') },
  { to: '/suppliers', name: say('suppliers') },
  { to: '/schemes', name: say('grading_schemes') },
] as const;

/** What is for the manager only. */
const managers = [
  { to: '/settings', name: say('settings') },
  { to: '/people', name: say('people') },
] as const;

/** What stands beside the stages, what this screen prefers, and who stands at it. */
export function ScreenMenu({ onLock, children }: { onLock: () => void; children: ReactNode }) {
  const prefs = useAppSelector((s) => s.prefs);
  const { me } = useShop();
  const dispatch = useAppDispatch();
  const item = 'block w-full px-4 py-2.5 text-left font-figure text-label data-focus:bg-lift';
  return (
    <Menu>
      <MenuButton className="block text-left">
        {children}
        <span className="sr-only">{say('screen_and_sign_in')}</span>
      </MenuButton>
      <MenuItems
        anchor={{ to: 'bottom end', gap: 8 }}
        className="z-40 w-64 border-[1.5px] border-rule bg-slab py-2 outline-none"
      >
        {[...beside, ...(me.role === 'manager' ? managers : [])].map((b) => (
          <MenuItem key={b.to}>
            <Link className={item} to={b.to}>
              {b.name}
            </Link>
          </MenuItem>
        ))}
        <div className="my-2 border-t border-line" />
        <MenuItem>
          <button
            className={item}
            onClick={() => dispatch(setPrefs({ theme: prefs.theme === 'slate' ? 'chalk' : 'slate' }))}
          >
            {prefs.theme === 'slate' ? say('light_chalk') : say('dark_slate')}
          </button>
        </MenuItem>
        <MenuItem>
          <button
            className={item}
            onClick={() => dispatch(setPrefs({ units: prefs.units === 'metric' ? 'imperial' : 'metric' }))}
          >
            {prefs.units === 'metric' ? say('ounces_pounds_f') : say('grams_kilograms_c')}
          </button>
        </MenuItem>
        <MenuItem>
          <button className={item} onClick={onLock}>
            {say('lock_or_change_user')} <span className="key ml-1">L</span>
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}
