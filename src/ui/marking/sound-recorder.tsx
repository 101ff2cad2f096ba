'use client';

import { useTranslations } from 'next-intl';
import { useCallback, useEffect, useRef, useState } from 'react';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { QuietButton } from '@/ui/common/primary-button';
import classes from './marking-tools.module.css';

interface Props {
  readonly handIn: string;
  readonly sound: string | null;
  readonly setSound: (sound: string | null) => void;
}

const LONGEST = 5 * 60_000;

/** Something said instead of written: recorded here, or a file of sound. */
export function SoundRecorder({ handIn, sound, setSound }: Props) {
  const t = useTranslations('sound');
  const [problem, setProblem] = useState<string | null>(null);
  const [state, setState] = useState<'still' | 'recording' | 'sending'>('still');
  const recorder = useRef<MediaRecorder | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const address = `/api/hand-ins/${handIn}/sound`;

  const send = async (bytes: Blob) => {
    setState('sending');
    setProblem(null);
    const answer = await sendBytes<{ sha256: string }>(address, bytes);
    if (answer.ok) setSound(answer.sha256);
    else setProblem(answer.code);
    setState('still');
  };

  const record = async () => {
    setProblem(null);
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const parts: Blob[] = [];
      const made = new MediaRecorder(stream);
      recorder.current = made;
      made.ondataavailable = ({ data }) => parts.push(data);
      made.onstop = () => {
        for (const track of stream.getTracks()) track.stop();
        void send(new Blob(parts, { type: made.mimeType }));
      };
      made.start();
      setState('recording');
    } catch {
      setProblem('no-microphone');
    }
  };
  const stop = useCallback(() => {
    if (recorder.current?.state === 'recording') recorder.current.stop();
  }, []);
  useEffect(() => {
    if (state !== 'recording') return;
    const timer = setTimeout(stop, LONGEST);
    return () => clearTimeout(timer);
  }, [state, stop]);
  useEffect(() => stop, [stop]);

  return (
    <div className={classes.sound}>
      <h3>{t('title')}</h3>
      {sound ? (
        <>
          {/* biome-ignore lint/a11y/useMediaCaption: words spoken a moment ago have no captions; what counts is written beside them */}
          <audio controls src={`${address}/${sound}`} aria-label={t('recorded')} />
          <button type="button" className="quiet" onClick={() => setSound(null)}>
            {t('remove')}
          </button>
        </>
      ) : (
        <div className={classes.moves}>
          {state === 'recording' ? (
            <QuietButton onClick={stop}>{t('stop')}</QuietButton>
          ) : (
            <QuietButton onClick={record} loading={state === 'sending'}>
              {t('record')}
            </QuietButton>
          )}
          <button type="button" className="quiet" onClick={() => file.current?.click()}>
            {t('choose')}
          </button>
          <FileInput
            ref={file}
            accept="audio/*"
            aria-label={t('choose')}
            take={([chosen]) => {
              if (chosen) void send(chosen);
            }}
          />
          <span role="status">{state === 'recording' ? t('recording') : null}</span>
        </div>
      )}
      <p role="alert" className={classes.problem}>
        {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
    </div>
  );
}
