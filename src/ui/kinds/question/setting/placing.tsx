'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type MouseEvent, useRef, useState } from 'react';
import { EMPTY } from '@/core/kinds/question/parts';
import { newAct } from '@/ui/common/act';
import { FileInput } from '@/ui/common/file-input';
import { keyOr } from '@/ui/common/key-or';
import { NumberField } from '@/ui/common/number-field';
import { QuietButton } from '@/ui/common/primary-button';
import { sendPicture } from '@/ui/desk/pictures';
import classes from '@/ui/set/asking.module.css';
import { NumberSlot } from '@/ui/set/moment-slot';
import { SaidField } from '@/ui/set/said-field';
import { YesSlot } from './choosing';
import type { QuestionSetting } from './kind';
import { Things } from './things';

/** Pairs: what goes together stands in one line. */
export const SetMatch: QuestionSetting<'match'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  const { left, right, pairs } = set;
  const used = new Set(Object.values(pairs));
  const extra = right.filter(({ id }) => !used.has(id));
  const saying = (id: string | undefined) => right.find((one) => one.id === id)?.says ?? EMPTY;
  const say = (id: string, says: typeof EMPTY) =>
    change({ ...set, right: right.map((one) => (one.id === id ? { ...one, says } : one)), mapping: undefined });
  return (
    <>
      <Things
        things={left}
        change={(things) => {
          const kept = new Set(things.map(({ id }) => id));
          const added = things.filter(({ id }) => !Object.hasOwn(pairs, id)).map(({ id }) => [id, newAct()] as const);
          const stay = Object.entries(pairs).filter(([id]) => kept.has(id));
          const gone = new Set(Object.entries(pairs).flatMap(([id, to]) => (kept.has(id) ? [] : [to])));
          const still = new Set(stay.map(([, to]) => to));
          change({
            ...set,
            left: [...things],
            pairs: Object.fromEntries([...stay, ...added]),
            right: [
              ...right.filter(({ id }) => !gone.has(id) || still.has(id)),
              ...added.map(([, id]) => ({ id, says: EMPTY })),
            ],
            mapping: undefined,
          });
        }}
        lang={lang}
        editable={editable}
        label={(n) => t('pair-from', { n })}
        add={t('add-pair')}
        behind={({ id }, i) => (
          <>
            <span aria-hidden="true" className={classes.number}>
              –
            </span>
            <SaidField
              doc={saying(pairs[id])}
              change={(says) => say(pairs[id] ?? '', says)}
              label={t('pair-to', { n: i + 1 })}
              placeholder={t('pair-to', { n: i + 1 })}
              lang={lang}
              editable={editable}
            />
          </>
        )}
      />
      {extra.length > 0 ? <p className="soft">{t('goes-with-nothing')}</p> : null}
      <Things
        things={extra}
        least={0}
        change={(things) =>
          change({ ...set, right: [...right.filter(({ id }) => used.has(id)), ...things], mapping: undefined })
        }
        lang={lang}
        editable={editable}
        label={(n) => t('left-over-n', { n })}
        add={t('add-left-over')}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={set.whole === true}
          yes={t('rule-whole')}
          no={t('rule-each')}
          label={t('rule-label')}
          change={(whole) => change({ ...set, whole, mapping: undefined })}
        />
      </div>
    </>
  );
};

/** Things in the order that is right. */
export const SetOrder: QuestionSetting<'order'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  return (
    <>
      <Things
        things={set.items}
        change={(items) => change({ ...set, items: [...items] })}
        lang={lang}
        editable={editable}
        label={(n) => t('item-n', { n })}
        add={t('add-item')}
        before={(_, i) => <span className={classes.number}>{i + 1}</span>}
      />
      <div className={classes.sentence}>
        <YesSlot
          value={set.scored}
          yes={t('order-right')}
          no={t('none-is-right')}
          label={t('right-label')}
          change={(scored) => change({ ...set, scored })}
        />
        {set.scored ? (
          <YesSlot
            value={set.rule === 'whole'}
            yes={t('rule-whole')}
            no={t('rule-each')}
            label={t('rule-label')}
            change={(whole) => change({ ...set, rule: whole ? 'whole' : 'each' })}
          />
        ) : null}
      </div>
    </>
  );
};

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

/** A step on a scale, and what its ends say. */
export const SetScale: QuestionSetting<'scale'> = ({ set, change, editable, lang }) => {
  const t = useTranslations('set');
  return (
    <>
      <div className={classes.sentence}>
        <NumberSlot
          value={set.from}
          words={t('scale-from', { n: set.from })}
          label={t('scale-from-label')}
          change={(n) => change({ ...set, from: n ?? 0 })}
        />
        <NumberSlot
          value={set.to}
          words={t('scale-to', { n: set.to })}
          label={t('scale-to-label')}
          change={(n) => change({ ...set, to: n ?? 0 })}
        />
        <NumberSlot
          value={set.right}
          words={set.right === null ? t('none-is-right') : t('scale-right', { n: set.right })}
          label={t('right-label')}
          none={t('none-is-right')}
          change={(right) => change({ ...set, right })}
        />
      </div>
      <div className={classes.sentence}>
        {(['fromSays', 'toSays'] as const).map((end) => (
          <TextInput
            key={end}
            label={t(end === 'fromSays' ? 'from-says' : 'to-says')}
            value={set[end]}
            readOnly={!editable}
            dir="auto"
            lang={lang}
            onChange={({ currentTarget: { value } }) => change({ ...set, [end]: value })}
          />
        ))}
      </div>
    </>
  );
};
