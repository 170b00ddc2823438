/** What stands in the braces of what is said: a figure, a name, or again something said. */
export type SaidParam = string | number | Said | readonly Word[];

/** Something to be said in whatever language: the code of its sentence, and what stands in the sentence's braces. */
export interface Said {
  /** `core/<area>:<code>`, the sentence's address in every language's folder. */
  readonly code: `core/${string}:${string}`;
  readonly params?: Readonly<Record<string, SaidParam>>;
}

/** A name that is itself in every language, or something said. */
export type Word = string | Said;

/** Makes what one area says. */
export function saidIn<Code extends string>(
  area: `core/${string}`,
): (code: Code, params?: Said['params']) => Said {
  const bare = new Map<Code, Said>();
  return (code, params) => {
    if (params) return { code: `${area}:${code}`, params };
    let said = bare.get(code);
    if (!said) bare.set(code, (said = { code: `${area}:${code}` }));
    return said;
  };
}

/** Whether a value is something said, as against a name or a reading. */
export const isSaid = (value: unknown): value is Said =>
  typeof value === 'object' &&
  value !== null &&
  'code' in value &&
  typeof value.code === 'string' &&
  value.code.startsWith('core/');
