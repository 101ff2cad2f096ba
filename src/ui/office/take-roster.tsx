import { useRouter } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { type DragEvent, useRef, useState } from 'react';
import { addressOf } from '@/core/places';
import { sendBytes } from '@/ui/common/client-request';
import { FileInput } from '@/ui/common/file-input';
import { useRefresh } from '@/ui/common/use-refresh';
import classes from './roster.module.css';
import { useRefusals } from './use-office';

/** Files of a roster are let fall here, or chosen. The first of them makes one, the others come to it. */
export function TakeRoster({ into, small = false }: { readonly into: string | null; readonly small?: boolean }) {
  const t = useTranslations('roster');
  const words = useRefusals();
  const router = useRouter();
  const refresh = useRefresh();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const take = async (files: readonly File[]) => {
    if (files.length === 0) return;
    setBusy(true);
    setProblem(null);
    let roster = into;
    for (const file of files) {
      const asked = new URLSearchParams({ name: file.name, ...(roster === null ? {} : { into: roster }) });
      const answer = await sendBytes<{ roster: string }>(`/api/office/rosters?${asked}`, file);
      if (answer.ok) roster = answer.roster;
      else {
        setProblem(t('not-taken', { file: file.name, why: words(answer) }));
        break;
      }
    }
    setBusy(false);
    if (roster !== null && roster !== into) router.push(addressOf({ at: 'roster', roster }));
    else refresh();
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take([...event.dataTransfer.files]);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: letting files fall is an extra; the button beside it takes them, too
    <div
      className={small ? classes.smallDrop : classes.drop}
      data-over={over || undefined}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <button type="button" className="quiet" disabled={busy} onClick={() => input.current?.click()}>
        {t(small ? 'another-file' : 'choose-files')}
      </button>
      {small ? null : <p className="soft">{t('forms-say')}</p>}
      <FileInput ref={input} aria-label={t('choose-files')} accept=".csv,.txt,.tsv,.zip" multiple take={take} />
      <p role="status">{busy ? t('is-read') : null}</p>
      <p role="alert" className={classes.problem}>
        {problem}
      </p>
    </div>
  );
}
