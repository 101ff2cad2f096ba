import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { rostersScreen } from '@/server/reading/office/rosters';
import { Words } from '@/ui/common/words';
import { RostersScreen } from '@/ui/office/rosters-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('roster'))('title') };
}

export default async function RostersPage() {
  const { db, school, now } = await enter('PAGE /office/rosters');
  return (
    <Words of="(frame)/office/rosters">
      <RostersScreen view={await rostersScreen(db)} zone={school.zone} now={now} />
    </Words>
  );
}
