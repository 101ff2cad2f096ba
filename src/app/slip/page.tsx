import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { visitor } from '@/server/http/page';
import { Words } from '@/ui/common/words';
import { SlipScreen } from '@/ui/sign-in/slip-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('slip'))('title') };
}

export default async function SlipPage() {
  const { school } = await visitor();
  return (
    <Words of="slip">
      <SlipScreen school={school.name} help={school.help} />
    </Words>
  );
}
