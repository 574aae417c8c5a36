// What other areas ask of this one. They ask it at the files that are named here (`scripts/faces.ts` says why).

export {
  type Care,
  hasYoung,
  homesOf,
  iodineBar,
} from './care.ts';
export type { HomeFacts } from './facts.ts';
export { ownedTools } from './tools.ts';
