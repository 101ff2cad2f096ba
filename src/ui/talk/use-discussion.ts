'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { DiscussedView, DiscussionAnswer, DiscussionView } from '@/server/reading/talk/discussion';
import { post } from '@/ui/common/client-request';
import { hearTalks } from './talk-event';
import { ask } from './use-floor';

const SETTLE = 80;

/** The discussion of a step, or of one group at it: asked for when it is shown, and again when something in it is other than before. */
export function useDiscussion(step: string, group: string | null) {
  const [view, setView] = useState<DiscussionView | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [older, setOlder] = useState<readonly DiscussedView[]>([]);
  const [before, setBefore] = useState<number | null | undefined>(undefined);
  const newest = useRef(0);
  const path = `/api/steps/${step}/discussion?${group === null ? '' : `group=${encodeURIComponent(group)}`}`;

  const load = useCallback(async () => {
    newest.current += 1;
    const turn = newest.current;
    const answer = await ask<DiscussionAnswer>(path);
    if (turn !== newest.current) return;
    if (!answer.ok) {
      setRefused(answer.code);
      return;
    }
    setRefused(null);
    // What was new when one came stays so until one comes again.
    setView((shown) => {
      const fresh = new Set(shown?.posts.filter(({ unread }) => unread).map(({ id }) => id));
      return { ...answer, posts: answer.posts.map((one) => ({ ...one, unread: one.unread || fresh.has(one.id) })) };
    });
    if (answer.talk !== null && !answer.ownFirst && document.visibilityState !== 'hidden')
      void post(`/api/talks/${answer.talk}/read`, { number: answer.newest });
  }, [path]);

  useEffect(() => {
    setView(null);
    setOlder([]);
    setBefore(undefined);
    void load();
    let wait: ReturnType<typeof setTimeout> | undefined;
    const stop = hearTalks(({ talk }) => {
      if (talk !== null && !talk.startsWith(`discussion.${step}`)) return;
      clearTimeout(wait);
      wait = setTimeout(() => void load(), SETTLE);
    });
    return () => {
      stop();
      clearTimeout(wait);
      newest.current += 1;
    };
  }, [load, step]);

  const more = before === undefined ? (view?.more ?? null) : before;
  const loadMore = async () => {
    if (more === null) return;
    const answer = await ask<DiscussionAnswer>(`${path}&before=${more}`);
    if (!answer.ok) return;
    setOlder((shown) => [...answer.posts, ...shown]);
    setBefore(answer.more);
  };
  const known = new Set(view?.posts.map(({ id }) => id));
  const posts = [...older.filter(({ id }) => !known.has(id)), ...(view?.posts ?? [])];
  return { view, refused, posts, more, load, loadMore };
}
