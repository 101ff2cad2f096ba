'use client';

import { usePathname } from 'next/navigation';
import { useTranslations } from 'next-intl';
import { PlaceLink } from '@/ui/common/place-link';
import { SideSheet } from '@/ui/common/side-sheet';
import { Guide } from './guide';
import { guideAt } from './guides';

/** The guide to the present screen, opened over it, with whom to ask. */
export function HelpHere({ help, close }: { help: string; close: () => void }) {
  const t = useTranslations('help');
  const path = usePathname();
  return (
    <SideSheet opened close={close} title={t('title')} closeWord={t('close')}>
      <Guide guide={guideAt(path)} />
      <p className="soft">{t('office', { help })}</p>
      <p>
        <PlaceLink to={{ at: 'help' }} onClick={close}>
          {t('all')}
        </PlaceLink>
      </p>
    </SideSheet>
  );
}
