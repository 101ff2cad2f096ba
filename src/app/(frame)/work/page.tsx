import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { chosenFrom } from '@/core/work/chosen-work';
import { enter } from '@/server/http/page';
import { allWork } from '@/server/reading/work/work-list';
import { workTable } from '@/server/reading/work/work-table';
import { Words } from '@/ui/common/words';
import { WorkScreen } from '@/ui/work/work-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('frame'))('work') };
}

export default async function WorkPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | undefined>>;
}) {
  const { db, person, school, now } = await enter('PAGE /work');
  const chosen = chosenFrom(await searchParams);
  const { items, classes } = await allWork(db, person, now);
  const table = workTable(items, chosen, school.zone, now);
  return (
    <Words of="(frame)/work">
      <WorkScreen table={table} chosen={chosen} classes={classes} zone={school.zone} now={now} />
    </Words>
  );
}
