'use client';

import { useMantineColorScheme } from '@mantine/core';
import { useLocale, useTranslations } from 'next-intl';
import { useEffect, useRef, useState } from 'react';
import type { Role } from '@/core/office/person';
import { addressOf } from '@/core/places';
import { LOCALES, localeOf } from '@/i18n/locales';
import { post } from '@/ui/common/client-request';
import { keyOr } from '@/ui/common/key-or';
import { useReadingSettings } from '@/ui/common/reading-settings';
import { READING_CHOICES } from '@/ui/common/reading-style';
import { useSignOut } from '@/ui/common/sign-out';
import { LaterWords } from './later-words';
import classes from './person-menu.module.css';

const SCHEMES = ['light', 'dark', 'auto'] as const;

const READING = ['size', 'spacing', 'typeface'] as const;

/** How texts look for this person: letters, room between them, typeface. */
function ReadingChoices() {
  const t = useTranslations('reading');
  const { settings, change } = useReadingSettings();
  return READING.map((key) => (
    <label key={key} className={classes.reading}>
      {t(key)}
      <select className="field" value={settings[key]} onChange={(event) => change({ [key]: event.target.value })}>
        {READING_CHOICES[key].map((choice) => (
          <option key={choice} value={choice}>
            {t(keyOr(t.has, `${key}-${choice}`, key))}
          </option>
        ))}
      </select>
    </label>
  ));
}

/** The person's own settings: language, light or dark, sign out. A plain disclosure, to keep every first visit light. */
export function PersonMenu({ name, role }: { name: string; role: Role }) {
  const t = useTranslations('frame');
  const current = localeOf(useLocale());
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  const [open, setOpen] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  // The scheme is known in the browser only: it is marked once the page is there.
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);

  useEffect(() => {
    if (!open) return;
    const outside = (event: PointerEvent | FocusEvent) => {
      if (event.target instanceof Node && !box.current?.contains(event.target)) setOpen(false);
    };
    const byKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      setOpen(false);
      button.current?.focus();
    };
    document.addEventListener('pointerdown', outside);
    document.addEventListener('focusin', outside);
    document.addEventListener('keydown', byKey);
    return () => {
      document.removeEventListener('pointerdown', outside);
      document.removeEventListener('focusin', outside);
      document.removeEventListener('keydown', byKey);
    };
  }, [open]);

  const choose = async (locale: string) => {
    await post('/api/language', { locale });
    // The direction is on the root element, which only a full load draws anew.
    window.location.reload();
  };
  const { leaving, leave } = useSignOut();

  return (
    <div ref={box} className={classes.box}>
      <button ref={button} type="button" className={classes.person} aria-expanded={open} onClick={() => setOpen(!open)}>
        <bdi>{name}</bdi>
      </button>
      {open ? (
        <div className={classes.panel}>
          <fieldset>
            <legend>{t('language')}</legend>
            {Object.entries(LOCALES).map(([locale, { name: word }]) => (
              <button
                key={locale}
                type="button"
                lang={locale}
                aria-pressed={locale === current}
                onClick={() => choose(locale)}
              >
                {word}
              </button>
            ))}
          </fieldset>
          <fieldset>
            <legend>{t('scheme')}</legend>
            {SCHEMES.map((scheme) => (
              <button
                key={scheme}
                type="button"
                aria-pressed={mounted && scheme === colorScheme}
                onClick={() => setColorScheme(scheme)}
              >
                {t(`scheme-${scheme}`)}
              </button>
            ))}
          </fieldset>
          <fieldset>
            <legend>{t('reading')}</legend>
            <LaterWords meanwhile={READING.map((key) => <div key={key} className={classes.reading} />)}>
              <ReadingChoices />
            </LaterWords>
          </fieldset>
          {role === 'office' ? null : (
            <a href={addressOf({ at: role === 'teacher' ? 'asides' : 'receipts' })}>
              {t(role === 'teacher' ? 'asides' : 'receipts')}
            </a>
          )}
          <a href={addressOf({ at: 'help' })}>{t('help')}</a>
          <a href={addressOf({ at: 'password' })}>{t('password')}</a>
          <button type="button" onClick={leave} disabled={leaving === 'now'} aria-busy={leaving === 'now'}>
            {t('sign-out')}
          </button>
          <p role="alert">{leaving === 'failed' ? t('still-in') : null}</p>
        </div>
      ) : null}
    </div>
  );
}
