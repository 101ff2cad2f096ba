'use client';

import { useTranslations } from 'next-intl';
import { useEffect, useState } from 'react';
import { afterwards } from '@/ui/common/first-on-stage';
import { keepWords, wordsHere } from './kept-words';
import { keyOf, NAMES } from './person-store';

type Told = 'none' | 'saving' | 'saved' | 'kept';

async function fetchKey(): Promise<JsonWebKey | null> {
  try {
    const answer = (await (await fetch('/api/device-key')).json()) as { ok: boolean; key?: JsonWebKey };
    return answer.ok && answer.key ? answer.key : null;
  } catch {
    return null;
  }
}

/** Keeps what locks, and nothing that opens. */
async function keepLock(tag: string): Promise<void> {
  const name = keyOf(tag, NAMES.lock);
  if (wordsHere(name) !== null) return;
  const key = await fetchKey();
  if (!key) return;
  const { kty, crv, x, y } = key;
  keepWords(name, JSON.stringify({ kty, crv, x, y }));
}

/** Sends documents that nobody has open. */
async function send(documents: readonly string[]): Promise<boolean> {
  const [{ DocumentSession }, { saveLine }] = await Promise.all([
    import('@/ui/desk/document-session'),
    import('@/ui/desk/use-sessions'),
  ]);
  const line = await saveLine();
  let all = true;
  for (const id of documents) {
    const session = new DocumentSession(id, line);
    if (!(await session.flush(20_000))) all = false;
    session.close();
  }
  return all;
}

/**
 * Sees to it that nobody finds words of somebody else on a shared device, and that nobody's own are lost there: clears
 * it of whoever was here before, and brings back and sends what was locked away for whoever is here now.
 */
export function DeviceKeeper({ tag }: { readonly tag: string }) {
  const t = useTranslations('keeper');
  const [told, setTold] = useState<Told>('none');
  useEffect(() => {
    let left = false;
    const look = async () => {
      await keepLock(tag);
      const { clearOthers, openLocked } = await import('./kept-here');
      if (!(await clearOthers(tag)) || left) return;
      const documents = await openLocked(tag, fetchKey);
      if (documents.length === 0 || left) return;
      setTold('saving');
      const sent = await send(documents);
      if (!left) setTold(sent ? 'saved' : 'kept');
    };
    const stop = afterwards(() => {
      look().catch(() => {
        // A browser that keeps nothing has nothing to clear.
      });
    });
    return () => {
      left = true;
      stop();
    };
  }, [tag]);
  return told === 'none' ? null : (
    <p role="status" className="told">
      {t(told)}
    </p>
  );
}
