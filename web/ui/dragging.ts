import { type DndContextProps, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useMemo } from 'react';
import { useSay } from '../texts/texts.ts';

// options that were made anew would draw everything that can be dragged anew
const options = {
  // a drag starts after so many pixels, so that a click stays a click
  activationConstraint: { distance: 6 },
};

// what came of it is told where it was let go
const announcements = {
  onDragStart: () => undefined,
  onDragOver: () => undefined,
  onDragEnd: () => undefined,
  onDragCancel: () => undefined,
};

/** How things are dragged, by a pointer, and what is read out of them: without one they are moved by an act of their own. */
export function useDragging(): Pick<DndContextProps, 'sensors' | 'accessibility'> {
  const say = useSay();
  const sensors = useSensors(useSensor(PointerSensor, options));
  const accessibility = useMemo(
    () => ({ screenReaderInstructions: { draggable: say('drag.how') }, announcements }),
    [say],
  );
  return { sensors, accessibility };
}
