import type { ContainerFacts } from '#core/areas/store/facts.ts';

/** What every form of an act on a container is given. */
export interface ActFormProps {
  readonly container: ContainerFacts;
  readonly onDone: () => void;
}

/**
 * The form of an act on a container (see `useTyped`). It is about the water that is in it: what was typed of water that is gone is
 * never offered for what was filled in since.
 */
export const actForm = (act: string, { id, fill }: Pick<ContainerFacts, 'id' | 'fill'>): string =>
  `${act} ${id} ${fill?.at ?? ''}`;
