import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);
Chart.defaults.font.family = '"Atkinson Hyperlegible Next Variable", sans-serif';
Chart.defaults.font.size = 13;
Chart.defaults.animation = false;
Chart.defaults.maintainAspectRatio = false;

/** A token of the theme, as a chart needs it: written out. */
export const token = (name: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

/** A canvas texture of the water that a bar stands for: solid, or with rules of the page's colour. */
export function ruled(colour: string, gapPx: number): CanvasPattern | string {
  const tile = document.createElement('canvas');
  tile.width = gapPx;
  tile.height = gapPx;
  const paper = tile.getContext('2d');
  if (!paper || gapPx === 0) return colour;
  paper.fillStyle = colour;
  paper.fillRect(0, 0, gapPx, gapPx);
  paper.fillStyle = token('chalk');
  paper.fillRect(0, 0, gapPx, 1.5);
  return paper.createPattern(tile, 'repeat') ?? colour;
}
