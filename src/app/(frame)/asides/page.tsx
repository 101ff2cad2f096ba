import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { openAsides } from '@/server/reading/talk/asides';
import { AsidesScreen } from '@/ui/asides/asides-screen';
import { Words } from '@/ui/common/words';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('aside'))('all') };
}

export default async function AsidesPage() {
  const { db, person, school, now } = await enter('PAGE /asides');
  return (
    <Words of="(frame)/asides">
      <AsidesScreen asides={await openAsides(db, person)} zone={school.zone} now={now} />
    </Words>
  );
}
