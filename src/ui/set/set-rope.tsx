'use client';

import { closestCenter, DndContext, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { IconGripVertical } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { STEPS, type StepName } from '@/core/kinds/step';
import type { DraftStep } from '@/core/setting/draft';
import { moveThing } from '@/core/setting/draft-writes';
import rope from '@/ui/desk/rope.module.css';
import classes from './set.module.css';
import { movedByKey, useSorting } from './sorting';
import type { SetTools } from './tools';
import { useStepLine } from './words';

const KINDS = Object.keys(STEPS) as readonly StepName[];

interface KnotProps {
  readonly step: DraftStep;
  readonly here: boolean;
  readonly tools: SetTools;
  readonly go: () => void;
  readonly move: (by: 1 | -1) => void;
}

/** One step as a knot, which can be moved by its grip and by key. */
function Knot({ step, here, tools, go, move }: KnotProps) {
  const t = useTranslations('set');
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({
    id: step.id,
  });
  const line = useStepLine(tools);
  const title = step.title.trim() === '' ? t('no-name-yet') : step.title;
  const unmet = tools.unmet.some(({ part, id }) => part === 'steps' && id === step.id);
  const byKey = movedByKey(move);
  return (
    <li
      ref={setNodeRef}
      className={unmet ? rope.locked : rope.done}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button type="button" aria-current={here ? 'step' : undefined} onClick={go} onKeyDown={byKey}>
        <span className={rope.knot} aria-hidden="true" />
        <span>
          <span className={rope.title}>
            <bdi>{title}</bdi>
          </span>
          <small>{line(step)}</small>
        </span>
      </button>
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={classes.grip}
        {...attributes}
        {...listeners}
        aria-label={t('move-step', { title })}
      >
        <IconGripVertical size={16} stroke={1.6} aria-hidden="true" />
      </button>
    </li>
  );
}

interface Props {
  readonly tools: SetTools;
  readonly current: string | null;
  readonly go: (step: string) => void;
  readonly add: (kind: StepName) => void;
}

/** The rope of the work that is set: its steps, which are moved on it, and what can be added, each with a sentence. */
export function SetRope({ tools, current, go, add }: Props) {
  const t = useTranslations('set');
  const { draft, ydoc, editable } = tools;
  const [adding, setAdding] = useState(false);
  const [said, setSaid] = useState('');
  const sensors = useSorting();
  const moveTo = (id: string, to: number) => {
    const step = draft.steps.find((one) => one.id === id);
    if (!step || to < 0 || to >= draft.steps.length) return;
    moveThing(ydoc, 'steps', id, to);
    setSaid(t('moved', { title: step.title, n: to + 1, of: draft.steps.length }));
  };
  const dropped = ({ active, over }: DragEndEvent) => {
    const to = draft.steps.findIndex(({ id }) => id === over?.id);
    if (over && active.id !== over.id && to >= 0) moveTo(String(active.id), to);
  };
  const open = adding || draft.steps.length === 0;
  return (
    <nav className={`${rope.rope} ${classes.rope}`} aria-label={t('steps')}>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <SortableContext items={draft.steps.map(({ id }) => id as string)} strategy={verticalListSortingStrategy}>
          <ol>
            {draft.steps.map((step, i) => (
              <Knot
                key={step.id}
                step={step}
                here={step.id === current}
                tools={tools}
                go={() => go(step.id)}
                move={(by) => moveTo(step.id, i + by)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {editable ? (
        <div className={classes.adding}>
          <button
            type="button"
            aria-expanded={open}
            onClick={() => setAdding(!open)}
            disabled={draft.steps.length === 0}
          >
            <span className={classes.loose} aria-hidden="true" />
            {t('add-step')}
          </button>
          {open ? (
            <ul>
              {KINDS.map((kind) => (
                <li key={kind}>
                  <button
                    type="button"
                    onClick={() => {
                      setAdding(false);
                      add(kind);
                    }}
                  >
                    {t(`kind-${kind}`)}
                    <small>{t(`kind-${kind}-says`)}</small>
                  </button>
                </li>
              ))}
            </ul>
          ) : null}
        </div>
      ) : null}
      <p className="visually-hidden" role="status">
        {said}
      </p>
    </nav>
  );
}
