import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { getTranslations } from 'next-intl/server';
import type { HandInId } from '@/core/ids';
import { enter } from '@/server/http/page';
import { lossOf } from '@/server/reading/receipts/receipts';
import { findReceipt } from '@/store/hand-ins';
import { ReceiptScreen } from '@/ui/receipts/receipt-screen';

interface Props {
  readonly params: Promise<{ handIn: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const given = await params;
  const { db } = await enter('PAGE /receipts/[handIn]', given);
  const receipt = await findReceipt(db, given.handIn as HandInId);
  return { title: (await getTranslations('receipt'))('title', { number: receipt?.number ?? 0 }) };
}

export default async function ReceiptPage({ params }: Props) {
  const given = await params;
  const { db, school } = await enter('PAGE /receipts/[handIn]', given);
  const receipt = await findReceipt(db, given.handIn as HandInId);
  if (!receipt) notFound();
  return <ReceiptScreen receipt={receipt} loss={lossOf(receipt)} school={school.name} zone={school.zone} />;
}
