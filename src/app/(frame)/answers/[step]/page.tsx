import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { enter } from '@/server/http/page';
import { answersScreen } from '@/server/reading/questions/answers-screen';
import { AnswersScreen } from '@/ui/answers/answers-screen';
import { Words } from '@/ui/common/words';

interface Props {
  readonly params: Promise<{ step: string }>;
}

/** Asked once for the page and for its title. */
const asked = cache(async (step: string) => {
  const { db, person, school, now, params } = await enter('PAGE /answers/[step]', { step });
  return { view: await answersScreen(db, person.id, params.step, now), zone: school.zone, now };
});

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { view } = await asked((await params).step);
  return { title: view ? `${view.title} · ${view.assignment.title}` : '' };
}

export default async function AnswersPage({ params }: Props) {
  const { view, zone, now } = await asked((await params).step);
  if (!view) notFound();
  return (
    <Words of="(frame)/answers/[step]">
      <AnswersScreen view={view} zone={zone} now={now} />
    </Words>
  );
}
