import type { ReactNode } from 'react';
import { deviceTag } from '@/server/doing/accounts/device-keys';
import { visitor } from '@/server/http/page';
import { listening } from '@/server/live/start';
import { countUnread } from '@/server/reading/news/news';
import { ReadingProvider } from '@/ui/common/reading-settings';
import { USUAL_READING } from '@/ui/common/reading-style';
import { Frame } from '@/ui/frame/frame';

export default async function FrameLayout({ children }: { children: ReactNode }) {
  // Taken before anything is read, so that what happens meanwhile is told once more.
  const heard = (await listening()).mark;
  const { db, person, school, now } = await visitor();
  return (
    <ReadingProvider given={person?.reading ?? USUAL_READING}>
      <Frame
        shortName={person?.short_name ?? ''}
        role={person?.role ?? 'student'}
        office={person?.office ?? false}
        unread={person ? await countUnread(db, person.id, now) : 0}
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
