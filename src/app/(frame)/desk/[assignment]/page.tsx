import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { enter } from '@/server/http/page';
import { desk } from '@/server/reading/desk/desk';
import { wordsToCome } from '@/server/reading/desk/first-words';
import { Words } from '@/ui/common/words';
import { DeskScreen } from '@/ui/desk/desk-screen';
import { firstStep } from '@/ui/desk/first-step';
import { copyOf } from '@/ui/kinds/step';

interface Props {
  readonly params: Promise<{ assignment: string }>;
}

/** Asked once for the page and for its title. */
const asked = cache(async (assignment: string) => {
  const { db, person, school, now, params } = await enter('PAGE /desk/[assignment]', { assignment });
  const view = await desk(db, person, params.assignment, now);
  const step = view?.steps.find(({ id }) => id === firstStep(view));
  const copy = step ? copyOf(step) : null;
  return { view, words: copy && (await wordsToCome(db, person, copy)), zone: school.zone, now };
});

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await asked((await params).assignment)).view?.title };
}

export default async function DeskPage({ params }: Props) {
  const { view, words, zone, now } = await asked((await params).assignment);
  if (!view) notFound();
  return (
    <Words of="(frame)/desk/[assignment]">
      <DeskScreen view={view} words={words} zone={zone} now={now} />
    </Words>
  );
}
