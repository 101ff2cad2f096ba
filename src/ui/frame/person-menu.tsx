'use client';

import { Menu, useMantineColorScheme } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useLocale, useTranslations } from 'next-intl';
import { LOCALES, localeOf } from '@/i18n/locales';
import { post } from '@/ui/common/client-request';
import classes from './frame.module.css';

/** The person's own settings: language, light or dark, sign out. */
export function PersonMenu({ name }: { name: string }) {
  const t = useTranslations('frame');
  const router = useRouter();
  const current = localeOf(useLocale());
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  const choose = async (locale: string) => {
    await post('/api/language', { locale });
    // The direction is on the root element, which only a full load draws anew.
    window.location.reload();
  };
  const leave = async () => {
    await post('/api/sign-out');
    router.replace('/sign-in');
    router.refresh();
  };
  return (
    <Menu position="bottom-end" withinPortal={false} transitionProps={{ duration: 0 }}>
      <Menu.Target>
        <button type="button" className={classes.person}>
          <bdi>{name}</bdi>
        </button>
      </Menu.Target>
      <Menu.Dropdown>
        <Menu.Label>{t('language')}</Menu.Label>
        {Object.entries(LOCALES).map(([locale, { name: word }]) => (
          <Menu.Item
            key={locale}
            lang={locale}
            aria-current={locale === current || undefined}
            onClick={() => choose(locale)}
          >
            {word}
            {locale === current ? ' ✓' : ''}
          </Menu.Item>
        ))}
        <Menu.Label>{t('scheme')}</Menu.Label>
        {(['light', 'dark', 'auto'] as const).map((scheme) => (
          <Menu.Item
            key={scheme}
            aria-current={scheme === colorScheme || undefined}
            onClick={() => setColorScheme(scheme)}
          >
            {t(`scheme-${scheme}`)}
            {scheme === colorScheme ? ' ✓' : ''}
          </Menu.Item>
        ))}
        <Menu.Divider />
        <Menu.Item onClick={leave}>{t('sign-out')}</Menu.Item>
      </Menu.Dropdown>
    </Menu>
  );
}
