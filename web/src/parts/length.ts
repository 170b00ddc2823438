import { useAppSelector } from '../app/store.ts';

/** Lengths in this screen's units: millimetres, or inches to a quarter of a tenth. */
export function useLength(): {
  unit: string;
  format: (mm: number) => string;
  parse: (text: string) => number | null;
} {
  const metric = useAppSelector((s) => s.prefs.units) === 'metric';
  return {
    unit: metric ? 'mm' : 'in',
    format: (mm) => (metric ? String(mm) : (mm / 25.4).toFixed(1)),
    parse: (text) => {
      const value = Number(text.trim().replace(',', '.'));
      if (text.trim() === '' || !Number.isFinite(value) || value <= 0) return null;
      return Math.round(metric ? value : value * 25.4);
    },
  };
}
