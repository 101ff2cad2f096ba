import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { visitor } from '@/server/http/page';
import { Words } from '@/ui/common/words';
import { CheckScreen } from '@/ui/receipts/check-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('check-receipt'))('title') };
}

/** PAGE /check is for anyone who holds a receipt. */
export default async function CheckPage() {
  const { school } = await visitor();
  return (
    <Words of="check">
      <CheckScreen school={school.name} zone={school.zone} />
    </Words>
  );
}
