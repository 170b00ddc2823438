import { vi } from 'vitest';

/** A window without a layout has no sizes: what is drawn to its place is told this one, px; without one it waits. */
export function layOut(width?: number, height?: number): void {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      constructor(private readonly tell: (entries: { contentRect: object }[]) => void) {}
      observe() {
        if (width !== undefined) this.tell([{ contentRect: { width, height } }]);
      }
      unobserve() {}
      disconnect() {}
    },
  );
}
