/** What these facts follow from, of an entry of the species book. */
interface Kind {
  id: string;
  bodyPlan: string;
  frameStock: 'excellent' | 'good' | 'fair' | 'oily';
}

/** Fillets one fish gives: flatfish and skate 4, the others 2 (common practice). */
export const filletsPerFish = (species: { bodyPlan?: string | undefined }): number =>
  ['flat', 'large_flat', 'wing'].includes(species.bodyPlan ?? '') ? 4 : 2;

/** What a cutter finds of pin bones (common practice). */
export function pinBoneFact({ bodyPlan, id }: Kind): string {
  if (bodyPlan === 'tail') return 'None: one plain spine, no ribs.';
  if (bodyPlan === 'wing') return 'None: cartilage; feel for splinters and trim them.';
  if (bodyPlan === 'flat' || bodyPlan === 'large_flat')
    return 'None in the fillets; trim the fin bones of the skirt.';
  if (id.includes('gurnard')) return 'A long row of large ones, far down the fillet.';
  if (['salmon', 'chinook', 'rainbow_trout', 'sea_trout', 'arctic_char'].includes(id))
    return 'From the head end to about two thirds of the side; the tail part has none. Young firm fish give them up more easily than big soft ones.';
  return 'A row from the head end to about the vent: cut out as a V, or drawn.';
}

/** How the fillets come off (common practice). */
export function filletFact({ bodyPlan }: Kind): string {
  if (bodyPlan === 'wing')
    return '4 thin ones, two larger from the upper side; a large skate also gives tail-muscle steaks.';
  if (bodyPlan === 'flat' || bodyPlan === 'large_flat')
    return '4, or 2 if cross-cut; those of the eyed side are larger.';
  if (bodyPlan === 'tail') return '2; take the membrane under the skin off, it shrinks in the pan.';
  return '2.';
}

/** What the frame is worth in the pot (common practice). */
export function stockFact({ frameStock }: Kind): string {
  const words = {
    excellent: 'Excellent: clear and full.',
    good: 'Good.',
    fair: 'Fair; with better frames.',
    oily: 'Oily: apart from white frames, if at all.',
  };
  return `${words[frameStock]} Gills and eyes out, blood soaked out, frame cracked.`;
}

/** Pin bones a sweep may expect on a side (common practice, estimates from memory). */
export function expectedPinBones({ bodyPlan, id }: Pick<Kind, 'bodyPlan' | 'id'>): string {
  if (['tail', 'wing', 'flat', 'large_flat'].includes(bodyPlan)) return 'no pin bones; feel the edges';
  if (['salmon', 'chinook', 'sea_trout', 'arctic_char'].includes(id)) return 'about 29 to 33 a side';
  if (id === 'rainbow_trout') return 'about 25 a side';
  if (bodyPlan === 'deep' || /bass|mullet/.test(id)) return '12 to 20 a side';
  if (id.includes('gurnard')) return 'a long row of large ones, far down';
  if (bodyPlan === 'elongate') return '12 to 20 a side, in the front third';
  return 'a row to about the vent';
}
