'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import type { FloorView, PostView, ThreadView } from '@/server/reading/talk/floor';
import { post as send } from '@/ui/common/client-request';
import { PlaceLink } from '@/ui/common/place-link';
import type { Times } from '@/ui/common/times';
import { asTold } from './as-told';
import { Composer, type ForOne, inTalk } from './composer';
import { Reason, Said } from './said';
import classes from './talk.module.css';
import { hearTalks } from './talk-event';
import { ask } from './use-floor';

interface Shown {
  readonly times: Times;
  readonly now: number;
  readonly lang: string;
  readonly view: FloorView;
  /** What else there is to know of who reads it. */
  readonly forOne: ForOne | null;
  readonly readers: number;
  readonly changed: () => void;
}

type Replies = { readonly ok: true; readonly replies: readonly PostView[]; readonly more: number | null };

/** The replies of a thread while it is open, and again when something is other than before. */
function useReplies(thread: ThreadView, open: boolean, reader: string) {
  const [replies, setReplies] = useState<readonly PostView[] | null>(null);
  const [more, setMore] = useState<number | null>(null);
  const path = `/api/posts/${thread.id}/replies`;
  const load = useCallback(async () => {
    const answer = await ask<Replies>(path);
    if (!answer.ok) return;
    // What was shown before the window stays before it.
    setReplies((before) => {
      const first = answer.replies[0]?.number ?? 0;
      return [...(before ?? []).filter(({ number }) => number < first && answer.more !== null), ...answer.replies];
    });
    setMore((before) => (before !== null && answer.more !== null ? Math.min(before, answer.more) : answer.more));
  }, [path]);
  useEffect(() => {
    if (!open) return;
    void load();
    return hearTalks(({ talk, post }) => {
      if (post?.root === thread.id) {
        const added = asTold(post, reader, Date.now());
        setReplies((before) => before && (before.some(({ id }) => id === post.id) ? before : [...before, added]));
      } else if (!post && (talk === null || talk === thread.talk)) void load();
    });
  }, [open, load, thread.talk, thread.id, reader]);
  const earlier = async () => {
    if (more === null) return;
    const answer = await ask<Replies>(`${path}?before=${more}`);
    if (!answer.ok) return;
    setReplies((before) => [...answer.replies, ...(before ?? [])]);
    setMore(answer.more);
  };
  return { replies, more, earlier, load };
}

/** What a teacher does with a post, besides what everybody does. */
function Order({ post, root, shown }: { post: PostView; root: ThreadView | null; shown: Shown }) {
  const t = useTranslations('talk');
  const [why, setWhy] = useState<'withdraw' | 'pause' | null>(null);
  if (shown.view.role !== 'teacher') return null;
  const order = async (what: object) => {
    const answer = await send(`/api/posts/${post.id}/order`, what);
    if (answer.ok) shown.changed();
    return answer.ok ? null : answer.code;
  };
  const paused = shown.view.pausedHere.some(({ id }) => id === post.authorId);
  const pause = async (on: boolean, reason: string) => {
    const answer = await send(`/api/classes/${shown.view.classId}/paused`, {
      student: post.authorId,
      paused: on,
      reason,
    });
    if (answer.ok) shown.changed();
    return answer.ok ? null : answer.code;
  };
  const button = (word: string, act: () => void) => (
    <button type="button" className="quiet" onClick={act}>
      {word}
    </button>
  );
  return (
    <>
      {root === null
        ? null
        : button(
            t(post.answer ? 'no-answer' : 'is-answer'),
            () => void order({ change: post.answer ? 'no-answer' : 'answer' }),
          )}
      {post.own ? null : button(t('withdraw-this'), () => setWhy('withdraw'))}
      {post.own || post.teacher
        ? null
        : paused
          ? button(t('unpause', { name: post.author }), () => void pause(false, ''))
          : button(t('pause', { name: post.author }), () => setWhy('pause'))}
      {why === 'withdraw' ? (
        <Reason
          word={t('withdraw-this')}
          label={t('withdraw-why')}
          done={(reason) => order({ change: 'withdraw', reason })}
          close={() => setWhy(null)}
        />
      ) : null}
      {why === 'pause' ? (
        <Reason
          word={t('pause', { name: post.author })}
          label={t('pause-why', { name: post.author })}
          done={(reason) => pause(true, reason)}
          close={() => setWhy(null)}
        />
      ) : null}
    </>
  );
}

/** Who said something, and when. */
function Who({ post, shown, word, children }: { post: PostView; shown: Shown; word: string; children?: ReactNode }) {
  const t = useTranslations('talk');
  return (
    <p className={classes.who}>
      {children}
      {post.own && post.answer ? null : <strong>{post.own ? t('you') : <bdi>{post.author}</bdi>}</strong>} {word}{' '}
      {shown.times.moment(post.at, shown.now)}
      {post.mended && post.body !== null ? ` ${t('mended')}` : ''}
    </p>
  );
}

/** A question with what was said to it: the answer at once, the rest when it is opened. */
export function Thread({ thread, shown, named }: { thread: ThreadView; shown: Shown; named: boolean }) {
  const t = useTranslations('talk');
  const [open, setOpen] = useState(false);
  const [adding, setAdding] = useState(false);
  const { replies, more, earlier, load } = useReplies(thread, open, shown.view.reader);
  const { view } = shown;
  const changed = () => {
    shown.changed();
    if (open) void load();
  };
  const inside = { ...shown, changed };
  const too = async () => {
    await send(`/api/posts/${thread.id}/too`, { too: !thread.mineToo });
    shown.changed();
  };
  const close = async (change: 'close' | 'open') => {
    await send(`/api/posts/${thread.id}/order`, { change });
    shown.changed();
  };
  const others = thread.replies - (thread.theAnswer ? 1 : 0);
  const mayAdd =
    thread.body !== null &&
    view.writing !== null &&
    !view.writing.over &&
    (view.role === 'teacher' || (!thread.closed && !view.writing.closed && view.writing.paused === null));
  return (
    <article className={classes.thread} data-unread={thread.unread || undefined} data-post={thread.id}>
      {named ? (
        <p className={classes.about}>
          {thread.assignment ? (
            <PlaceLink to={{ at: 'floor', class: view.classId, about: thread.assignment.id }}>
              <bdi>{thread.assignment.title}</bdi>
            </PlaceLink>
          ) : (
            t('about-class')
          )}
        </p>
      ) : null}
      <Who post={thread} shown={shown} word={t(thread.teacher ? 'says' : 'asks')}>
        {thread.unread ? <span className={classes.new}>{t('new')} </span> : null}
      </Who>
      <div className={classes.question}>
        <Said
          post={thread}
          now={shown.now}
          lang={shown.lang}
          changed={changed}
          acts={
            thread.own || view.role === 'teacher' ? null : (
              <button type="button" className="quiet" aria-pressed={thread.mineToo} onClick={() => void too()}>
                {t(thread.mineToo ? 'mine-too' : 'ask-too')}
              </button>
            )
          }
          seldom={
            <>
              {view.role === 'teacher' ? (
                <button type="button" className="quiet" onClick={() => void close(thread.closed ? 'open' : 'close')}>
                  {t(thread.closed ? 'thread-open' : 'thread-close')}
                </button>
              ) : null}
              <Order post={thread} root={null} shown={inside} />
            </>
          }
        />
      </div>
      {thread.theAnswer && !open ? (
        <div className={classes.answer}>
          <Who post={thread.theAnswer} shown={shown} word="">
            <b className="moss">{t(thread.theAnswer.own ? 'your-answer' : 'the-answer')}</b>{' '}
          </Who>
          <Said
            post={thread.theAnswer}
            now={shown.now}
            lang={shown.lang}
            changed={changed}
            seldom={<Order post={thread.theAnswer} root={thread} shown={inside} />}
          />
        </div>
      ) : null}
      {open && replies ? (
        <div>
          {more === null ? null : (
            <button type="button" className="quiet" onClick={() => void earlier()}>
              {t('earlier')}
            </button>
          )}
          {replies.map((reply) => (
            <div key={reply.id} className={reply.answer ? classes.answer : classes.reply} data-post={reply.id}>
              <Who post={reply} shown={shown} word="">
                {reply.answer ? <b className="moss">{t(reply.own ? 'your-answer' : 'the-answer')} </b> : null}
              </Who>
              <Said
                post={reply}
                now={shown.now}
                lang={shown.lang}
                changed={changed}
                seldom={<Order post={reply} root={thread} shown={inside} />}
              />
            </div>
          ))}
        </div>
      ) : null}
      <p className={classes.foot}>
        {thread.askers > 0 ? <span className="soft">{t('askers', { n: thread.askers })}</span> : null}
        {others > 0 || open ? (
          <button type="button" className="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? t('fold') : t('replies', { n: thread.replies })}
          </button>
        ) : null}
        {thread.closed ? <span className="soft">{t('thread-closed')}</span> : null}
        {mayAdd && !adding ? (
          <button type="button" className="quiet" onClick={() => setAdding(true)}>
            {t('add')}
          </button>
        ) : null}
      </p>
      {mayAdd && adding ? (
        <Composer
          target={inTalk(thread.talk, thread.id)}
          place={`reply ${thread.id}`}
          label={t('write-reply')}
          readers={<p className={classes.readersShort}>{t('readers-n', { n: shown.readers })}</p>}
          button={t('send-reply', { n: shown.readers })}
          forOne={shown.forOne}
          begins
          sent={() => {
            setAdding(false);
            setOpen(true);
            changed();
          }}
        />
      ) : null}
    </article>
  );
}
