import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { titleOfAssignment } from '@/server/reading/titles';
import { Words } from '@/ui/common/words';
import { MarkingScreen } from '@/ui/marking/marking-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /marking/[assignment]', await given);
  const title = (await titleOfAssignment(db, params.assignment)) ?? '';
  return { title: (await getTranslations('marking'))('title', { title }) };
}

export default async function MarkingPage({ params: given, searchParams }: Props) {
  const { db, person, school, now, params } = await enter('PAGE /marking/[assignment]', await given);
  const { student } = await searchParams;
  const chosen = typeof student === 'string' ? student : null;
  const view = await markingDesk(db, person, params.assignment, chosen, now);
  if (!view) notFound();
  return (
    <Words of="(frame)/marking/[assignment]">
      <MarkingScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
