import { createContext } from 'react';

/** Whose screens these are, and in what role; empty at the door. What one person was answered is shown to no other. */
export const WhoseScreen = createContext('');

/** Who is signed in on this screen: what is done here is theirs, also when it reaches the shop later. */
let here: { id: number; name: string } | null = null;

export const whoIsHere = () => here;
export const isHere = (who: { id: number; name: string } | null): void => {
  here = who ? { id: who.id, name: who.name } : null;
};
