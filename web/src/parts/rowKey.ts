/** What tells a row of stock from every other, as text. */
export const rowKey = (r: { place: string; lotId: number; item: string; batch: number }) =>
  `${r.place} ${r.lotId} ${r.item} ${r.batch}`;
