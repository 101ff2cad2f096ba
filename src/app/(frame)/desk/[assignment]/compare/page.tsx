import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import type { AssignmentId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { compareVersions } from '@/server/reading/documents/comparing';
import { findClass } from '@/store/classes';
import { findAssignment } from '@/store/work';
import { CompareScreen } from '@/ui/compare/compare-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('compare'))('title') };
}

export default async function ComparePage({ params, searchParams }: Props) {
  const given = await params;
  const { db, person, school } = await enter('PAGE /desk/[assignment]/compare', given);
  const assignmentId = given.assignment as AssignmentId;
  const assignment = await findAssignment(db, assignmentId);
  if (!assignment) notFound();
  const { from, to } = await searchParams;
  const one = (value: typeof from) => (typeof value === 'string' ? value : null);
  return (
    <CompareScreen
      assignment={assignmentId}
      title={assignment.title}
      lang={(await findClass(db, assignment.classId))?.locale ?? 'en'}
      versions={await compareVersions(db, person.id, assignmentId, one(from), one(to))}
      zone={school.zone}
    />
  );
}
