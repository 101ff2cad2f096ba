'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { AddedPost, FloorAnswer, FloorView, ThreadView } from '@/server/reading/talk/floor';
import { post } from '@/ui/common/client-request';
import { asTold } from './as-told';
import { hearTalks } from './talk-event';

/** What a floor shows: it is on its way, it is there, or why it is not. */
export type FloorState =
  | { readonly is: 'coming' }
  | { readonly is: 'there'; readonly view: FloorView }
  | { readonly is: 'not'; readonly code: string };

/** Asks for something; never throws: a network that is away is an answer like any other. */
export async function ask<Answer>(path: string): Promise<Answer | { readonly ok: false; readonly code: string }> {
  try {
    return (await (await fetch(path)).json()) as Answer;
  } catch {
    return { ok: false, code: 'unreachable' };
  }
}

const SETTLE = 60;

/** Is something about what is shown? */
const isAbout = ({ assignment }: AddedPost, about: string | null): boolean =>
  about === null || (about === 'class' ? assignment === null : assignment?.id === about);

/** The newest first, as a floor is given; of the same moment in the order of their ids. */
const newestFirst = (a: ThreadView, b: ThreadView): number => b.at - a.at || (a.id < b.id ? -1 : 1);

/** A floor with what was just added to it: each post once, in whatever order they are told of. */
export function withAdded(view: FloorView, added: AddedPost, about: string | null): FloorView {
  const seen = { ...view.seen, [added.talk]: Math.max(view.seen[added.talk] ?? 0, added.number) };
  const post = asTold(added, view.reader, Date.now());
  if (added.root !== null) {
    const threads = view.threads.map((one) =>
      one.id === added.root && (view.seen[added.talk] ?? 0) < added.number
        ? { ...one, replies: one.replies + 1, unread: one.unread || !post.own }
        : one,
    );
    return { ...view, threads, seen };
  }
  if (!isAbout(added, about) || view.threads.some(({ id }) => id === added.id)) return view;
  const fresh = { closed: false, replies: 0, askers: 0, mineToo: false, unread: !post.own, theAnswer: null };
  const threads = [{ ...post, ...fresh, assignment: added.assignment }, ...view.threads].sort(newestFirst);
  return { ...view, threads, seen };
}

/**
 * The open floor of a class, or what of it is about one assignment: asked for when it is shown, and again when something in it is
 * other than before. What was on the screen is read.
 */
export function useFloor(classId: string, about: string | null) {
  const [state, setState] = useState<FloorState>({ is: 'coming' });
  const [older, setOlder] = useState<readonly ThreadView[]>([]);
  const [moreBefore, setMoreBefore] = useState<number | null | undefined>(undefined);
  const path = `/api/classes/${classId}/floor?${about === null ? '' : `about=${encodeURIComponent(about)}`}`;
  const newest = useRef(0);

  const load = useCallback(async () => {
    newest.current += 1;
    const turn = newest.current;
    const answer = await ask<FloorAnswer>(path);
    // An answer that was overtaken says nothing of what there is now.
    if (turn !== newest.current) return;
    if (!answer.ok) {
      setState((before) =>
        before.is === 'there' && answer.code === 'unreachable' ? before : { is: 'not', code: answer.code },
      );
      return;
    }
    setState({ is: 'there', view: answer });
    if (document.visibilityState === 'hidden') return;
    for (const thread of answer.threads)
      if (thread.unread) {
        void post(`/api/talks/${thread.talk}/read`, { number: answer.seen[thread.talk] ?? 0 });
        break;
      }
  }, [path]);

  useEffect(() => {
    setOlder([]);
    setMoreBefore(undefined);
    void load();
    let wait: ReturnType<typeof setTimeout> | undefined;
    const stop = hearTalks(({ post: added }) => {
      if (added) {
        setState((before) =>
          before.is === 'there' ? { is: 'there', view: withAdded(before.view, added, about) } : before,
        );
        return;
      }
      clearTimeout(wait);
      wait = setTimeout(() => void load(), SETTLE);
    });
    return () => {
      stop();
      clearTimeout(wait);
      newest.current += 1;
    };
  }, [load, about]);

  const more = moreBefore === undefined ? (state.is === 'there' ? state.view.more : null) : moreBefore;
  const loadMore = async () => {
    if (more === null) return;
    const answer = await ask<FloorAnswer>(`${path}&before=${more}`);
    if (!answer.ok) return;
    setOlder((before) => [...before, ...answer.threads]);
    setMoreBefore(answer.more);
  };
  return { state, older, more, load, loadMore };
}
