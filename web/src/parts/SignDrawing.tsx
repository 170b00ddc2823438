import type { SignKind } from '@ember-slate/core/freshness';
import type { ReactNode } from 'react';

const range = (n: number) => Array.from({ length: n }, (_, i) => i);

/** The eye from the side over the skin: how far it bulges, how dark its pupil, how hazy its cornea. */
function Eye({ age }: { age: number }) {
  const bulge = 15 - age * 24;
  const top = 40 - bulge;
  return (
    <>
      <path className="f-line" d={`M 6 40 H 28 Q 48 ${top - bulge * 0.7} 68 40 H 90`} />
      <ellipse
        cx="48"
        cy={40 - bulge * 0.45}
        rx="9"
        ry="5.5"
        fill="var(--fishline)"
        fillOpacity={1 - age * 0.75}
        stroke="var(--fishline)"
      />
      {range(Math.round(age * 7)).map((i) => (
        <path
          key={i}
          className="f-ray"
          style={{ opacity: 1 }}
          d={`M ${32 + i * 4.4} ${42 - bulge * 0.2} l 7 -9`}
        />
      ))}
    </>
  );
}

/** Gill filaments: bright and apart, then stuck together under slime. */
function Gills({ age }: { age: number }) {
  const step = 4.2 + age * 1.5;
  return (
    <>
      <path className="f-line" d="M 14 12 Q 48 -2 82 12" strokeWidth="2.5" />
      {range(Math.floor(66 / step)).map((i) => {
        const x = 15 + i * step;
        const bend = age * 5 * Math.sin(i * 1.7);
        return (
          <path
            key={i}
            d={`M ${x} ${11 - 6 * Math.sin(((x - 14) / 68) * Math.PI)} q ${bend} 18 ${bend * 1.4} ${38 - age * 8}`}
            fill="none"
            stroke="var(--fishline)"
            strokeWidth={1.6 - age * 0.6}
            strokeOpacity={1 - age * 0.45}
          />
        );
      })}
      {range(Math.round(age * 6)).map((i) => (
        <circle
          key={i}
          cx={20 + i * 11}
          cy={34 + (i % 2) * 9}
          r={2.4 + age * 2}
          fill="var(--slab)"
          stroke="var(--finline)"
        />
      ))}
    </>
  );
}

/** A thumb pressed into the flesh: how deep the dent stays. */
function Flesh({ age }: { age: number }) {
  const dent = 3 + age * 22;
  return (
    <>
      <path className="f-line" d={`M 6 34 H 30 Q 48 ${34 + dent} 66 34 H 90`} />
      <path className="f-ray" style={{ opacity: 1 }} d="M 6 56 H 90" />
      <path className="f-line" d={`M 40 ${4 + age * 4} v 12 a 8 8 0 0 0 16 0 v -12`} />
      {age < 0.5 && <path className="f-line" d={`M 74 ${26 + age * 8} v -14 m -4 5 l 4 -5 l 4 5`} />}
    </>
  );
}

/** Scales that shine, then dull, then lift. */
function Skin({ age }: { age: number }) {
  return (
    <>
      {range(4).map((row) =>
        range(6).map((col) => {
          const x = 8 + col * 14 + (row % 2) * 7;
          const y = 12 + row * 12;
          const lifted = age > 0.8 && (row + col) % 3 === 0;
          return (
            <path
              key={`${row} ${col}`}
              d={`M ${x} ${y} q 7 ${lifted ? -6 : 10} 14 0`}
              fill="none"
              stroke="var(--fishline)"
              strokeWidth={1.4 - age * 0.5}
              strokeOpacity={1 - age * 0.4}
              strokeDasharray={age > 0.5 ? '3 2' : undefined}
            />
          );
        }),
      )}
      {range(Math.round((1 - age) * 4)).map((i) => (
        <path key={i} className="f-line" d={`M ${20 + i * 19} ${10 + (i % 2) * 20} l 6 -5`} strokeWidth="2" />
      ))}
    </>
  );
}

/** A film over the skin: thin and clear, then thick and clotted. */
function Slime({ age }: { age: number }) {
  const thick = 3 + age * 16;
  return (
    <>
      <path className="f-line" d="M 6 48 H 90" strokeWidth="2" />
      <path
        d={`M 6 48 V ${48 - thick} Q 20 ${44 - thick - age * 6} 34 ${48 - thick} T 62 ${48 - thick} T 90 ${48 - thick} V 48 Z`}
        fill="var(--finline)"
        fillOpacity={0.08 + age * 0.4}
        stroke="var(--fishline)"
      />
      {range(Math.round(age * 5)).map((i) => (
        <circle
          key={i}
          cx={16 + i * 16}
          cy={44 - thick * 0.4}
          r="2.6"
          fill="var(--slab)"
          stroke="var(--fishline)"
        />
      ))}
    </>
  );
}

/** A nose over the fish: the more and the more broken the waves, the stronger. */
function Smell({ age }: { age: number }) {
  const waves = 1 + Math.round(age * 4);
  return (
    <>
      <path className="f-line" d="M 70 6 Q 92 22 82 34 Q 78 40 70 38" strokeWidth="1.75" />
      <circle cx="76" cy="34" r="2.2" fill="var(--fishline)" />
      {range(waves).map((i) => {
        const y = 52 - i * 9;
        const a = 3 + age * 5;
        return (
          <path
            key={i}
            className="f-line"
            d={`M 8 ${y} q 7 ${-a} 14 0 t 14 0 t 14 0`}
            strokeDasharray={age > 0.6 ? '2 3' : age > 0.3 ? '7 3' : undefined}
          />
        );
      })}
    </>
  );
}

/** The belly from the side: tight, slack, stained, burst. */
function Belly({ age }: { age: number }) {
  return (
    <>
      <path className="f-line" d="M 6 16 H 90" />
      <path
        className="f-line"
        d={`M 6 22 Q 48 ${50 + age * 14} 90 22`}
        strokeDasharray={age > 0.8 ? '9 5' : undefined}
      />
      {age > 0.5 &&
        range(5).map((i) => (
          <circle
            key={i}
            cx={30 + i * 9}
            cy={34 + (i % 2) * 5}
            r={2 + age}
            fill="var(--fishline)"
            fillOpacity="0.4"
          />
        ))}
      {age > 0.8 && <path className="f-line" d="M 46 50 l 4 7 l 5 -6" />}
    </>
  );
}

/** The lining and the wall of the cavity: stuck fast, then coming away. */
function Lining({ age }: { age: number }) {
  return (
    <>
      <path className="f-line" d="M 6 50 H 90" strokeWidth="2.5" />
      <path className="f-line" d={`M 6 46 H ${84 - age * 62} q 8 0 ${8 + age * 18} ${-6 - age * 30}`} />
      {age > 0.5 &&
        range(6).map((i) => <circle key={i} cx={14 + i * 9} cy="40" r="1.6" fill="var(--fishline)" />)}
    </>
  );
}

/** Blood along the spine: full and dark on the page, then thin and pale. */
function Blood({ age }: { age: number }) {
  return (
    <>
      {range(7).map((i) => (
        <path key={i} className="f-line" d={`M ${12 + i * 12} 30 v -18 M ${12 + i * 12} 30 v 12`} />
      ))}
      <path className="f-line" d="M 6 30 H 90" strokeWidth="2" />
      <rect
        x="6"
        y="33"
        width="84"
        height={9 - age * 5}
        fill="var(--fishline)"
        fillOpacity={0.85 - age * 0.65}
      />
    </>
  );
}

/** A wing or a piece: its edge from moist to curled. */
function Edges({ age }: { age: number }) {
  return (
    <>
      <path
        className="f-line"
        d={`M 8 46 Q 40 ${20 - age * 4} 78 ${34 - age * 20} q ${8 - age * 14} ${8 - age * 4} ${6 - age * 12} 12 Q 44 60 8 46 Z`}
      />
      {range(Math.round(age * 6)).map((i) => (
        <path key={i} className="f-line" d={`M ${70 - i * 6} ${36 + i} l 5 6`} strokeOpacity="0.7" />
      ))}
    </>
  );
}

/** A cut face with its flakes: closed and glossy, then gaping. */
function CutFace({ age }: { age: number }) {
  return (
    <>
      <path className="f-line" d="M 8 18 Q 48 2 88 18 V 46 Q 48 58 8 46 Z" />
      {range(5).map((i) => {
        const x = 18 + i * 14;
        return (
          <path
            key={i}
            d={`M ${x} 14 q ${6 + age * 4} 18 0 36 ${age > 0.3 ? `q ${-age * 9} -18 0 -36` : ''}`}
            fill="var(--fishline)"
            fillOpacity={age > 0.3 ? age * 0.35 : 0}
            stroke="var(--fishline)"
            strokeWidth="1.1"
          />
        );
      })}
    </>
  );
}

const drawings: Record<SignKind, (props: { age: number }) => ReactNode> = {
  smell: Smell,
  gills: Gills,
  flesh: Flesh,
  lining: Lining,
  belly: Belly,
  blood: Blood,
  skin: Skin,
  slime: Slime,
  eyes: Eye,
  edges: Edges,
  cut_face: CutFace,
};

/** One level of a sign as a line drawing: `age` 0 fresh to 1 at its worst. */
export function SignDrawing({ kind, age }: { kind: SignKind; age: number }) {
  const Drawing = drawings[kind];
  return (
    <svg viewBox="0 0 96 62" className="block h-full w-full" aria-hidden="true">
      <Drawing age={age} />
    </svg>
  );
}
