'use client';

import { useTranslations } from 'next-intl';
import { type ReactNode, useCallback, useRef, useState } from 'react';
import { countWords } from '@/core/text/counting';
import type { Doc } from '@/core/text/nodes';
import type { DiscussedView, DiscussionView } from '@/server/reading/talk/discussion';
import { post as send } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import type { Times } from '@/ui/common/times';
import { Composer } from './composer';
import classes from './discussion.module.css';
import { Reason, Said } from './said';
import { useDiscussion } from './use-discussion';

interface Shown {
  readonly view: DiscussionView;
  readonly step: string;
  readonly group: string | null;
  readonly lang: string;
  readonly postsDue: number | null;
  readonly times: Times;
  readonly now: number;
  readonly changed: () => void;
}

/** What was chosen of a post, to be quoted; nothing where nothing of it was. */
function chosenIn(place: HTMLElement | null): Doc | null {
  const chosen = window.getSelection();
  const words = chosen?.toString().trim() ?? '';
  if (words === '' || !place || !chosen?.anchorNode || !place.contains(chosen.anchorNode)) return null;
  return {
    type: 'doc',
    content: [
      { type: 'blockquote', content: [{ type: 'paragraph', content: [{ type: 'text', text: words.slice(0, 600) }] }] },
      { type: 'paragraph' },
    ],
  };
}

/** A teacher withdraws a post with the reason. */
function Withdraw({ post, changed }: { post: DiscussedView; changed: () => void }) {
  const t = useTranslations('talk');
  const [open, setOpen] = useState(false);
  const act = async (reason: string) => {
    const answer = await send(`/api/posts/${post.id}/order`, { change: 'withdraw', reason });
    if (answer.ok) changed();
    return answer.ok ? null : answer.code;
  };
  if (open)
    return <Reason word={t('withdraw-this')} label={t('withdraw-why')} done={act} close={() => setOpen(false)} />;
  return (
    <button type="button" className="quiet" onClick={() => setOpen(true)}>
      {t('withdraw-this')}
    </button>
  );
}

/** One post: who said it, when, its words, and what can be done with it. */
function One({
  post,
  shown,
  reply,
}: {
  post: DiscussedView;
  shown: Shown;
  reply: ((quoted: Doc | null) => void) | null;
}) {
  const t = useTranslations('talk');
  const { view, times, now, lang, postsDue } = shown;
  const place = useRef<HTMLDivElement>(null);
  const late = post.root === null && postsDue !== null && post.at > postsDue && !post.teacher;
  return (
    <div
      ref={place}
      className={classes.post}
      data-own={post.own || undefined}
      data-post={post.id}
      data-new={post.unread || undefined}
    >
      <p className={classes.who}>
        {t.rich('said-when', {
          when: times.moment(post.at, now),
          who: () => (
            <>
              <strong>{post.own ? t('you') : <bdi>{post.author}</bdi>}</strong>
              {view.role === 'teacher' && post.letters !== null ? ` (${t('shown-as', { letters: post.letters })})` : ''}
            </>
          ),
        })}
        {post.mended && post.body !== null ? ` ${t('mended')}` : ''}
        {late ? ` · ${t('after-due')}` : ''}
        {post.unread ? <span className={classes.new}>{t('new')}</span> : null}
      </p>
      <Said
        post={post}
        now={now}
        lang={lang}
        changed={shown.changed}
        acts={
          reply && post.body !== null ? (
            <button
              type="button"
              className="quiet"
              // What is chosen in the post stays chosen while the button is pressed.
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => reply(chosenIn(place.current))}
            >
              {post.own ? t('reply') : t('reply-to', { name: post.author })}
            </button>
          ) : null
        }
        seldom={view.role === 'teacher' && !post.own ? <Withdraw post={post} changed={shown.changed} /> : null}
      />
    </div>
  );
}

/** Where a reply is written, at the side of the post that it answers. */
function ReplyHere({
  to,
  quoted,
  shown,
  done,
}: {
  to: DiscussedView;
  quoted: Doc | null;
  shown: Shown;
  done: () => void;
}) {
  const t = useTranslations('talk');
  const [n, typed] = useWordsTyped(shown.lang);
  return (
    <div className={classes.reply}>
      <p className={classes.who}>
        <strong>{t('reply-to', { name: to.own ? t('you') : to.author })}</strong>
      </p>
      <Composer
        target={{ path: `/api/steps/${shown.step}/discussion`, more: { to: to.id, group: shown.group } }}
        place={`reply ${to.id}`}
        label={t('write-reply-to', { name: to.own ? t('you') : to.author })}
        readers={null}
        button={t('reply-to', { name: to.own ? t('you') : to.author })}
        forOne={null}
        begins
        begin={quoted}
        typed={typed}
        sent={done}
      >
        <p className="soft">
          {t('words-typed', { n })} · {t('can-mend', { n: shown.view.readers })}
        </p>
      </Composer>
    </div>
  );
}

/** How many words are typed, counted as the ready check counts them; and what hears them. */
function useWordsTyped(lang: string): readonly [number, (words: string) => void] {
  const [n, setN] = useState(0);
  const typed = useCallback((words: string) => setN(countWords(words, lang)), [lang]);
  return [n, typed];
}

interface Props {
  readonly step: string;
  readonly lang: string;
  readonly postsDue: number | null;
  readonly times: Times;
  readonly now: number;
  /** Something was said, mended or withdrawn. */
  readonly said: () => void;
}

/** A discussion: posts at the one side, what others answer at the other; or all of it in the order of time. */
export function Discussion({ step, lang, postsDue, times, now, said }: Props) {
  const t = useTranslations('talk');
  const [group, setGroup] = useState<string | null>(null);
  const { view, refused, posts, more, load, loadMore } = useDiscussion(step, group);
  const [byTime, setByTime] = useState(false);
  const [words, typed] = useWordsTyped(lang);
  const [replying, setReplying] = useState<{ readonly to: string; readonly quoted: Doc | null } | null>(null);
  if (refused !== null) return <p>{t(keyOr(t.has, `not.${refused}`, 'not.broke'))}</p>;
  if (!view) return <p className="soft">{t('coming')}</p>;
  const changed = () => {
    void load();
    said();
  };
  const shown: Shown = { view, step, group, lang, postsDue, times, now, changed };
  const fresh = posts.filter(({ unread }) => unread);
  const replyTo = (one: DiscussedView) =>
    view.over || view.ownFirst ? null : (quoted: Doc | null) => setReplying({ to: one.id, quoted });
  const replyFor = (one: DiscussedView): ReactNode =>
    replying?.to === one.id ? (
      <ReplyHere
        key={`reply ${one.id}`}
        to={one}
        quoted={replying.quoted}
        shown={shown}
        done={() => {
          setReplying(null);
          changed();
        }}
      />
    ) : null;
  const nextNew = () => {
    const [first] = fresh;
    if (first) document.querySelector(`[data-post="${first.id}"]`)?.scrollIntoView({ block: 'center' });
  };
  const roots = posts.filter(({ root }) => root === null);
  return (
    <section aria-label={t('whole-discussion')}>
      <div className={classes.head}>
        <strong>{t('discussion-posts', { n: posts.length })}</strong>
        {fresh.length > 0 ? (
          <>
            <span className={classes.new}>{t('discussion-new', { n: fresh.length })}</span>
            <button type="button" className="quiet" onClick={nextNew}>
              {t('discussion-next')}
            </button>
          </>
        ) : null}
        <span className="soft">{t('discussion-readers', { n: view.readers })}</span>
        {view.groups.length > 0 ? (
          <select
            className="field"
            aria-label={t('which-group')}
            value={group ?? view.groups[0]?.id ?? ''}
            onChange={({ currentTarget: { value } }) => setGroup(value)}
          >
            {view.groups.map(({ id, names }) => (
              <option key={id} value={id}>
                {names}
              </option>
            ))}
          </select>
        ) : null}
        <span className={classes.turn}>
          <button type="button" aria-pressed={!byTime} onClick={() => setByTime(false)}>
            {t('by-post')}
          </button>
          <button type="button" aria-pressed={byTime} onClick={() => setByTime(true)}>
            {t('by-time')}
          </button>
        </span>
      </div>
      {view.ownFirst ? <p className={classes.first}>{t('own-first')}</p> : null}
      {more === null ? null : (
        <button type="button" className="quiet" onClick={() => void loadMore()}>
          {t('earlier')}
        </button>
      )}
      {byTime
        ? posts
            .toSorted((a, b) => a.number - b.number)
            .map((one) => (
              <div key={one.id} className={classes.line}>
                <One post={one} shown={shown} reply={replyTo(one)} />
                {replyFor(one)}
              </div>
            ))
        : roots.map((root) => (
            <article key={root.id} className={classes.row} data-own={root.own || undefined}>
              <One post={root} shown={shown} reply={replyTo(root)} />
              <div className={classes.answers}>
                {posts
                  .filter((one) => one.root === root.id)
                  .map((one) => (
                    <div key={one.id} className={classes.knot}>
                      <One post={one} shown={shown} reply={replyTo(one)} />
                      {replyFor(one)}
                    </div>
                  ))}
                {replyFor(root)}
              </div>
            </article>
          ))}
      {view.over ? (
        <p>{t('discussion-over')}</p>
      ) : (
        <Composer
          target={{
            path: `/api/steps/${step}/discussion`,
            more: { to: null, group: group ?? view.groups[0]?.id ?? null },
          }}
          place={`discussion ${step} ${group ?? ''}`}
          label={t('write-post')}
          readers={<p className={classes.who}>{t('can-mend', { n: view.readers })}</p>}
          button={t('say-post', { n: view.readers })}
          forOne={null}
          typed={typed}
          sent={changed}
        >
          <p className="soft">{t('words-typed', { n: words })}</p>
        </Composer>
      )}
    </section>
  );
}
