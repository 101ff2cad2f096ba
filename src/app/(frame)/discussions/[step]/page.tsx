import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { discussionScreen } from '@/server/reading/talk/discussion';
import { Words } from '@/ui/common/words';
import { DiscussionScreen } from '@/ui/talk/discussion-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('talk'))('whole-discussion') };
}

export default async function DiscussionPage({ params }: { params: Promise<{ readonly step: string }> }) {
  const { db, school, now, params: of } = await enter('PAGE /discussions/[step]', await params);
  const view = await discussionScreen(db, of.step);
  if (!view) notFound();
  return (
    <Words of="(frame)/discussions/[step]">
      <DiscussionScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
