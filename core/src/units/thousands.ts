/** The digits of a whole number with its thousands set apart by a thin space, from four digits on, whatever they count. */
export const thousands = (whole: string): string => whole.replace(/\B(?=(\d{3})+$)/g, '\u2009');
