import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { unreadOf, whatsNew } from '@/server/reading/news/news';
import { Words } from '@/ui/common/words';
import { NewsList } from '@/ui/news/news-list';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('news'))('title') };
}

export default async function WhatsNewPage() {
  const { db, person, school, now } = await enter('PAGE /whats-new');
  const [groups, { messages }] = await Promise.all([whatsNew(db, person, now), unreadOf(db, person.id, now)]);
  return (
    <Words of="(frame)/whats-new">
      <NewsList
        groups={groups}
        messages={messages}
        newest={Math.max(1, ...groups.flatMap(({ news }) => news.map(({ id }) => id)))}
        zone={school.zone}
        now={now}
      />
    </Words>
  );
}
