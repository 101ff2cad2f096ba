import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { teachersToAsk } from '@/server/reading/people/people';
import { Words } from '@/ui/common/words';
import { HelpScreen } from '@/ui/help/help-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('help'))('title') };
}

export default async function HelpPage() {
  const { db, person, school } = await enter('PAGE /help');
  return (
    <Words of="(frame)/help">
      <HelpScreen help={school.help} teachers={await teachersToAsk(db, person)} />
    </Words>
  );
}
