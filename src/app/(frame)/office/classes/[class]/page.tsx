import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { enter } from '@/server/http/page';
import { classScreen } from '@/server/reading/office/classes';
import { Words } from '@/ui/common/words';
import { ClassScreen } from '@/ui/office/class-screen';

type Props = { readonly params: Promise<{ class: string }> };

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { db, params: asked } = await enter('PAGE /office/classes/[class]', await params);
  return { title: (await classScreen(db, asked.class))?.name ?? '' };
}

export default async function OfficeClassPage({ params }: Props) {
  const { db, school, now, params: asked } = await enter('PAGE /office/classes/[class]', await params);
  const view = await classScreen(db, asked.class);
  if (!view) notFound();
  return (
    <Words of="(frame)/office/classes/[class]">
      <ClassScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
