import { Dialog as Headless, DialogPanel, DialogTitle } from '@headlessui/react';
import type { ReactNode } from 'react';
import { useAppSelector } from '../app/store.ts';

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
        <DialogPanel className="max-h-full w-full max-w-[560px] overflow-y-auto border-[1.5px] border-rule bg-slab p-6">
          <DialogTitle className="mb-3 text-big">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Headless>
  );
}
