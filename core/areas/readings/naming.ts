import type { Facts } from '../../log/facts.ts';

/** What people call a subject that is tested: the code on its label, or its name. */
export const subjectName = (facts: Pick<Facts, 'container' | 'source' | 'supply'>, subject: string): string =>
  facts.container[subject]?.code ?? facts.source[subject]?.name ?? facts.supply[subject]?.name ?? '';
