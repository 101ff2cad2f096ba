'use client';

import { TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { useState } from 'react';
import { giveStarter, starterOf } from '@/core/setting/draft-writes';
import type { KnownMaterial } from '@/core/setting/minutes';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { PlaceLink } from '@/ui/common/place-link';
import { QuietButton } from '@/ui/common/primary-button';
import { ChosenMaterial } from '@/ui/set/chosen-material';
import { MaterialOffers } from '@/ui/set/material-offers';
import { NewMaterial } from '@/ui/set/new-material';
import classes from '@/ui/set/set.module.css';
import { TextEditor } from '@/ui/set/text-editor';
import type { SetStepProps } from '@/ui/set/tools';
import { useStepWrites } from '@/ui/set/use-writes';

const EMPTY = { type: 'doc' as const, content: [{ type: 'paragraph' as const }] };

/** What a step opens to be read, seen or heard: something of the class, something new, or a text that is written here. */
export function SetReading({ step, tools }: SetStepProps) {
  const t = useTranslations('set');
  const kinds = useTranslations('material');
  const { view, ydoc, editable, materials, addMaterial } = tools;
  const writes = useStepWrites(ydoc, tools.draft, materials);
  const [narrow, setNarrow] = useState('');
  const [begun, setBegun] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const fragment = starterOf(ydoc, step.id);
  const chosen = step.material === null ? undefined : materials.get(step.material);
  const take = (material: KnownMaterial) => {
    addMaterial(material);
    // A step that nobody has named yet gets the name of what it opens.
    const named = step.title.trim() !== '' && step.title !== t(`kind-${step.kind}-title`);
    const title = named ? {} : { title: material.title };
    writes.change(step, { material: material.id, ...title });
  };
  if (chosen)
    return (
      <>
        <p className={classes.chosen}>
          <strong>
            <bdi>{chosen.title}</bdi>
          </strong>{' '}
          <span className="soft">{kinds(`kind-${chosen.kind}`)}</span>{' '}
          <PlaceLink to={{ at: 'material', class: view.class.id, material: chosen.id }}>{t('look-at-it')}</PlaceLink>{' '}
          {editable ? (
            <button type="button" className="quiet" onClick={() => writes.change(step, { material: null })}>
              {t('take-another')}
            </button>
          ) : null}
        </p>
        <ChosenMaterial key={chosen.id} material={chosen} tools={tools} />
      </>
    );
  if (fragment !== null && fragment.length > 0)
    return (
      <TextEditor
        key={step.id}
        fragment={fragment}
        label={step.title}
        lang={view.class.locale}
        editable={editable}
        begins={begun}
        head={() =>
          editable ? (
            <button
              type="button"
              className="quiet"
              onClick={() => giveStarter(ydoc, step.id, { type: 'doc', content: [] })}
            >
              {t('take-another')}
            </button>
          ) : null
        }
      />
    );
  const words = narrow.trim().toLocaleLowerCase();
  const isMeant = ({ title }: { readonly title: string }) => title.toLocaleLowerCase().includes(words);
  const found = [...materials.values()].filter(isMeant);
  const elsewhere = view.elsewhere.filter(isMeant);
  const fetchFrom = async (id: string) => {
    const answer = await post<{ material: KnownMaterial }>(`/api/classes/${view.class.id}/materials/${id}/take`);
    setProblem(answer.ok ? null : answer.code);
    if (answer.ok) take(answer.material);
  };
  return (
    <div className={classes.choose}>
      <h3>{t('write-text-head')}</h3>
      <p>
        <QuietButton
          onClick={() => {
            setBegun(true);
            giveStarter(ydoc, step.id, EMPTY);
          }}
        >
          {t('write-text')}
        </QuietButton>
      </p>
      <h3>{t('from-class')}</h3>
      <TextInput
        label={t('narrow')}
        value={narrow}
        onChange={({ currentTarget: { value } }) => setNarrow(value)}
        dir="auto"
      />
      <MaterialOffers materials={found} take={take} />
      {elsewhere.length > 0 ? (
        <>
          <h3>{t('from-elsewhere')}</h3>
          <ul className={classes.offers}>
            {elsewhere.slice(0, 12).map(({ id, title, kind, of }) => (
              <li key={id}>
                <button type="button" onClick={() => void fetchFrom(id)}>
                  <bdi>{title}</bdi>{' '}
                  <small>
                    {kinds(`kind-${kind}`)}, <bdi>{of}</bdi>
                  </small>
                </button>
              </li>
            ))}
          </ul>
          <p role="alert" className={classes.problem}>
            {problem ? t(keyOr(t.has, `problem.${problem}`, 'problem.broke')) : null}
          </p>
        </>
      ) : null}
      <h3>{t('new-material')}</h3>
      <NewMaterial classId={view.class.id} take={take} />
    </div>
  );
}
