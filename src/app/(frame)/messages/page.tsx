import type { Metadata } from 'next';
import { getTranslations } from 'next-intl/server';
import { enter } from '@/server/http/page';
import { messagesScreen } from '@/server/reading/talk/messages';
import { Words } from '@/ui/common/words';
import { MessagesScreen } from '@/ui/talk/messages-screen';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('messages'))('title-all') };
}

type Said = Record<string, string | string[] | undefined>;

export default async function MessagesPage({ searchParams }: { searchParams: Promise<Said> }) {
  const { db, person, school, now } = await enter('PAGE /messages');
  const asked = await searchParams;
  const one = (name: string): string | null => {
    const said = asked[name];
    return typeof said === 'string' ? said.slice(0, 200) : null;
  };
  const view = await messagesScreen(db, person, { with: one('with'), talk: one('talk') }, school.zone, now);
  return (
    <Words of="(frame)/messages">
      <MessagesScreen view={view} zone={school.zone} now={now} />
    </Words>
  );
}
