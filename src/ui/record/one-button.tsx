'use client';

import { IconCheck, IconMicrophone } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { leftOf, secondsOf } from '@/core/recording/take';
import { HeldUp } from './held-up';
import { Player } from './player';
import classes from './record.module.css';
import type { RecordProps } from './record-props';
import { Seen } from './seen';
import { voicePath } from './thread';
import { useListening } from './use-listening';

/** How the string of the kite rises over the water, in the drawing's own size. */
const [FROM, TO] = [
  { x: 84, y: 226 },
  { x: 560, y: 60 },
] as const;

/** One large button, and a kite that flies to the lighthouse while one speaks: for whoever does not read much yet. */
export function OneButton({ title, settings, recorder, keep, sending, held }: RecordProps) {
  const t = useTranslations('record');
  const { state, take, running, levels, problem } = recorder;
  const said = secondsOf(take) + running;
  const share = Math.min(1, said / settings.most);
  const isRunning = state === 'running';
  const isThere = said > 0 && !isRunning;
  const { url, listen } = useListening(recorder.stretches, secondsOf(take));
  const kite = { x: FROM.x + (TO.x - FROM.x) * share, y: FROM.y + (TO.y - FROM.y) * share };
  const turn = (Math.atan2(TO.y - FROM.y, TO.x - FROM.x) * 180) / Math.PI;
  // The string is drawn lying, as long as the whole way, and then turned upwards.
  const long = Math.hypot(TO.x - FROM.x, TO.y - FROM.y);
  return (
    <div className={classes.young}>
      <h2>{title}</h2>
      <p className="soft" role="status">
        {isRunning ? t('about-left', { half: Math.max(1, Math.round(leftOf(take, running, settings) / 30)) }) : null}
      </p>
      {settings.of === 'video' ? <Seen recorder={recorder} /> : null}
      <svg viewBox="0 0 640 300" className={classes.scene} aria-hidden="true">
        <rect y="250" width="640" height="50" className={classes.water} />
        <path d="M0 246h120v16H96v14H60v14H0z" className={classes.pier} />
        <circle cx="60" cy="206" r="10" />
        <path d="M52 246v-26q8-6 16 0l18 6-18 4v16z" />
        <path d="M574 250l8-150h28l8 150z" className={classes.tower} />
        <path d="M578 100h36l-18-22z" />
        <circle cx="596" cy="112" r="6" className={classes.lamp} />
        <path d={`M${kite.x} ${kite.y}Q${(kite.x + 590) / 2} ${kite.y + 10} 590 112`} className={classes.way} />
        <g transform={`translate(${FROM.x} ${FROM.y}) rotate(${turn}) scale(${long / 560} 0.45) translate(0 -70)`}>
          <path d={`M0 70${voicePath(levels, settings.most)}L${share * 560} 70`} className={classes.voice} />
        </g>
        <path d={`M${kite.x} ${kite.y}l14-30 24 14-14 30z`} className={classes.kite} />
      </svg>
      <HeldUp problem={problem} held={held} />
      {isThere ? (
        <div className={classes.after}>
          {url ? <Player of={settings.of} src={url} label={t('heard-label')} /> : null}
          <button type="button" className={classes.wide} onClick={() => void listen()}>
            {t('listen')}
          </button>
          <button type="button" className={classes.wide} onClick={() => void recorder.startOver()}>
            {t('once-more')}
          </button>
          <button type="button" className={classes.wideMain} disabled={sending !== null} onClick={keep}>
            <IconCheck size={34} stroke={2.4} aria-hidden="true" /> {t('give-it')}
          </button>
        </div>
      ) : (
        <button
          type="button"
          className={classes.round}
          data-large
          data-running={isRunning || undefined}
          disabled={state === 'asking' || state === 'opening'}
          onClick={() => (isRunning ? recorder.pause() : void recorder.start())}
        >
          <span>
            {isRunning ? (
              <IconCheck size={64} stroke={2.6} aria-hidden="true" />
            ) : (
              <IconMicrophone size={64} stroke={1.6} aria-hidden="true" />
            )}
          </span>
          <b>{t(isRunning ? 'i-am-done' : 'speak')}</b>
        </button>
      )}
    </div>
  );
}
