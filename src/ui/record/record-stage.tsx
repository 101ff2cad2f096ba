'use client';

import { useTranslations } from 'next-intl';
import { useState } from 'react';
import type { SettingsOf } from '@/core/kinds/step';
import { secondsOf } from '@/core/recording/take';
import type { DeskPiece } from '@/server/reading/desk/pieces';
import type { DeskStepOf } from '@/server/reading/desk/steps';
import { post } from '@/ui/common/client-request';
import { useRefresh } from '@/ui/common/use-refresh';
import { useUploads } from '@/ui/desk/use-uploads';
import type { DeskTools } from '@/ui/kinds/step/kind';
import { AddsWords } from './adds-words';
import { OneButton } from './one-button';
import { Player } from './player';
import classes from './record.module.css';
import type { RecordProps } from './record-props';
import { RecordWords } from './record-words';
import { RecorderView } from './recorder-view';
import { useRecorder } from './use-recorder';

interface Props {
  readonly step: DeskStepOf<'record'>;
  readonly settings: SettingsOf<'record'>;
  readonly desk: DeskTools;
}

/** Lets go of the name of a file what no file may have. */
const fileName = (title: string): string =>
  title
    .replace(/[\\/:*?"<>|\p{Cc}]/gu, ' ')
    .trim()
    .slice(0, 80) || 'recording';

function Stage({ step, settings, desk }: Props) {
  const t = useTranslations('record');
  const { view, canEdit, fill } = desk;
  const refresh = useRefresh();
  const recorder = useRecorder(step.id, settings);
  const [anew, setAnew] = useState(false);
  const [held, setHeld] = useState<string | null>(null);
  const kept = view.pieces.filter((piece) => piece.step === step.id && piece.removedAt === null);
  const last = kept.at(-1);
  const uploads = useUploads(
    view.id,
    () => {
      void (async () => {
        // The one before gives way to the new one, and can be brought back like anything that was taken off.
        for (const piece of kept) await post(`/api/pieces/${piece.id}`, { act: 'remove' });
        await recorder.startOver();
        setAnew(false);
        fill(step.id);
        refresh();
      })();
    },
    step.id,
  );
  const [going] = uploads.sending;
  const keep = async () => {
    setHeld(null);
    try {
      const { joined } = await import('./joined');
      const file = await joined(await recorder.stretches());
      uploads.add([new File([file], `${fileName(step.title)}.${file.type.split('/')[1]}`, { type: file.type })]);
    } catch {
      setHeld('broke');
    }
  };
  const isThere = secondsOf(recorder.take) > 0 || recorder.state === 'running';
  const props: RecordProps = {
    title: step.title,
    settings,
    recorder,
    keep: () => void keep(),
    sending: going?.state === 'going' ? going.sent / Math.max(1, going.size) : null,
    held: held ?? (going?.state === 'refused' ? going.code : going?.state === 'stopped' ? 'unreachable' : null),
  };
  if (last && !anew && !isThere)
    return (
      <Kept
        piece={last}
        title={step.title}
        settings={settings}
        lang={view.class.locale}
        again={canEdit ? () => setAnew(true) : null}
      />
    );
  if (!canEdit) return <p className={classes.none}>{t('nothing')}</p>;
  return (
    <>
      {settings.simple ? <OneButton {...props} /> : <RecorderView {...props} />}
      {going?.state === 'stopped' ? (
        <button type="button" className="quiet" onClick={() => uploads.again(going.key)}>
          {t('send-again')}
        </button>
      ) : null}
    </>
  );
}

interface KeptProps {
  readonly piece: DeskPiece;
  readonly title: string;
  readonly settings: SettingsOf<'record'>;
  readonly lang: string;
  readonly again: (() => void) | null;
}

/** What was kept, to be heard or seen in place. */
function Kept({ piece, title, settings, lang, again }: KeptProps) {
  const t = useTranslations('record');
  // Other words are fetched anew, though they stand at the same address.
  const [edition, setEdition] = useState(0);
  const src = `/api/pieces/${piece.id}/captions?edition=${edition}`;
  const player = (
    <Player
      of={settings.of}
      src={`/api/pieces/${piece.id}/file`}
      label={t('kept-label')}
      captions={piece.captions ? { src, lang, label: t('captions') } : null}
    />
  );
  return (
    <div className={classes.kept}>
      <h2>{title}</h2>
      <p className="moss">✓ {t('is-kept', { seconds: Math.round(piece.seconds ?? 0) })}</p>
      {again && !settings.simple ? (
        <AddsWords
          piece={piece.id}
          of={settings.of}
          lang={lang}
          there={piece.captions}
          changed={() => setEdition(edition + 1)}
        >
          {player}
        </AddsWords>
      ) : (
        player
      )}
      {again ? (
        <button type="button" className="quiet" onClick={again}>
          {t('record-anew')}
        </button>
      ) : null}
    </div>
  );
}

/** The stage of a step at which something is recorded. */
export const RecordStage = (props: Props) => (
  <RecordWords>
    <Stage {...props} />
  </RecordWords>
);
