import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/react';
import type { ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { mayOpen, pageName } from '../pageList.ts';
import { useSmall } from '../frame.ts';
import { useShop } from '../shop.tsx';
import { setPrefs, useAppDispatch, useAppSelector } from '../store.ts';
import { say } from '../say.ts';
import { stages } from './stages.ts';

/** What stands beside the seven stages. */
const beside = [
  '/first',
  '/frozen',
  '/cold',
  '/marks',
  '/bench/clock',
  '/species',
  '/forms',
  '/methods',
  '/goods',
  '/labels',
  '/knives',
  '/quality',
  '/customers',
  '/suppliers',
  '/boats',
  '/schemes',
  '/settings',
  '/people',
];

interface Props {
  onLock: () => void;
  onFind: () => void;
  children: ReactNode;
}

/** What stands beside the stages, what this screen prefers, and who stands at it. */
export function ScreenMenu({ onLock, onFind, children }: Props) {
  const prefs = useAppSelector((s) => s.prefs);
  const { me, shop } = useShop();
  const here = useLocation().pathname;
  const small = useSmall();
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
        {/* Where the bar shows only the stage one stands at, the seven stand here. */}
        {small && (
          <>
            {stages.map((stage) => (
              <MenuItem key={stage.key}>
                <Link className={item} to={stage.path}>
                  {stage.name}
                </Link>
              </MenuItem>
            ))}
            <div className="my-2 border-t border-line" />
          </>
        )}
        {beside
          .filter((to) => mayOpen(to, me.role))
          .map((to) => (
            <MenuItem key={to}>
              <Link className={item} to={to}>
                {pageName(to)}
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
          <button className={item} onClick={onFind}>
            {say('find')} <span className="key ml-1">{say('ctrl_k')}</span>
          </button>
        </MenuItem>
        <MenuItem>
          <Link className={item} to={`/help?of=${here}`}>
            {pageName('/help')} <span className="key ml-1">?</span>
          </Link>
        </MenuItem>
        {shop.sample && (
          <MenuItem>
            <Link className={item} to="/landing" onClick={() => dispatch(setPrefs({ walking: true }))}>
              {say('first_morning')}
            </Link>
          </MenuItem>
        )}
        <MenuItem>
          <Link className={item} to="/keys">
            {pageName('/keys')}
          </Link>
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
