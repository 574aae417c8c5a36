// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export {
  meansOf,
  ofSource,
  ofWater,
  type SafeForm,
  trainContext,
} from './safe.ts';
