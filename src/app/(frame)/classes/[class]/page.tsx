import type { Metadata } from 'next';
import { z } from 'zod';
import { CHIPS } from '@/core/work/chips';
import { enter } from '@/server/http/page';
import { classLine } from '@/server/reading/class-line/class-line';
import { nameOfClass } from '@/server/reading/titles';
import { ClassLineScreen } from '@/ui/class-line/class-line-screen';
import { Words } from '@/ui/common/words';

interface Props {
  readonly params: Promise<{ class: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

const chosen = z.object({
  order: z.enum(['course', 'newest']).catch('course'),
  show: z.enum(CHIPS).catch('all'),
});

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /classes/[class]', await given);
  return { title: await nameOfClass(db, params.class) };
}

export default async function ClassPage({ params: given, searchParams }: Props) {
  const { db, person, school, now, params } = await enter('PAGE /classes/[class]', await given);
  const { order, show } = chosen.parse(await searchParams);
  const line = await classLine(db, person, params.class, { order, chip: show }, now);
  return (
    <Words of="(frame)/classes/[class]">
      <ClassLineScreen line={line} order={order} chip={show} zone={school.zone} now={now} />
    </Words>
  );
}
