'use client';

import { closestCenter, DndContext } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { TextInput } from '@mantine/core';
import { IconGripVertical } from '@tabler/icons-react';
import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type ReactNode, useState } from 'react';
import { post } from '@/ui/common/client-request';
import { QuietButton } from '@/ui/common/primary-button';
import classes from './set-here.module.css';
import { movedByKey, useSorting } from './sorting';
import { Problem } from './told-form';

interface Titled {
  readonly id: string;
  readonly title: string;
}

/** A unit with what stands in it, in its order. */
export interface ArrangedUnit extends Titled {
  readonly entries: readonly Titled[];
}

interface ItemProps {
  readonly one: Titled;
  readonly move: (by: 1 | -1) => void;
  /** What stands in its line. */
  readonly children: ReactNode;
  /** What is moved with it. */
  readonly within?: ReactNode;
}

/** One thing of a list, moved by its grip and by key. */
function Item({ one, move, children, within }: ItemProps) {
  const t = useTranslations('telling');
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id: one.id });
  const byKey = movedByKey(move);
  return (
    <li ref={setNodeRef} style={{ transform: CSS.Translate.toString(transform), transition }}>
      <div className={classes.moved}>
        <button
          type="button"
          ref={setActivatorNodeRef}
          className={classes.grip}
          {...attributes}
          {...listeners}
          aria-label={t('move', { title: one.title })}
          onKeyDown={(event) => {
            byKey(event);
            if (!event.defaultPrevented) listeners?.onKeyDown?.(event);
          }}
        >
          <IconGripVertical size={16} stroke={1.6} aria-hidden="true" />
        </button>
        {children}
      </div>
      {within}
    </li>
  );
}

interface ListProps<Thing extends Titled> {
  readonly things: readonly Thing[];
  readonly put: (things: readonly Thing[], moved: Thing) => void;
  readonly line: (thing: Thing) => ReactNode;
  readonly within?: (thing: Thing) => ReactNode;
}

/** A list whose things are put into another order by drag and by key. */
function Sorted<Thing extends Titled>({ things, put, line, within }: ListProps<Thing>) {
  const sensors = useSorting();
  const moveTo = (id: string, to: number) => {
    const from = things.findIndex((one) => one.id === id);
    const thing = things[from];
    if (!thing || to < 0 || to >= things.length || to === from) return;
    put(things.toSpliced(from, 1).toSpliced(to, 0, thing), thing);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over)
          moveTo(
            String(active.id),
            things.findIndex(({ id }) => id === over.id),
          );
      }}
    >
      <SortableContext items={things.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
        <ol>
          {things.map((thing, i) => (
            <Item key={thing.id} one={thing} move={(by) => moveTo(thing.id, i + by)} within={within?.(thing)}>
              {line(thing)}
            </Item>
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** The units of a class and what stands in each, put into another order; units get other names here, too. */
export function Arrange({
  classId,
  units: given,
  close,
}: {
  classId: string;
  units: readonly ArrangedUnit[];
  close: () => void;
}) {
  const t = useTranslations('telling');
  const router = useRouter();
  const [units, setUnits] = useState(given);
  const [said, setSaid] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const send = async (path: string, body: object) => {
    const answer = await post(`/api/classes/${classId}/${path}`, body);
    setProblem(answer.ok ? null : answer.code);
    if (answer.ok) router.refresh();
  };
  const tell = (things: readonly Titled[], moved: Titled) =>
    setSaid(t('arranged', { title: moved.title, n: things.indexOf(moved) + 1, of: things.length }));
  const putUnits = (things: readonly ArrangedUnit[], moved: ArrangedUnit) => {
    setUnits(things);
    tell(things, moved);
    void send('order', { units: things.map(({ id }) => id) });
  };
  const putEntries = (unit: string) => (entries: readonly Titled[], moved: Titled) => {
    setUnits(units.map((one) => (one.id === unit ? { ...one, entries } : one)));
    tell(entries, moved);
    void send('order', { unit, entries: entries.map(({ id }) => id) });
  };
  const name = ({ id, title }: ArrangedUnit) => {
    if (title.trim() !== '' && title !== given.find((one) => one.id === id)?.title) void send(`units/${id}`, { title });
  };
  return (
    <section className={`${classes.tell} ${classes.arrange}`} aria-label={t('arrange')}>
      <p className="soft">{t('arrange-says')}</p>
      <Sorted
        things={units}
        put={putUnits}
        line={(unit) => (
          <TextInput
            aria-label={t('unit-name', { title: unit.title })}
            value={unit.title}
            maxLength={200}
            dir="auto"
            onChange={({ currentTarget: { value } }) =>
              setUnits(units.map((one) => (one.id === unit.id ? { ...one, title: value } : one)))
            }
            onBlur={() => name(unit)}
          />
        )}
        within={(unit) => (
          <Sorted things={unit.entries} put={putEntries(unit.id)} line={({ title }) => <bdi>{title}</bdi>} />
        )}
      />
      <p role="status" className="visually-hidden">
        {said}
      </p>
      <Problem problem={problem} />
      <p className={classes.moves}>
        <QuietButton onClick={close}>{t('done')}</QuietButton>
      </p>
    </section>
  );
}
