import { type TalkAway, talkPage } from '@/core/formats/talk-page';
import { groupedBy } from '@/core/grouped';
import { awayWords } from '@/i18n/catalogues';
import { lettersIn } from '@/server/reading/talk/discussion';
import type { Queryable } from '@/store/database';
import type { Person } from '@/store/people';
import type { PostAway } from '@/store/said-posts';

/** Everybody as they are called to whoever takes it away: who stands behind letters is not told here either. */
export async function called(db: Queryable, posts: readonly PostAway[]): Promise<readonly SaidPost[]> {
  const talks = new Set(posts.filter(({ hidden }) => hidden !== null).map(({ talk_id }) => talk_id));
  const letters = new Map<string, ReadonlyMap<string, string>>();
  for (const talk of talks) letters.set(talk, await lettersIn(db, talk, true));
  return posts.map(({ hidden, ...post }) => ({
    ...post,
    author: hidden === null ? post.author : (letters.get(post.talk_id)?.get(hidden) ?? ''),
  }));
}

type SaidPost = Omit<PostAway, 'hidden'>;

/** What somebody said and was told, as a page and as data. */
export function saidAway(posts: readonly SaidPost[], person: Person, zone: string, locale: string) {
  const t = awayWords(locale);
  const dated = new Intl.DateTimeFormat(locale, { dateStyle: 'full', timeStyle: 'short', timeZone: zone });
  const talks = [...groupedBy(posts, ({ talk_id }) => talk_id).values()].map((of): TalkAway => {
    const [first] = of;
    const about = [first?.with ?? null, first?.title || null, first?.with === null ? (first?.class ?? null) : null];
    return {
      title: about.filter((part) => part !== null).join(', '),
      said: of.map(({ author, at, body, files, root_id }) => ({
        who: author,
        when: dated.format(at),
        body,
        files,
        reply: root_id !== null,
      })),
    };
  });
  const title = t('talk-title', { name: person.name });
  return {
    page: talkPage({ lang: locale, title, withdrawn: t('talk-withdrawn') }, talks),
    data: `${JSON.stringify(
      posts.map(({ at, ...post }) => ({ ...post, at: new Date(at).toISOString() })),
      null,
      2,
    )}\n`,
  };
}
