import { KeyboardSensor, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import type { KeyboardEvent } from 'react';

/** By what things of a list are moved: a pointer that goes a little way, and keys on their grip. */
export const useSorting = () =>
  useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );

/** Alt and an arrow move what the caret is at. */
export const movedByKey = (move: (by: 1 | -1) => void) => (event: KeyboardEvent) => {
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
  event.preventDefault();
  event.stopPropagation();
  move(event.key === 'ArrowUp' ? -1 : 1);
};
