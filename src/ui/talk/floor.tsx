'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useMemo, useState } from 'react';
import type { FloorWriting } from '@/server/reading/talk/floor';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { Composer, type ForOne, inTalk } from './composer';
import { ReaderMarks } from './readers';
import classes from './talk.module.css';
import { Thread } from './thread';
import { ask, useFloor } from './use-floor';

/** Earlier questions that are like what is typed. */
interface Like {
  readonly id: string;
  readonly words: string;
  readonly answered: boolean;
}

const SETTLE = 600;

/** Questions of the class like the one that is being typed, a moment after it was. */
function useLike(talk: string | null, words: string): readonly Like[] {
  const [like, setLike] = useState<readonly Like[]>([]);
  useEffect(() => {
    if (talk === null || words.trim().length < 12) {
      setLike([]);
      return;
    }
    let left = false;
    const timer = setTimeout(async () => {
      const answer = await ask<{ readonly ok: true; readonly like: readonly Like[] }>(
        `/api/talks/${talk}/like?words=${encodeURIComponent(words.slice(0, 300))}`,
      );
      if (!left && answer.ok) setLike(answer.like);
    }, SETTLE);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [talk, words]);
  return like;
}

interface Props {
  readonly class: { readonly id: string; readonly name: string; readonly weave: string; readonly locale: string };
  /** The assignment that it is about, `class` for the class itself, or everything. */
  readonly about: string | null;
  readonly zone: string;
  readonly now: number;
  /** What the work is about, in its own words, and where words go that are meant for the teachers alone. */
  readonly topic: string;
  readonly quiet: (words: string, teachers: readonly string[]) => void;
}

/** Why nobody of these writes here; `null` where they may. */
const barOf = (writing: FloorWriting, student: boolean): 'over' | 'closed' | 'paused' | null =>
  writing.over ? 'over' : student && writing.closed ? 'closed' : student && writing.paused !== null ? 'paused' : null;

/** The open floor: what a class asks and answers, and where one asks it. */
export function Floor({ class: of, about, zone, now, topic, quiet }: Props) {
  const t = useTranslations('talk');
  const times = useTimes(zone);
  const { state, older, more, load, loadMore } = useFloor(of.id, about);
  const [words, setWords] = useState('');
  const view = state.is === 'there' ? state.view : null;
  const writing = view?.writing ?? null;
  const like = useLike(writing?.talk ?? null, words);
  const student = view?.role === 'student';
  const teachers = writing?.teachers;
  const people = view?.people;
  const forOne = useMemo<ForOne | null>(
    () =>
      student && teachers && people
        ? { students: people, teachers, about: topic, put: (said) => quiet(said, teachers) }
        : null,
    [student, teachers, people, topic, quiet],
  );
  if (state.is === 'coming') return <p className="soft">{t('coming')}</p>;
  if (!view || !writing)
    return <p>{t(keyOr(t.has, `not.${state.is === 'not' ? state.code : 'broke'}`, 'not.broke'))}</p>;
  const mates = writing.students - (student ? 1 : 0);
  const others = writing.teachers.length - (student ? 0 : 1);
  const readers = mates + others;
  const bar = barOf(writing, student);
  const shown = { times, now, lang: of.locale, view, forOne, readers, changed: () => void load() };
  const all = [...view.threads, ...older.filter(({ id }) => !view.threads.some((one) => one.id === id))];
  const close = async () => {
    await post(`/api/talks/${writing.talk}`, { closed: !writing.closed });
    void load();
  };
  return (
    <div className={classes.floor}>
      <p className={classes.lead}>
        {t('lead', { class: of.name })}{' '}
        {student ? null : (
          <button type="button" className="quiet" onClick={() => void close()}>
            {t(writing.closed ? 'floor-open' : 'floor-close')}
          </button>
        )}
      </p>
      {all.length === 0 ? <p className="soft">{t('none')}</p> : null}
      <div className={classes.threads}>
        {all.map((thread) => (
          <Thread key={thread.id} thread={thread} shown={shown} named={about === null} />
        ))}
        {more === null ? null : (
          <button type="button" className="quiet" onClick={() => void loadMore()}>
            {t('more')}
          </button>
        )}
      </div>
      {bar ? (
        <p className={classes.barred}>
          {t(`barred-${bar}`)} {bar === 'paused' ? <q>{writing.paused}</q> : null}
        </p>
      ) : (
        <section className={classes.asking} aria-label={t(student ? 'ask' : 'tell')}>
          <Composer
            target={inTalk(writing.talk, null)}
            place={`floor ${writing.talk}`}
            label={t(student ? 'write-question' : 'write-tell')}
            readers={
              <>
                <p className={classes.readers}>
                  {t(student ? 'readers-student' : 'readers-teacher', {
                    n: readers,
                    mates,
                    teachers: writing.teachers.join(', '),
                  })}
                </p>
                <ReaderMarks students={mates} teachers={others} />
                <WeaveBand weave={of.weave} />
              </>
            }
            button={t(student ? 'ask-n' : 'tell-n', { n: readers, class: of.name })}
            forOne={forOne}
            sent={() => void load()}
            typed={setWords}
          >
            {like.length > 0 ? (
              <div className={classes.like} role="status">
                <p>{t('like')}</p>
                <ul>
                  {like.map((one) => (
                    <li key={one.id}>
                      <bdi>{one.words}</bdi> <span className="soft">{one.answered ? t('like-answered') : ''}</span>
                    </li>
                  ))}
                </ul>
              </div>
            ) : null}
          </Composer>
        </section>
      )}
    </div>
  );
}
