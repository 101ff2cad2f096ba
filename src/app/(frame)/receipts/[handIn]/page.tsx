import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { receiptPage } from '@/server/reading/receipts/receipts';
import { numberOfReceipt } from '@/server/reading/titles';
import { Words } from '@/ui/common/words';
import { ReceiptScreen } from '@/ui/receipts/receipt-screen';

interface Props {
  readonly params: Promise<{ handIn: string }>;
}

export async function generateMetadata({ params: given }: Props): Promise<Metadata> {
  const { db, params } = await enter('PAGE /receipts/[handIn]', await given);
  return { title: (await getTranslations('receipt'))('title', { number: await numberOfReceipt(db, params.handIn) }) };
}

export default async function ReceiptPage({ params: given }: Props) {
  const { db, school, params } = await enter('PAGE /receipts/[handIn]', await given);
  const page = await receiptPage(db, params.handIn);
  if (!page) notFound();
  return (
    <Words of="(frame)/receipts/[handIn]">
      <ReceiptScreen {...page} school={school.name} zone={school.zone} />
    </Words>
  );
}
