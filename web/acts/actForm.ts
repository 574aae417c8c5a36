import type { ContainerFacts } from '#core/store/facts.ts';

/** What every form of an act on a container is given. */
export interface ActFormProps {
  readonly container: ContainerFacts;
  readonly onDone: () => void;
}
