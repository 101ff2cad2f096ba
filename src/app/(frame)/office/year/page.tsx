import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { yearScreen } from '@/server/reading/office/year';
import { schoolAsSaid } from '@/server/reading/people/people';
import { Words } from '@/ui/common/words';
import { YearScreen } from '@/ui/office/year-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('year'))('title') };
}

export default async function YearPage() {
  const { db, school, now } = await enter('PAGE /office/year');
  return (
    <Words of="(frame)/office/year">
      <YearScreen view={await yearScreen(db, now)} school={await schoolAsSaid(db)} zone={school.zone} now={now} />
    </Words>
  );
}
