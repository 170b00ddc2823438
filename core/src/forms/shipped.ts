import type { Form } from './form.ts';
import shippedData from './shipped.json' with { type: 'json' };

/** The forms a shop starts with (common practice; codes from memory; factors, tolerances and shares our choice). */
export const shippedForms = shippedData as readonly Form[];
