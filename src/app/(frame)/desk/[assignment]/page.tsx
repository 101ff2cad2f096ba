import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { AssignmentId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { desk } from '@/server/reading/desk/desk';
import { findAssignment } from '@/store/work';
import { DeskScreen } from '@/ui/desk/desk-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const given = await params;
  const { db } = await enter('PAGE /desk/[assignment]', given);
  return { title: (await findAssignment(db, given.assignment as AssignmentId))?.title };
}

export default async function DeskPage({ params }: Props) {
  const given = await params;
  const { db, person, school, now } = await enter('PAGE /desk/[assignment]', given);
  const view = await desk(db, person, given.assignment as AssignmentId, now);
  if (!view) notFound();
  return <DeskScreen view={view} zone={school.zone} now={now} />;
}
