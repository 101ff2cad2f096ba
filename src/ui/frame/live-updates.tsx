'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import { addressOf } from '@/core/places';
import type { AddedPost } from '@/server/reading/talk/floor';
import { LIMIT_EVENT, type LimitTold } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { useRefresh } from '@/ui/common/use-refresh';
import { tellTalks } from '@/ui/talk/talk-event';
import classes from './frame.module.css';
import { LaterWords } from './later-words';
import { waitForScreens } from './patient-fetch';

const SETTLE = 250;
const AGAIN = 4000;

/** What changes nothing of the screen around it. */
const UNDRAWN: ReadonlySet<string> = new Set(['talk']);

/** What the stream says of one thing that happened. */
interface Told {
  readonly kind: string;
  readonly talk?: string;
  readonly post?: AddedPost;
}

const SAYS_LIMIT = 20_000;

interface Limit {
  readonly what: string;
  readonly minutes: number;
}

function LimitSays({ what, minutes }: Limit) {
  const t = useTranslations('told');
  return <>{t(keyOr(t.has, `limit-${what}`, 'limit-too-fast'), { minutes })}</>;
}

/** What was refused now and goes on later, as it was last told; `null` when that has been said for long enough. */
function useLimit(): Limit | null {
  const [limit, setLimit] = useState<Limit | null>(null);
  useEffect(() => {
    let gone: ReturnType<typeof setTimeout> | undefined;
    const tell = (event: Event) => {
      const { what, seconds } = (event as CustomEvent<LimitTold>).detail;
      setLimit({ what, minutes: Math.max(1, Math.ceil(seconds / 60)) });
      clearTimeout(gone);
      gone = setTimeout(() => setLimit(null), SAYS_LIMIT);
    };
    window.addEventListener(LIMIT_EVENT, tell);
    return () => {
      window.removeEventListener(LIMIT_EVENT, tell);
      clearTimeout(gone);
    };
  }, []);
  return limit;
}

/**
 * Hears what happens elsewhere, from the moment on at which the screen was drawn (`from`), and asks for the
 * present screen again. A stream that drops goes on where it was. While the server is away it says so, and
 * keeps links from leaving for a page that cannot come.
 */
export function LiveUpdates({ from }: { readonly from: string }) {
  const t = useTranslations('frame');
  const refresh = useRefresh();
  const [away, setAway] = useState(false);
  const [crowded, setCrowded] = useState(false);
  const limit = useLimit();
  const heard = useRef(from);
  useEffect(waitForScreens, []);
  useEffect(() => {
    let wait: ReturnType<typeof setTimeout> | undefined;
    let again: ReturnType<typeof setTimeout> | undefined;
    let stream: EventSource | undefined;
    const open = () => {
      stream = new EventSource(`/api/events?from=${encodeURIComponent(heard.current)}`);
      stream.onmessage = ({ lastEventId, data }) => {
        heard.current = lastEventId;
        const { kind, talk, post } = JSON.parse(data) as Told;
        tellTalks(talk ?? null, post);
        // What a class says is asked for by whoever shows it: the rest of the screen is as it was.
        if (UNDRAWN.has(kind)) return;
        clearTimeout(wait);
        wait = setTimeout(refresh, SETTLE);
      };
      stream.onerror = () => {
        setAway(true);
        // A refusal ends the stream for the browser; for us it does not.
        if (stream?.readyState === EventSource.CLOSED) again = setTimeout(open, AGAIN);
      };
      stream.onopen = () => {
        setAway(false);
        setCrowded(false);
      };
      // Whoever is signed out elsewhere is signed out here: nothing of theirs stays on the screen.
      stream.addEventListener('signed-out', () => window.location.assign(addressOf({ at: 'sign-in' })));
      stream.addEventListener('too-many-open', () => setCrowded(true));
    };
    open();
    return () => {
      clearTimeout(wait);
      clearTimeout(again);
      stream?.close();
    };
  }, [refresh]);
  useEffect(() => {
    if (!away) return;
    const stay = (event: MouseEvent) => {
      const link = event.target instanceof Element ? event.target.closest('a[href^="/"]') : null;
      if (!link) return;
      event.preventDefault();
      event.stopPropagation();
    };
    document.addEventListener('click', stay, true);
    return () => document.removeEventListener('click', stay, true);
  }, [away]);
  return (
    <p role="status" className={`told ${classes.away}`}>
      {away
        ? t('away')
        : crowded
          ? t('too-many-open')
          : limit && (
              <LaterWords>
                <LimitSays {...limit} />
              </LaterWords>
            )}
    </p>
  );
}
