'use client';

import { IconMicrophone, IconPlayerPauseFilled, IconPlayerPlay } from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { isEnough, leftOf, secondsOf } from '@/core/recording/take';
import { QuietButton } from '@/ui/common/primary-button';
import { HeldUp } from './held-up';
import { Player } from './player';
import classes from './record.module.css';
import type { RecordProps } from './record-props';
import { Seen } from './seen';
import { Thread } from './thread';
import { useListening } from './use-listening';

/** Records with a pause wherever one wants, and lets hear it before it is kept. */
export function RecorderView(props: RecordProps) {
  const { settings, recorder, keep, sending, held } = props;
  const t = useTranslations('record');
  const { state, take, running, heard, kept, problem } = recorder;
  const said = Math.floor(secondsOf(take) + running);
  const left = Math.ceil(leftOf(take, running, settings));
  const isRunning = state === 'running';
  const { url, state: listening, listen } = useListening(recorder.stretches, secondsOf(take));
  const there = said > 0 && !isRunning;
  return (
    <div className={classes.recorder}>
      <h2>{t('left', { m: Math.floor(left / 60), s: left % 60 })}</h2>
      <p className="soft">
        {t('said', { n: said })}{' '}
        {settings.least === 0
          ? null
          : isEnough(take, running, settings)
            ? t('long-enough')
            : t('enough-from', { n: settings.least })}
      </p>
      {settings.of === 'video' ? <Seen recorder={recorder} /> : null}
      <Thread settings={settings} recorder={recorder} />
      <p role="status" className={classes.how} data-heard={isRunning ? heard : undefined}>
        {isRunning ? t(`heard-${heard}`) : null}
      </p>
      <HeldUp problem={problem} held={held} />
      <div className={classes.controls}>
        <QuietButton
          disabled={!there}
          loading={listening === 'making'}
          onClick={() => void listen()}
          leftSection={<IconPlayerPlay size={18} stroke={1.6} aria-hidden="true" />}
        >
          {t('listen')}
        </QuietButton>
        <button
          type="button"
          className={classes.round}
          data-running={isRunning || undefined}
          disabled={state === 'asking' || state === 'opening' || (left <= 0 && !isRunning) || sending !== null}
          onClick={() => (isRunning ? recorder.pause() : void recorder.start())}
        >
          <span>
            {isRunning ? (
              <IconPlayerPauseFilled size={34} aria-hidden="true" />
            ) : (
              <IconMicrophone size={34} stroke={1.6} aria-hidden="true" />
            )}
          </span>
          <b>{t(isRunning ? 'pause' : said > 0 ? 'go-on' : 'begin')}</b>
        </button>
        <QuietButton disabled={!there} loading={sending !== null} onClick={keep}>
          {t('keep')}
        </QuietButton>
      </div>
      {listening === 'broke' ? <p role="alert">{t('held.broke')}</p> : null}
      {url && there ? <Player of={settings.of} src={url} label={t('heard-label')} /> : null}
      {there && sending === null ? (
        <p className={classes.more}>
          {take.stretches.length > 1 ? (
            <button type="button" className="quiet" onClick={() => void recorder.again()}>
              {t('from-knot')}
            </button>
          ) : null}
          <button type="button" className="quiet" onClick={() => void recorder.startOver()}>
            {t('start-over')}
          </button>
        </p>
      ) : null}
      <p className={classes.foot}>
        <span className="moss">{kept > 0 ? t('kept-to', { n: Math.floor(kept) }) : null}</span>
        <span className="soft">{t('only-you')}</span>
      </p>
    </div>
  );
}
