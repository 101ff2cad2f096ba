import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { receiptsOfPerson } from '@/server/reading/receipts/receipts';
import { Words } from '@/ui/common/words';
import { ReceiptsScreen } from '@/ui/receipts/receipts-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('receipt'))('all') };
}

export default async function ReceiptsPage() {
  const { db, person, school } = await enter('PAGE /receipts');
  return (
    <Words of="(frame)/receipts">
      <ReceiptsScreen receipts={await receiptsOfPerson(db, person)} zone={school.zone} />
    </Words>
  );
}
