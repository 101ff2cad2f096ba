import type { Metadata } from 'next';
import { z } from 'zod';
import type { ClassId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { CHIPS, classLine } from '@/server/reading/class-line/class-line';
import { findClass } from '@/store/classes';
import { ClassLineScreen } from '@/ui/class-line/class-line-screen';

interface Props {
  readonly params: Promise<{ class: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

const chosen = z.object({
  order: z.enum(['course', 'newest']).catch('course'),
  show: z.enum(CHIPS).catch('all'),
});

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { class: id } = await params;
  const { db } = await enter('PAGE /classes/[class]', { class: id });
  return { title: (await findClass(db, id as ClassId))?.name };
}

export default async function ClassPage({ params, searchParams }: Props) {
  const { class: id } = await params;
  const { db, person, school, now } = await enter('PAGE /classes/[class]', { class: id });
  const { order, show } = chosen.parse(await searchParams);
  const line = await classLine(db, person, id as ClassId, { order, chip: show }, now);
  return <ClassLineScreen line={line} order={order} chip={show} zone={school.zone} now={now} />;
}
