'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type MouseEvent, useRef, useState } from 'react';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { NumberField } from '@/ui/common/number-field';
import { QuietButton } from '@/ui/common/primary-button';
import { sendPicture } from '@/ui/common/send-picture';
import classes from '@/ui/set/asking.module.css';
import type { QuestionSetting } from './kind';

/** How far around a place still counts, as a share of the picture's width. */
const AROUND = 0.06;

/** A place on a picture: a click says where it is right. */
export const SetPoint: QuestionSetting<'point'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  const writing = useTranslations('writing');
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { picture, areas } = set;
  const take = async (file: File) => {
    const sent = await sendPicture(file);
    if ('code' in sent) return setProblem(sent.code);
    setProblem(null);
    const { address: src, width, height } = sent;
    change({ picture: { src, alt: picture.alt, width, height }, areas: [] });
  };
  const place = (event: MouseEvent<HTMLButtonElement>) => {
    // A key press has no place.
    if (event.detail === 0) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const round = (n: number) => Math.round(Math.min(1, Math.max(0, n)) * 1000) / 1000;
    const at = { x: round((event.clientX - left) / width), y: round((event.clientY - top) / height) };
    change({ ...set, areas: [...areas, { shape: 'circle', ...at, r: AROUND }] });
  };
  const circle = (i: number, to: Partial<{ x: number; y: number; r: number }>) => {
    const area = areas[i];
    if (area && 'r' in area) change({ ...set, areas: areas.with(i, { ...area, ...to }) });
  };
  return (
    <>
      {picture.src === '' ? null : (
        <button
          type="button"
          className={classes.picture}
          onClick={place}
          disabled={!editable}
          aria-label={t('place-here')}
        >
          {/* biome-ignore lint/performance/noImgElement: a picture of the school, as it is */}
          <img src={picture.src} alt={picture.alt} width={picture.width} height={picture.height} />
          {areas.map((area, i) =>
            'r' in area ? (
              <span
                // biome-ignore lint/suspicious/noArrayIndexKey: places have no names
                key={i}
                className={classes.spot}
                style={{
                  left: `${area.x * 100}%`,
                  top: `${area.y * 100}%`,
                  width: `${area.r * 200}%`,
                  aspectRatio: 1,
                }}
              />
            ) : null,
          )}
        </button>
      )}
      {editable ? (
        <p>
          <QuietButton onClick={() => input.current?.click()}>
            {t(picture.src === '' ? 'take-picture' : 'other-picture')}
          </QuietButton>
          <FileInput
            ref={input}
            aria-label={t('take-picture')}
            accept="image/png,image/jpeg,image/gif,image/webp"
            take={([file]) => {
              if (file) void take(file);
            }}
          />
        </p>
      ) : null}
      <p role="alert" className={classes.unmet}>
        {problem ? writing(keyOr(writing.has, `problem.${problem}`, 'problem.broke')) : null}
      </p>
      {picture.src === '' ? null : (
        <>
          <TextInput
            label={t('picture-shows')}
            value={picture.alt}
            readOnly={!editable}
            dir="auto"
            lang={lang}
            onChange={({ currentTarget: { value } }) => change({ ...set, picture: { ...picture, alt: value } })}
          />
          <p className="soft">{t('places-say', { n: areas.length })}</p>
          <ul className={classes.things}>
            {areas.map((area, i) =>
              'r' in area ? (
                // biome-ignore lint/suspicious/noArrayIndexKey: places have no names
                <li key={i}>
                  {(['x', 'y', 'r'] as const).map((side) => (
                    <NumberField
                      key={side}
                      className={classes.short}
                      label={t(`place-${side}`)}
                      value={Math.round(area[side] * 1000) / 10}
                      min={0}
                      max={100}
                      step={1}
                      readOnly={!editable}
                      change={(n) => circle(i, { [side]: (n ?? 0) / 100 })}
                    />
                  ))}
                  {editable ? (
                    <button
                      type="button"
                      className="quiet"
                      onClick={() => change({ ...set, areas: areas.toSpliced(i, 1) })}
                    >
                      {t('drop')}
                    </button>
                  ) : null}
                </li>
              ) : null,
            )}
          </ul>
          {editable ? (
            <button
              type="button"
              className="quiet"
              onClick={() => change({ ...set, areas: [...areas, { shape: 'circle', x: 0.5, y: 0.5, r: AROUND }] })}
            >
              {t('add-place')}
            </button>
          ) : null}
        </>
      )}
    </>
  );
};
