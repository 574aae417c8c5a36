import * as areas from '../areas.ts';
import { column, type Layer } from './layers.ts';

/** The layers whose areas are built. */
export const layers: readonly Layer[] = column.filter(({ area }) => Object.hasOwn(areas, area));
