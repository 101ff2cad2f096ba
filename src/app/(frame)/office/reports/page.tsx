import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { reportsScreen } from '@/server/reading/office/reports';
import { Words } from '@/ui/common/words';
import { ReportsScreen } from '@/ui/office/reports-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('reports'))('title') };
}

export default async function ReportsPage() {
  const { db, school, now } = await enter('PAGE /office/reports');
  return (
    <Words of="(frame)/office/reports">
      <ReportsScreen view={await reportsScreen(db)} zone={school.zone} now={now} />
    </Words>
  );
}
