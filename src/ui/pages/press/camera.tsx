'use client';

import { IconCamera } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import { type DeviceProblem, deviceProblem } from '@/ui/record/device-problem';
import classes from './camera.module.css';

/** As much of a page as a camera can give: the finer, the better a page is read. */
const FINE = { width: { ideal: 3840 }, height: { ideal: 2160 }, facingMode: { ideal: 'environment' } };

/** Is it held in the hand? Then the device's own camera is the better one: it focuses, and has all its pixels. */
export const hasOwnCamera = (): boolean => matchMedia('(pointer: coarse)').matches || !navigator.mediaDevices;

interface Props {
  readonly take: (photograph: File) => void;
  readonly close: () => void;
}

/** The camera of a laptop, for pages that are held before it: as many as one likes, one after the other. */
export function Camera({ take, close }: Props) {
  const t = useTranslations('press');
  const seen = useRef<HTMLVideoElement>(null);
  const [taken, setTaken] = useState(0);
  const [ready, setReady] = useState(false);
  const [problem, setProblem] = useState<DeviceProblem | 'taken-away' | null>(null);
  useEffect(() => {
    let left = false;
    let stream: MediaStream | null = null;
    const stop = () => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
    void (async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: FINE, audio: false });
        if (left) return stop();
        const [track] = stream.getVideoTracks();
        if (track)
          track.onended = () => {
            setReady(false);
            setProblem('taken-away');
          };
        if (seen.current) seen.current.srcObject = stream;
      } catch (error) {
        if (!left) setProblem(deviceProblem(error));
      }
    })();
    return () => {
      left = true;
      stop();
    };
  }, []);
  const shoot = () => {
    const video = seen.current;
    if (!video) return;
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
    canvas.getContext('2d')?.drawImage(video, 0, 0);
    canvas.toBlob(
      (blob) => {
        if (!blob) return setProblem('broke');
        setTaken((n) => n + 1);
        take(new File([blob], `page-${taken + 1}.jpg`, { type: blob.type }));
      },
      'image/jpeg',
      0.92,
    );
  };
  return (
    <section className={classes.camera} aria-label={t('camera')}>
      {problem ? (
        <p role="alert" className={classes.problem}>
          {t(`camera-${problem}`)}
        </p>
      ) : null}
      <video
        ref={seen}
        muted
        playsInline
        autoPlay
        hidden={problem !== null}
        aria-label={t('camera-sees')}
        onLoadedData={() => setReady(true)}
      />
      <p role="status" className={classes.status}>
        {taken > 0 ? t('camera-taken', { n: taken }) : problem ? null : t('camera-hold')}
      </p>
      <div className={classes.acts}>
        {problem ? null : (
          <PrimaryButton
            disabled={!ready}
            onClick={shoot}
            leftSection={<IconCamera size={20} stroke={1.6} aria-hidden="true" />}
            data-autofocus
          >
            {t('camera-take')}
          </PrimaryButton>
        )}
        <QuietButton onClick={close}>{t(taken > 0 ? 'camera-done' : 'camera-close')}</QuietButton>
      </div>
    </section>
  );
}
