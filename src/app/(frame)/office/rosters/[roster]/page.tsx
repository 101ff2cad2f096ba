import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { rosterScreen } from '@/server/reading/office/rosters';
import { Words } from '@/ui/common/words';
import { RosterScreen } from '@/ui/office/roster-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('roster'))('would') };
}

export default async function RosterPage({ params }: { params: Promise<{ roster: string }> }) {
  const { db, school, now, params: asked } = await enter('PAGE /office/rosters/[roster]', await params);
  const view = await rosterScreen(db, asked.roster, now);
  if (!view) notFound();
  return (
    <Words of="(frame)/office/rosters/[roster]">
      <RosterScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
