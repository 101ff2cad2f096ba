import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { classList } from '@/server/reading/class-line/class-list';
import { ClassList } from '@/ui/class-line/class-list';
import { Words } from '@/ui/common/words';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('frame'))('classes') };
}

export default async function ClassesPage() {
  const { db, person, school, now } = await enter('PAGE /classes');
  const { list, lessons } = await classList(db, person, now);
  return (
    <Words of="(frame)/classes">
      <ClassList list={list} lessons={lessons} joins={person.role === 'student'} zone={school.zone} now={now} />
    </Words>
  );
}
