import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { isToDo } from '@/core/work/standing';
import { enter } from '@/server/page';
import { workOf } from '@/server/work-list';
import { classesOf } from '@/store/classes';
import { ClassList } from '@/ui/class-line/class-list';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('frame'))('classes') };
}

export default async function ClassesPage() {
  const { db, person, now } = await enter('PAGE /classes');
  const open = new Map<string, number>();
  for (const item of await workOf(db, person, null, now)) {
    if (isToDo(item.state)) open.set(item.classId, (open.get(item.classId) ?? 0) + 1);
  }
  const classes = await classesOf(db, person.id);
  return (
    <ClassList
      classes={classes.map((found) => ({
        ...found,
        open: person.role === 'student' ? (open.get(found.id) ?? 0) : null,
      }))}
    />
  );
}
