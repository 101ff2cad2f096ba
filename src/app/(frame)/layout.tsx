import type { ReactNode } from 'react';
import { deviceTag } from '@/server/doing/accounts/device-keys';
import { visitor } from '@/server/http/page';
import { listening } from '@/server/live/start';
import { unreadOf } from '@/server/reading/news/news';
import { ReadingProvider } from '@/ui/common/reading-settings';
import { USUAL_READING } from '@/ui/common/reading-style';
import { Frame } from '@/ui/frame/frame';

export default async function FrameLayout({ children }: { children: ReactNode }) {
  // Taken before anything is read, so that what happens meanwhile is told once more.
  const heard = (await listening()).mark;
  const { db, person, school, now } = await visitor();
  const unread = person ? await unreadOf(db, person.id, now) : { news: 0, messages: 0 };
  return (
    <ReadingProvider given={person?.reading ?? USUAL_READING}>
      <Frame
        shortName={person?.short_name ?? ''}
        role={person?.role ?? 'student'}
        office={person?.office ?? false}
        unread={unread.news}
        messages={unread.messages}
        help={school.help}
        now={now}
        heard={heard}
        tag={person ? await deviceTag(db, person) : ''}
      >
        {children}
      </Frame>
    </ReadingProvider>
  );
}
