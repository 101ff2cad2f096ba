import type { Metadata } from 'next';
import { cache } from 'react';
import { z } from 'zod';
import { CHIPS, type Chip } from '@/core/work/chips';
import { enter } from '@/server/http/page';
import { classLine } from '@/server/reading/class-line/class-line';
import { ClassLineScreen } from '@/ui/class-line/class-line-screen';
import { Words } from '@/ui/common/words';

interface Props {
  readonly params: Promise<{ class: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

const chosen = z.object({
  order: z.enum(['course', 'newest']).catch('course'),
  show: z.enum(CHIPS).catch('all'),
  unit: z.string().max(64).nullable().catch(null),
});

/** Asked once for the page and for its title. */
const asked = cache(async (classId: string, order: 'course' | 'newest', chip: Chip) => {
  const { db, person, school, now, params } = await enter('PAGE /classes/[class]', { class: classId });
  return { line: await classLine(db, person, params.class, { order, chip }, now), zone: school.zone, now };
});

async function shown({ params, searchParams }: Props) {
  const { order, show, unit } = chosen.parse(await searchParams);
  return { ...(await asked((await params).class, order, show)), order, show, unit };
}

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: (await shown(props)).line.class?.name };
}

export default async function ClassPage(props: Props) {
  const { line, zone, now, order, show, unit } = await shown(props);
  return (
    <Words of="(frame)/classes/[class]">
      <ClassLineScreen line={line} order={order} chip={show} unit={unit} zone={zone} now={now} />
    </Words>
  );
}
