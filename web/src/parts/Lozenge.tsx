/** The mark of "a hand is wanted here, now"; a word always stands beside it. */
export const Lozenge = () => (
  <svg width="14" height="14" aria-hidden="true" className="inline-block shrink-0">
    <path d="M 7 0 L 14 7 L 7 14 L 0 7 Z" fill="var(--ember)" />
  </svg>
);
