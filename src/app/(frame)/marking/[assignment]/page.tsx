import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import type { AssignmentId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { markingDesk } from '@/server/reading/marking/marking-desk';
import { findAssignment } from '@/store/work';
import { MarkingScreen } from '@/ui/marking/marking-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const given = await params;
  const { db } = await enter('PAGE /marking/[assignment]', given);
  const title = (await findAssignment(db, given.assignment as AssignmentId))?.title ?? '';
  return { title: (await getTranslations('marking'))('title', { title }) };
}

export default async function MarkingPage({ params, searchParams }: Props) {
  const given = await params;
  const { db, person, school, now } = await enter('PAGE /marking/[assignment]', given);
  const { student } = await searchParams;
  const chosen = typeof student === 'string' ? student : null;
  const view = await markingDesk(db, person, given.assignment as AssignmentId, chosen, now);
  if (!view) notFound();
  return <MarkingScreen view={view} zone={school.zone} now={now} />;
}
