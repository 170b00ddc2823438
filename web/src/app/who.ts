/** Who is signed in on this screen: what is done here is theirs, also when it reaches the shop later. */
let here: { id: number; name: string } | null = null;

export const whoIsHere = () => here;
export const isHere = (who: { id: number; name: string } | null): void => {
  here = who ? { id: who.id, name: who.name } : null;
};
