import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { shelf } from '@/server/reading/shelf/shelf';
import { Words } from '@/ui/common/words';
import { ShelfScreen } from '@/ui/shelf/shelf-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('frame'))('shelf') };
}

export default async function ShelfPage() {
  const { db, person, school, now } = await enter('PAGE /shelf');
  return (
    <Words of="(frame)/shelf">
      <ShelfScreen {...(await shelf(db, person, now))} zone={school.zone} now={now} />
    </Words>
  );
}
