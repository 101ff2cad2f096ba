import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { cache } from 'react';
import { z } from 'zod';
import type { ClassId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { sentId } from '@/server/http/sent-id';
import { courseScreen } from '@/server/reading/setting/course';
import { Words } from '@/ui/common/words';
import { CourseScreen } from '@/ui/set/course-screen';

interface Props {
  readonly params: Promise<{ class: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

const chosen = z.object({
  from: sentId<ClassId>().nullable().catch(null),
  unit: sentId<string>().nullable().catch(null),
  first: z.iso.date().nullable().catch(null),
});

/** Asked once for the page and for its title. */
const asked = cache(async (classId: string, from: ClassId | null, unit: string | null, first: string | null) => {
  const { db, person, school, now, params } = await enter('PAGE /classes/[class]/course', { class: classId });
  return { view: await courseScreen(db, person, params.class, { from, unit, first }, now), zone: school.zone, now };
});

async function shown({ params, searchParams }: Props) {
  const { from, unit, first } = chosen.parse(await searchParams);
  return asked((await params).class, from, unit, first);
}

export async function generateMetadata(props: Props): Promise<Metadata> {
  const { view } = await shown(props);
  return { title: (await getTranslations('course'))('title', { class: view?.class.name ?? '' }) };
}

export default async function CoursePage(props: Props) {
  const { view, zone, now } = await shown(props);
  if (!view) notFound();
  return (
    <Words of="(frame)/classes/[class]/course">
      <CourseScreen view={view} zone={zone} now={now} />
    </Words>
  );
}
