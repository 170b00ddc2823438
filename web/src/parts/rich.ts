import { createElement, Fragment, type ReactElement, type ReactNode } from 'react';

/** A sentence with elements between its words, as `say.parts` gives it. */
export const rich = (parts: readonly ReactNode[]): ReactElement => createElement(Fragment, null, ...parts);
