'use client';

import { useTranslations } from 'next-intl';
import { sendBytes } from './client-request';

/** A file that was sent up and goes along with what is written. */
export interface Attached {
  readonly sha256: string;
  readonly name: string;
}

/** So many files go along with one message. */
export const MOST_ATTACHED = 5;

/** Sends a file up, to go along with a message. */
export async function sendUp(file: File): Promise<{ ok: true; file: Attached } | { ok: false; code: string }> {
  const answer = await sendBytes<Attached>(`/api/asides/files?name=${encodeURIComponent(file.name)}`, file);
  return answer.ok
    ? { ok: true, file: { sha256: answer.sha256, name: answer.name } }
    : { ok: false, code: answer.code };
}

/** The files that will go along, each to be taken off again. */
export function AttachedFiles({
  files,
  change,
  className,
}: {
  readonly files: readonly Attached[];
  readonly change: (files: readonly Attached[]) => void;
  readonly className: string | undefined;
}) {
  const t = useTranslations('aside');
  if (files.length === 0) return null;
  return (
    <ul className={className}>
      {files.map((file) => (
        <li key={file.sha256}>
          <bdi>{file.name}</bdi>{' '}
          <button
            type="button"
            className="quiet"
            aria-label={t('take-off', { name: file.name })}
            onClick={() => change(files.filter(({ sha256 }) => sha256 !== file.sha256))}
          >
            {t('take-off-short')}
          </button>
        </li>
      ))}
    </ul>
  );
}
