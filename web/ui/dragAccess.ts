import type { DndContextProps } from '@dnd-kit/core';
import type { Say } from '../texts/texts.ts';

/** What is read out of things that are dragged: they are moved by a pointer, and without one by an act of their own. */
export const dragAccess = (say: Say): NonNullable<DndContextProps['accessibility']> => ({
  screenReaderInstructions: { draggable: say('drag.how') },
  // what came of it is told where it was let go
  announcements: {
    onDragStart: () => undefined,
    onDragOver: () => undefined,
    onDragEnd: () => undefined,
    onDragCancel: () => undefined,
  },
});
