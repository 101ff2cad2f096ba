import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { enter } from '@/server/http/page';
import { desk } from '@/server/reading/desk/desk';
import { titleOfAssignment } from '@/server/reading/titles';
import { Words } from '@/ui/common/words';
import { DeskScreen } from '@/ui/desk/desk-screen';

interface Props {
  readonly params: Promise<{ assignment: string }>;
}

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /desk/[assignment]', await given);
  return { title: await titleOfAssignment(db, params.assignment) };
}

export default async function DeskPage({ params: given }: Props) {
  const { db, person, school, now, params } = await enter('PAGE /desk/[assignment]', await given);
  const view = await desk(db, person, params.assignment, now);
  if (!view) notFound();
  return (
    <Words of="(frame)/desk/[assignment]">
      <DeskScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
