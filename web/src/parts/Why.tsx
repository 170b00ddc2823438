import { Popover, PopoverButton, PopoverPanel } from '@headlessui/react';
import type { ReactNode } from 'react';
import { say } from './say.ts';

/** The working behind an answer: formula, inputs, source, on demand. */
export function Why({ children, label = say('why') }: { children: ReactNode; label?: string }) {
  return (
    <Popover as="span" className="inline-block">
      <PopoverButton className="why why-more">{label}</PopoverButton>
      <PopoverPanel
        anchor={{ to: 'bottom start', gap: 6 }}
        className="z-40 max-w-[420px] space-y-2 border-[1.5px] border-rule bg-slab p-4 text-body"
      >
        {children}
      </PopoverPanel>
    </Popover>
  );
}
