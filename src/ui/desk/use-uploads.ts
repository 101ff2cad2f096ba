'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { DetailedError, Upload } from 'tus-js-client';
import { tellLimit } from '@/ui/common/client-request';

/** One file on its way. */
export interface Sending {
  readonly key: number;
  readonly name: string;
  readonly size: number;
  readonly sent: number;
  /** `stopped`: it could not go on and can be tried again. `refused`: the school does not take it. */
  readonly state: 'going' | 'stopped' | 'refused';
  /** Why it was refused. */
  readonly code: string;
}

export interface Uploads {
  readonly sending: readonly Sending[];
  readonly add: (files: Iterable<File>) => void;
  readonly again: (key: number) => void;
  /** Stops one and forgets it, here and at the school. */
  readonly cancel: (key: number) => void;
}

/** A part of a file goes at a time, so that little is lost when the network is. */
const PART = 4 * 1024 * 1024;
const WAITS = [0, 1000, 2000, 4000, 8000, 15_000, 30_000];

function codeOf(error: Error): string | null {
  const body = (error as Partial<DetailedError>).originalResponse?.getBody();
  try {
    const answer = JSON.parse(body ?? '') as { code?: unknown };
    tellLimit(answer);
    const { code } = answer;
    return typeof code === 'string' ? code : null;
  } catch {
    return null;
  }
}

/** What a file has become that came in whole; nothing where it had come in before. */
function pieceIn(body: string): string {
  try {
    return String((JSON.parse(body) as { piece?: unknown }).piece ?? '');
  } catch {
    return '';
  }
}

/** What sends in parts is fetched with the first file: most who open a Desk put none. */
const sender = () => import('tus-js-client').catch(() => null);

/**
 * Sends files, several at once, each in parts that go on where they were cut: also after a reload, when the
 * same file is chosen again.
 *
 * @param assignment what they are put to; `null` for the shelf
 * @param step the step at which it was recorded; `null` for anything else
 * @param done told of each file that has come in whole: as which piece, and its name
 */
export function useUploads(
  assignment: string | null,
  done: (piece: string, name: string) => void,
  step: string | null = null,
): Uploads {
  const [sending, setSending] = useState<readonly Sending[]>([]);
  const running = useRef(new Map<number, Upload>());
  // Chosen, while what sends them is on its way.
  const waiting = useRef(new Map<number, File>());
  const nextKey = useRef(0);
  const finished = useRef(done);
  finished.current = done;

  const change = useCallback((key: number, to: Partial<Sending> | null) => {
    setSending((list) =>
      to === null
        ? list.filter((one) => one.key !== key)
        : list.map((one) => (one.key === key ? { ...one, ...to } : one)),
    );
  }, []);

  const begin = useCallback(
    async (key: number, file: File) => {
      waiting.current.set(key, file);
      const loaded = await sender();
      if (!loaded) {
        change(key, { state: 'stopped' });
        return;
      }
      // It was cancelled, or somebody has left the screen.
      if (!waiting.current.delete(key)) return;
      const upload = new loaded.Upload(file, {
        endpoint: '/api/uploads',
        chunkSize: PART,
        retryDelays: WAITS,
        removeFingerprintOnSuccess: true,
        metadata: { name: file.name, assignment: assignment ?? '', step: step ?? '' },
        // The same file for other work is another upload.
        fingerprint: async () => `kite-${assignment ?? 'shelf'}-${file.name}-${file.size}-${file.lastModified}`,
        onProgress: (sent) => change(key, { sent }),
        onShouldRetry: (error) => {
          const status = error.originalResponse?.getStatus() ?? 0;
          return status < 400 || status === 409 || status === 423 || (status >= 502 && status !== 507);
        },
        onError: (error) => {
          const code = codeOf(error);
          change(key, code === null ? { state: 'stopped' } : { state: 'refused', code });
        },
        onSuccess: ({ lastResponse }) => {
          running.current.delete(key);
          change(key, null);
          finished.current(pieceIn(lastResponse.getBody()), file.name);
        },
      });
      running.current.set(key, upload);
      void upload.findPreviousUploads().then(([earlier]) => {
        if (earlier) upload.resumeFromPreviousUpload(earlier);
        upload.start();
      });
    },
    [assignment, step, change],
  );
  const add = useCallback(
    (files: Iterable<File>) => {
      for (const file of files) {
        const key = nextKey.current++;
        setSending((list) => [...list, { key, name: file.name, size: file.size, sent: 0, state: 'going', code: '' }]);
        void begin(key, file);
      }
    },
    [begin],
  );

  useEffect(() => {
    const all = running.current;
    const chosen = waiting.current;
    return () => {
      chosen.clear();
      for (const upload of all.values()) void upload.abort();
    };
  }, []);

  return {
    sending,
    add,
    again: (key) => {
      change(key, { state: 'going', code: '' });
      const file = waiting.current.get(key);
      if (file) void begin(key, file);
      else running.current.get(key)?.start();
    },
    cancel: (key) => {
      waiting.current.delete(key);
      void running.current
        .get(key)
        ?.abort(true)
        .catch(() => undefined);
      running.current.delete(key);
      change(key, null);
    },
  };
}
