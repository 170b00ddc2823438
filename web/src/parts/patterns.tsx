/** Hatching at 45 degrees: for the counter, and time that is no work. */
export const Hatch = ({ id }: { id: string }) => (
  <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <path d="M 0 0 V 7" stroke="var(--ink3)" strokeWidth="1.2" />
  </pattern>
);

/** Dots: trim. */
export const Dots = ({ id }: { id: string }) => (
  <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse">
    <circle cx="2" cy="2" r="1.1" fill="var(--ink3)" />
  </pattern>
);
