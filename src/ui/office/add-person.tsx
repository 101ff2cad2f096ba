'use client';

import { Modal, TextInput } from '@mantine/core';
import { useTranslations } from 'next-intl';
import { type FormEvent, useState } from 'react';
import { foldedUserName, namesOf, ROLES, type Role } from '@/core/office/person';
import type { PeopleView } from '@/server/reading/office/people';
import { PrimaryButton, QuietButton } from '@/ui/common/primary-button';
import dialog from '@/ui/desk/hand-in-dialog.module.css';
import classes from './office.module.css';
import { useOffice } from './use-office';

/** Somebody new, typed in. What is said of them can be changed at any time. */
export function AddPerson({ all, close }: { readonly all: PeopleView['classes']; readonly close: () => void }) {
  const t = useTranslations('people');
  const [name, setName] = useState('');
  const [userName, setUserName] = useState<string | null>(null);
  const [role, setRole] = useState<Role>('student');
  const [inside, setInside] = useState<readonly string[]>([]);
  const [added, setAdded] = useState<string | null>(null);
  const { act, busy, problem } = useOffice();
  const [given = ''] = namesOf(name).name.split(' ');
  const proposed = foldedUserName(given).replace(/[^\p{L}\p{N}._-]/gu, '');
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const done = await act('/api/office/people', {
      draft: { ...namesOf(name), userName: userName ?? proposed, role },
      classes: role === 'office' ? [] : inside,
    });
    if (!done.ok) return;
    setAdded(namesOf(name).name);
    setName('');
    setUserName(null);
  };
  return (
    <Modal.Root opened onClose={close} size="md" centered transitionProps={{ duration: 120 }}>
      <Modal.Overlay />
      <Modal.Content>
        <Modal.Body>
          <div className={dialog.head}>
            <Modal.Title className={dialog.title}>{t('add')}</Modal.Title>
            <Modal.CloseButton aria-label={t('close')} />
          </div>
          <form onSubmit={submit}>
            <TextInput
              label={t('name')}
              description={t('name-says')}
              value={name}
              maxLength={160}
              dir="auto"
              data-autofocus
              required
              withAsterisk={false}
              onChange={({ currentTarget }) => setName(currentTarget.value)}
            />
            <TextInput
              label={t('user-name')}
              description={t('user-name-says')}
              value={userName ?? proposed}
              maxLength={80}
              dir="auto"
              autoCapitalize="none"
              required
              withAsterisk={false}
              onChange={({ currentTarget }) => setUserName(currentTarget.value)}
            />
            <fieldset className={classes.options}>
              <legend>{t('column-role')}</legend>
              {ROLES.map((one) => (
                <label key={one}>
                  <input type="radio" name="role" checked={role === one} onChange={() => setRole(one)} />{' '}
                  {t(`role-${one}`)}
                </label>
              ))}
            </fieldset>
            {role === 'office' || all.length === 0 ? null : (
              <fieldset className={classes.options}>
                <legend>{t('column-classes')}</legend>
                {all.map(({ id, name: called }) => (
                  <label key={id}>
                    <input
                      type="checkbox"
                      checked={inside.includes(id)}
                      onChange={({ currentTarget }) =>
                        setInside(currentTarget.checked ? [...inside, id] : inside.filter((one) => one !== id))
                      }
                    />{' '}
                    <bdi>{called}</bdi>
                  </label>
                ))}
              </fieldset>
            )}
            <p role="alert" className={dialog.bars}>
              {problem}
            </p>
            <p role="status" className="moss">
              {added === null ? null : t('added', { name: added })}
            </p>
            <div className={dialog.moves}>
              <QuietButton onClick={close}>{t('close')}</QuietButton>
              <PrimaryButton type="submit" loading={busy}>
                {t('add-now')}
              </PrimaryButton>
            </div>
          </form>
        </Modal.Body>
      </Modal.Content>
    </Modal.Root>
  );
}
