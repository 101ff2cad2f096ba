'use client';

import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { rectSortingStrategy, SortableContext, useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useTranslations } from 'next-intl';
import type { ReactNode } from 'react';
import type { Photograph } from '@/core/documents/photographs';
import { movedByKey, useSorting } from '@/ui/set/sorting';
import classes from './photograph-list.module.css';

/** Does a photograph want to be looked at? */
export const wantsLook = ({ sure, faults, out }: Photograph): boolean =>
  !out && (sure.includes(false) || faults.length > 0);

interface StampProps {
  readonly photograph: Photograph;
  /** Which page it becomes, from 1; `null` where it is left out. */
  readonly number: number | null;
  readonly here: boolean;
  readonly choose: () => void;
  readonly move: (by: 1 | -1) => void;
}

/** One photograph, small, on the line. */
function Stamp({ photograph, number, here, choose, move }: StampProps) {
  const t = useTranslations('press');
  const { listeners, setNodeRef, transform, transition } = useSortable({ id: photograph.id });
  const state = photograph.out ? 'out' : wantsLook(photograph) ? 'look' : 'found';
  return (
    <li ref={setNodeRef} style={{ transform: CSS.Translate.toString(transform), transition }} data-state={state}>
      <button
        type="button"
        {...listeners}
        aria-current={here ? 'true' : undefined}
        onClick={choose}
        onKeyDown={movedByKey(move)}
      >
        {number === null ? null : <b>{t('number', { n: number })}</b>}
        {/* biome-ignore lint/performance/noImgElement: the person's own photograph, shown as it is */}
        <img src={photograph.src} alt="" draggable={false} />
        <small>{t(`state-${state}`)}</small>
      </button>
    </li>
  );
}

interface Props {
  readonly photographs: readonly Photograph[];
  readonly at: string | null;
  readonly choose: (id: string) => void;
  readonly moveTo: (id: string, to: number) => void;
  /** What comes after the last. */
  readonly children: ReactNode;
}

/** The photographs on their line, in the order of the pages: moved by drawing, and by Alt and an arrow. */
export function PhotographList({ photographs, at, choose, moveTo, children }: Props) {
  const t = useTranslations('press');
  const sensors = useSorting();
  const dropped = ({ active, over }: DragEndEvent) => {
    const to = photographs.findIndex(({ id }) => id === over?.id);
    if (over && active.id !== over.id && to >= 0) moveTo(String(active.id), to);
  };
  let page = 0;
  return (
    <nav className={classes.list} aria-label={t('photographs')}>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={photographs.map(({ id }) => id)} strategy={rectSortingStrategy}>
          <ol>
            {photographs.map((photograph, i) => {
              if (!photograph.out) page += 1;
              return (
                <Stamp
                  key={photograph.id}
                  photograph={photograph}
                  number={photograph.out ? null : page}
                  here={photograph.id === at}
                  choose={() => choose(photograph.id)}
                  move={(by) => moveTo(photograph.id, i + by)}
                />
              );
            })}
          </ol>
        </SortableContext>
      </DndContext>
      {children}
    </nav>
  );
}
