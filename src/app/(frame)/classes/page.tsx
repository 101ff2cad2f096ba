import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { isToDo } from '@/core/work/standing';
import { enter } from '@/server/http/page';
import { workOf } from '@/server/reading/work/work-list';
import { classesOf, lessonsOf } from '@/store/classes';
import { ClassList } from '@/ui/class-line/class-list';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('frame'))('classes') };
}

export default async function ClassesPage() {
  const { db, person, school, now } = await enter('PAGE /classes');
  const open = new Map<string, number>();
  for (const item of await workOf(db, person, null, now)) {
    if (isToDo(item.state)) open.set(item.classId, (open.get(item.classId) ?? 0) + 1);
  }
  const classes = await classesOf(db, person.id);
  return (
    <ClassList
      lessons={await lessonsOf(db, person.id)}
      joins={person.role === 'student'}
      zone={school.zone}
      now={now}
      list={classes.map((found) => ({
        ...found,
        open: person.role === 'student' && found.ended_at === null ? (open.get(found.id) ?? 0) : null,
      }))}
    />
  );
}
