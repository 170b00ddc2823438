import { Dialog as Headless, DialogPanel, DialogTitle } from '@headlessui/react';
import type { ReactNode } from 'react';
import { useAppSelector } from '../app/store.ts';
import { say } from './say.ts';

/** A question that must be answered before going on; Escape leaves everything as it was. */
export function Dialog({
  title,
  open,
  onClose,
  children,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  // Locked, it stands aside with all that is typed in it: whoever signs in next must be able to.
  const locked = useAppSelector((s) => s.connection.locked);
  if (!open) return null;
  return (
    <Headless open={!locked} unmount={false} onClose={onClose} className="relative z-40">
      <div className="fixed inset-0 bg-air/80" aria-hidden="true" />
      <div className="fixed inset-0 grid place-items-center p-4">
        <DialogPanel className="max-h-full w-full max-w-[560px] overflow-y-auto border-[1.5px] border-rule bg-slab p-6 small:p-4">
          <div className="mb-3 flex items-start justify-between gap-4">
            <DialogTitle className="text-big">{title}</DialogTitle>
            {/* Last to the Tab key: a dialog begins in its first field. */}
            <button
              type="button"
              tabIndex={-1}
              aria-label={say('close_this_window')}
              className="-mt-2 -mr-2 grid size-11 shrink-0 place-items-center text-row text-ink2 hover:bg-lift"
              onClick={onClose}
            >
              ✕
            </button>
          </div>
          {children}
        </DialogPanel>
      </div>
    </Headless>
  );
}
