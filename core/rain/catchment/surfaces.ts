import type { CitationId } from '../../base/citations.ts';
import { type Judgement, judge, message } from '../../base/judgement.ts';

/** What rain is caught on. */
export const catchmentForms = ['roof', 'tarpaulin', 'awning', 'deck', 'rock'] as const;
export type CatchmentForm = (typeof catchmentForms)[number];

interface SurfaceRow {
  /** Share of the rain that runs off, beyond what wets the surface. */
  readonly coefficient: number;
  /** The most that is caught there may serve: `refuse` is caught for nothing. */
  readonly most: 'drinking' | 'utility';
  /** Where there is such a surface. */
  readonly forms: readonly CatchmentForm[];
  readonly source: CitationId;
}

const roofs = ['roof', 'awning'] as const;

/**
 * Surfaces that rain is caught on, with their run-off coefficients (common design values of rainwater manuals). What may not be
 * drunk from leaches lead, fibres, tar or preservative, or rots (WHO, guidelines for drinking-water quality; rainwater).
 */
export const surfaces = {
  metal: { coefficient: 0.9, most: 'drinking', forms: roofs, source: 'who-gdwq' },
  tile: { coefficient: 0.8, most: 'drinking', forms: roofs, source: 'who-gdwq' },
  concrete: { coefficient: 0.8, most: 'drinking', forms: ['roof', 'deck'], source: 'who-gdwq' },
  tarpaulin: { coefficient: 0.9, most: 'drinking', forms: ['tarpaulin', 'awning'], source: 'practice' },
  membrane: { coefficient: 0.85, most: 'drinking', forms: ['roof', 'awning', 'deck'], source: 'who-gdwq' },
  'asphalt-shingle': { coefficient: 0.85, most: 'utility', forms: roofs, source: 'who-gdwq' },
  thatch: { coefficient: 0.2, most: 'utility', forms: roofs, source: 'who-gdwq' },
  // bare rock soaks and holds pools
  rock: { coefficient: 0.8, most: 'drinking', forms: ['rock'], source: 'practice' },
  'treated-timber': { coefficient: 0.8, most: 'utility', forms: ['roof', 'deck'], source: 'who-gdwq' },
  bitumen: { coefficient: 0.85, most: 'utility', forms: roofs, source: 'who-gdwq' },
  asbestos: { coefficient: 0.8, most: 'utility', forms: roofs, source: 'who-gdwq' },
  lead: { coefficient: 0.9, most: 'utility', forms: roofs, source: 'who-gdwq' },
} as const satisfies Record<string, SurfaceRow>;

export type Surface = keyof typeof surfaces;
export const surfaceIds = Object.keys(surfaces) as [Surface, ...Surface[]];

/** What is known of a surface: how much runs off it, and what its water serves at most. */
export const surfaceRow = (id: Surface): SurfaceRow => surfaces[id];

/** Metal and paint on the way of the water, beside the surface itself. */
export const trims = ['none', 'lead-flashing', 'lead-paint', 'lead-weights', 'copper-gutter'] as const;
export type Trim = (typeof trims)[number];
/** What is fixed on it that makes its water unfit to drink. */
const leaded: readonly Trim[] = ['lead-flashing', 'lead-paint', 'lead-weights'];

/** What hangs over it, walks on it or is missing on the way to the tank: then germs of animals are feared. */
export const soilings = ['trees', 'birds', 'climbing-animals', 'no-screen', 'no-first-flush'] as const;
export type Soiling = (typeof soilings)[number];
/** People and animals walk on them, and nobody keeps either away: soiled, whatever else is said of them. */
const underfoot: readonly CatchmentForm[] = ['deck', 'rock'];
/** Of these each alone makes a roof soiled: droppings, animals, or nothing that holds them back. */
const soiling: readonly Soiling[] = ['birds', 'climbing-animals', 'no-screen', 'no-first-flush'];

export interface SurfaceCase {
  readonly form: CatchmentForm;
  readonly surface: Surface;
  readonly trims: readonly Trim[];
  readonly soiled: readonly Soiling[];
}

/** What the roof is to the water that runs off it, as the rest of the application asks it. */
export function roofOf({ form, surface, trims: on, soiled }: SurfaceCase): 'sound' | 'soiled' | 'unfit' {
  if (surfaceRow(surface).most === 'utility' || on.some(t => leaded.includes(t))) return 'unfit';
  return underfoot.includes(form) || soiled.some(s => soiling.includes(s)) ? 'soiled' : 'sound';
}

/** Why water from it is not drunk, or what makes it poorer; the gravest first. */
export function judgeSurface({ form, surface, trims: on, soiled }: SurfaceCase): Judgement[] {
  const row = surfaceRow(surface);
  const params = { surface: `surface.${surface}` };
  return [
    ...(row.most === 'utility'
      ? [
          judge('refuse', message(`catchment.unfit.${surface}`, params), row.source, {
            remedy: message('catchment.unfit.remedy'),
          }),
        ]
      : []),
    ...on
      .filter(t => leaded.includes(t))
      .map(t =>
        judge('refuse', message(`catchment.trim.${t}`), 'who-gdwq', {
          remedy: message(`catchment.trim.${t}.remedy`),
        }),
      ),
    ...(on.includes('copper-gutter')
      ? [
          judge('warn', message('catchment.trim.copper-gutter'), 'practice', {
            remedy: message('catchment.trim.copper-gutter.remedy'),
          }),
        ]
      : []),
    ...(underfoot.includes(form)
      ? [
          judge('warn', message('catchment.soiled.underfoot'), 'who-gdwq', {
            remedy: message('catchment.soiled.underfoot.remedy'),
          }),
        ]
      : []),
    ...soiled.map(s =>
      judge('warn', message(`catchment.soiled.${s}`), 'who-gdwq', {
        remedy: message(`catchment.soiled.${s}.remedy`),
      }),
    ),
  ];
}
