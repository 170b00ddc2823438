import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useShop } from '../shop.tsx';
import { setPrefs, useAppDispatch, useAppSelector } from '../store.ts';

/** What stands beside the seven stages. */
const beside = [
  { to: '/first', name: 'What goes first' },
  { to: '/frozen', name: 'Frozen and thawed' },
  { to: '/cold', name: 'Cold chain' },
  { to: '/marks', name: 'Where the marks are' },
  { to: '/bench/clock', name: 'The bench by the clock' },
  { to: '/species', name: 'Species book' },
  { to: '/forms', name: 'Market forms' },
  { to: '/methods', name: 'Cutting methods' },
  { to: '/labels', name: 'Labels' },
  { to: '/knives', name: 'Knives and accidents' },
  { to: '/quality', name: 'How the cutting goes' },
  { to: '/suppliers', name: 'Suppliers' },
  { to: '/schemes', name: 'Grading schemes' },
] as const;

/** What is for the manager only. */
const managers = [
  { to: '/rules', name: 'Whose rules' },
  { to: '/sign-ins', name: 'Sign-ins' },
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
        <span className="sr-only">Screen and sign-in</span>
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
            {prefs.theme === 'slate' ? 'Light: Chalk' : 'Dark: Slate'}
          </button>
        </MenuItem>
        <MenuItem>
          <button
            className={item}
            onClick={() => dispatch(setPrefs({ units: prefs.units === 'metric' ? 'imperial' : 'metric' }))}
          >
            {prefs.units === 'metric' ? 'Ounces, pounds, °F' : 'Grams, kilograms, °C'}
          </button>
        </MenuItem>
        <MenuItem>
          <button className={item} onClick={onLock}>
            Lock, or change user <span className="key ml-1">L</span>
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  );
}
