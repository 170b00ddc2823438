/** Shape of a kind of fish along u, the distance from the snout over standard length (typical values, our choice). */
export interface Profile {
  /** u, half-height and half-width over standard length. */
  points: [u: number, h: number, w: number][];
  /** Standard over total length. */
  kappa: number;
  collar: number;
  vent: number;
  pinBonesEnd: number | null;
  tail: number;
  filletEnd: number;
  /** Skin-on fillets (tail fish: skinless) over gutted weight with the head on. */
  yieldOfGutted: number;
  /** The tail fin's share of the whole. */
  fin: number;
  /** Beyond this equal-weight steaks become absurdly thick. */
  steakEnd: number;
  /** Piecewise-linear: share of the section that is gut cavity; raw flesh; dorsal share. */
  cavity: [u: number, value: number][];
  flesh: [u: number, value: number][];
  loin: [u: number, value: number][];
}

/**
 * What a shop has measured of a species, over the row it is drawn by. What its fillets yield stands in the species book:
 * a yield given here counts for a row by itself only.
 */
export type BodyOwn = { [K in keyof Profile]?: Profile[K] | undefined };
