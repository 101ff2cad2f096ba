import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { leadsTo, whatsNew } from '@/server/reading/news/news';
import { NewsList } from '@/ui/news/news-list';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('news'))('title') };
}

export default async function WhatsNewPage() {
  const { db, person, school, now } = await enter('PAGE /whats-new');
  const groups = await whatsNew(db, person.id, now);
  return (
    <NewsList
      groups={groups.map((group) => ({
        ...group,
        hrefs: group.news.map((one) => leadsTo(one, person.role === 'teacher')),
      }))}
      newest={Math.max(1, ...groups.flatMap(({ news }) => news.map(({ id }) => id)))}
      zone={school.zone}
      now={now}
    />
  );
}
