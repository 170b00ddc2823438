import {
  Chart,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  type ChartConfiguration,
  type Plugin,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { useAppSelector } from '../app/store.ts';

Chart.register(LineController, ScatterController, LineElement, PointElement, LinearScale, Filler);

interface Series {
  points: readonly (readonly [x: number, y: number])[];
  /** `hot` marks the one point that asks for a look. */
  kind: 'line' | 'dots' | 'dashed' | 'band' | 'hot';
  /** Break the line where x jumps by more than this. */
  gap?: number;
}
interface Level {
  y: number;
  name: string;
  hot?: boolean;
}

interface Props {
  label: string;
  series: readonly Series[];
  /** Horizontal lines with their figure; they stand in for a grid. */
  levels?: readonly Level[];
  x: { min: number; max: number; ticks: readonly number[]; name: (x: number) => string };
  /** `unit`: what its figures count, said over the axis. */
  y: { min: number; max: number; name: (y: number) => string; unit: string };
  height: number;
}

/** Numbers over a line: figures at the levels instead of a grid, drawn in the theme's own ink. */
export function LineChart({ label, series, levels = [], x, y, height }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useAppSelector((s) => s.prefs.theme);
  useEffect(() => {
    if (!canvas.current) return;
    const css = getComputedStyle(document.documentElement);
    const color = (name: string) => css.getPropertyValue(`--${name}`).trim();
    const font = { family: 'Atkinson Hyperlegible Next Variable', size: 13 };
    const nameWidth = 10 + 6.6 * Math.max(0, ...levels.map((l) => l.name.length));
    const lines: Plugin = {
      id: 'levels',
      afterDatasetsDraw: (chart) => {
        const { ctx, chartArea, scales } = chart;
        ctx.save();
        ctx.fillStyle = color('ink3');
        ctx.font = `13px ${font.family}`;
        ctx.textBaseline = 'top';
        ctx.fillText(y.unit, 0, 0);
        for (const l of levels) {
          const at = Math.round(scales.y!.getPixelForValue(l.y)) + 0.5;
          ctx.strokeStyle = color(l.hot ? 'emberline' : 'rule');
          ctx.lineWidth = 1;
          ctx.setLineDash(l.hot ? [6, 4] : [1, 4]);
          ctx.beginPath();
          ctx.moveTo(chartArea.left, at);
          ctx.lineTo(chartArea.right, at);
          ctx.stroke();
          ctx.setLineDash([]);
          ctx.fillStyle = color(l.hot ? 'embertext' : 'ink3');
          ctx.font = `13px ${font.family}`;
          ctx.textBaseline = 'middle';
          ctx.fillText(l.name, chartArea.right + 6, at);
        }
        ctx.restore();
      },
    };
    const config: ChartConfiguration<'line' | 'scatter', { x: number; y: number }[]> = {
      type: 'line',
      data: {
        datasets: series.map((s) => ({
          type: s.kind === 'dots' || s.kind === 'hot' ? ('scatter' as const) : ('line' as const),
          data: s.points.flatMap(([px, py], i) => {
            const before = s.points[i - 1];
            const broken = s.gap !== undefined && before && px - before[0] > s.gap;
            return broken
              ? [
                  { x: px, y: NaN },
                  { x: px, y: py },
                ]
              : [{ x: px, y: py }];
          }),
          borderColor: color(
            { band: 'rimewash', dashed: 'rime', hot: 'emberline', line: 'ink', dots: 'ink' }[s.kind],
          ),
          backgroundColor: color(
            { band: 'rimewash', hot: 'slab', dashed: 'ink', line: 'ink', dots: 'ink' }[s.kind],
          ),
          borderWidth: s.kind === 'band' ? 0 : s.kind === 'hot' ? 2.5 : 1.75,
          borderDash: s.kind === 'dashed' ? [6, 4] : [],
          order: { hot: 0, dots: 1, line: 2, dashed: 3, band: 4 }[s.kind],
          pointRadius: s.kind === 'dots' ? 3.2 : s.kind === 'hot' ? 6 : 0,
          fill: s.kind === 'band' ? 'shape' : false,
        })),
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        // Their names stand beside the levels, where no line runs.
        layout: { padding: { top: 22, right: levels.length > 0 ? nameWidth : 2 } },
        scales: {
          x: {
            type: 'linear',
            min: x.min,
            max: x.max,
            afterBuildTicks: (axis) => (axis.ticks = x.ticks.map((value) => ({ value }))),
            ticks: {
              callback: (v) => x.name(Number(v)),
              color: color('ink3'),
              font,
              maxRotation: 0,
              autoSkip: false,
            },
            grid: { display: false },
            border: { color: color('rule') },
          },
          y: {
            min: y.min,
            max: y.max,
            ticks: {
              callback: (v) => y.name(Number(v)),
              color: color('ink3'),
              font,
              maxTicksLimit: 6,
              includeBounds: false,
            },
            grid: { display: false },
            border: { color: color('rule') },
          },
        },
      },
      plugins: [lines],
    };
    const chart = new Chart(canvas.current, config);
    return () => chart.destroy();
  }, [series, levels, x, y, theme]);
  return (
    <div style={{ height }} role="img" aria-label={label}>
      <canvas ref={canvas} />
    </div>
  );
}
