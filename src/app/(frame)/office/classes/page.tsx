import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { classesScreen } from '@/server/reading/office/classes';
import { Words } from '@/ui/common/words';
import { ClassesScreen } from '@/ui/office/classes-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('office-classes'))('title') };
}

type Said = Record<string, string | string[] | undefined>;

export default async function OfficeClassesPage({ searchParams }: { searchParams: Promise<Said> }) {
  const { db, school, now } = await enter('PAGE /office/classes');
  const { find, from } = await searchParams;
  const at = typeof from === 'string' && /^\d{1,6}$/.test(from) ? Number(from) : 0;
  const view = await classesScreen(db, typeof find === 'string' ? find.slice(0, 80) : '', at);
  return (
    <Words of="(frame)/office/classes">
      <ClassesScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
