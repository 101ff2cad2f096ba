'use client';

import {
  IconFile,
  IconFileText,
  IconFileTypePdf,
  IconLink,
  IconMusic,
  IconTable,
  IconVideo,
  type TablerIcon,
} from '@tabler/icons-react';
import { useTranslations } from 'next-intl';
import { type FormEvent, type ReactNode, useState } from 'react';
import type { DeskPiece } from '@/server/reading/desk/pieces';
import { useFileSize } from '@/ui/common/file-size';
import { PIECE_ROWS } from '@/ui/kinds/piece';
import classes from './pieces-sheet.module.css';

const ICONS: Readonly<Record<string, TablerIcon>> = {
  pdf: IconFileTypePdf,
  sheet: IconTable,
  sound: IconMusic,
  video: IconVideo,
  link: IconLink,
  document: IconFileText,
};

interface RowProps {
  readonly piece: DeskPiece;
  readonly canChange: boolean;
  readonly act: (path: string, body: object) => Promise<boolean>;
  readonly open: (piece: string) => void;
}

export function PieceRow({ piece, canChange, act, open }: RowProps) {
  const t = useTranslations('pieces');
  const size = useFileSize();
  const [naming, setNaming] = useState(false);
  const path = `/api/pieces/${piece.id}`;
  const rename = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get('name') ?? '');
    if (await act(path, { act: 'rename', name })) setNaming(false);
  };
  return (
    <li>
      <Glyph piece={piece} />
      <span className={classes.name}>
        {naming ? (
          <form onSubmit={rename}>
            <input
              className="field"
              name="name"
              defaultValue={piece.name}
              aria-label={t('new-name')}
              ref={(field) => field?.focus()}
              dir="auto"
            />
            <button type="submit" className="quiet">
              {t('keep-name')}
            </button>
          </form>
        ) : PIECE_ROWS[piece.kind].opens ? (
          <button type="button" className={classes.open} onClick={() => open(piece.id)}>
            <bdi>{piece.name}</bdi>
          </button>
        ) : (
          <bdi>{piece.name}</bdi>
        )}
        <small>
          {[
            PIECE_ROWS[piece.kind].says(piece, { size, own: t('own-document') }),
            piece.pages === null ? '' : t('pages', { n: piece.pages }),
          ]
            .filter(Boolean)
            .join(', ')}
        </small>
      </span>
      {canChange && !naming ? (
        <span className={classes.acts}>
          <button
            type="button"
            className="quiet"
            onClick={() => setNaming(true)}
            aria-label={t('rename', { name: piece.name })}
          >
            {t('rename-short')}
          </button>
          <button
            type="button"
            className="quiet"
            onClick={() => act(path, { act: 'remove' })}
            aria-label={t('remove', { name: piece.name })}
          >
            {t('remove-short')}
          </button>
        </span>
      ) : null}
    </li>
  );
}

function Glyph({ piece }: { piece: DeskPiece }): ReactNode {
  const Icon = ICONS[piece.shown] ?? IconFile;
  return (
    <span className={classes.glyph}>
      {piece.shown === 'picture' ? (
        // biome-ignore lint/performance/noImgElement: the server makes the small picture
        <img src={`/api/pieces/${piece.id}/thumb`} alt="" loading="lazy" width={44} height={44} />
      ) : (
        <Icon size={26} stroke={1.4} aria-hidden="true" />
      )}
    </span>
  );
}
