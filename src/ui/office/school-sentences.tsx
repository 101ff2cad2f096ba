import { useFormatter, useTranslations } from 'next-intl';
import { useState } from 'react';
import type { SchoolDraft } from '@/core/office/school';
import { LOCALES, type Locale, localeOf } from '@/i18n/locales';
import { Choices, Slot } from '@/ui/set/slot';
import { TextSlot } from './text-slot';

/** The zones that this browser has a clock of, the one that it goes by first. */
function zones(): readonly string[] {
  const own = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const all = Intl.supportedValuesOf('timeZone');
  return [...new Set([own, ...all])];
}

/** A zone as people say it: the name of its city. */
export const cityOf = (zone: string): string => (zone.split('/').at(-1) ?? zone).replaceAll('_', ' ');

function ZoneChoices({ zone, choose }: { readonly zone: string; readonly choose: (zone: string) => void }) {
  const t = useTranslations('school');
  const [find, setFind] = useState('');
  const found = zones().filter((one) => cityOf(one).toLowerCase().includes(find.trim().toLowerCase()));
  return (
    <>
      <label>
        {t('find-zone')}
        <br />
        <input
          className="field"
          value={find}
          maxLength={40}
          data-autofocus
          onChange={({ currentTarget }) => setFind(currentTarget.value)}
        />
      </label>
      <Choices
        choices={found.slice(0, 12).map((value) => ({ value, words: `${cityOf(value)} (${value})` }))}
        chosen={zone}
        choose={choose}
      />
    </>
  );
}

interface Props {
  readonly school: SchoolDraft;
  readonly change: (changes: Partial<SchoolDraft>) => boolean | undefined | Promise<boolean | undefined>;
  /** What stands around each sentence. */
  readonly line: (
    part: 'name' | 'zone' | 'languages' | 'help',
    sentence: React.ReactNode,
    more: React.ReactNode,
  ) => React.ReactNode;
  readonly now: number;
}

/** What a school says of itself, each a sentence whose places can be changed. */
export function SchoolSentences({ school, change, line, now }: Props) {
  const t = useTranslations('school');
  const format = useFormatter();
  const first = localeOf(school.languages[0] ?? 'en');
  const others = school.languages.map(localeOf).filter((one) => one !== first);
  const all = Object.keys(LOCALES) as Locale[];
  const name = (locale: Locale) => LOCALES[locale].name;
  const say = (locale: Locale, words: { name?: string; help?: string }) =>
    change({ said: { ...school.said, [locale]: { ...school.said[locale], ...words } } });
  return (
    <>
      {line(
        'name',
        t.rich('called', {
          name: () => (
            <TextSlot
              value={school.name}
              empty={t('name-of-school')}
              unmet={school.name === ''}
              label={t('name-of-school')}
              most={120}
              lang={first}
              change={(value) => change({ name: value })}
            />
          ),
        }),
        null,
      )}
      {line(
        'zone',
        t.rich('clock', {
          zone: () => (
            <Slot
              words={school.zone === '' ? t('which-zone') : cityOf(school.zone)}
              label={t('zone')}
              unmet={school.zone === ''}
            >
              {(close) => (
                <ZoneChoices
                  zone={school.zone}
                  choose={(zone) => {
                    close();
                    void change({ zone });
                  }}
                />
              )}
            </Slot>
          ),
        }),
        school.zone === ''
          ? null
          : t('it-is', {
              at: format.dateTime(now, {
                weekday: 'long',
                day: 'numeric',
                month: 'long',
                hour: 'numeric',
                minute: '2-digit',
                hourCycle: 'h23',
                timeZone: school.zone,
              }),
            }),
      )}
      {line(
        'languages',
        t.rich('speaks', {
          first: () => (
            <Slot words={name(first)} label={t('first-language')}>
              {(close) => (
                <Choices
                  choices={all.map((value) => ({ value, words: name(value) }))}
                  chosen={first}
                  choose={(value) => {
                    close();
                    void change({ languages: [value, ...school.languages.filter((one) => one !== value)] });
                  }}
                />
              )}
            </Slot>
          ),
          others: () => (
            <Slot
              words={others.length === 0 ? t('no-other') : t('and', { names: others.map(name).join(', ') })}
              label={t('other-languages')}
            >
              {(close) => (
                <Choices
                  choices={[
                    { value: false, words: t('no-other') },
                    {
                      value: true,
                      words: t('and', {
                        names: all
                          .filter((one) => one !== first)
                          .map(name)
                          .join(', '),
                      }),
                    },
                  ]}
                  chosen={others.length > 0}
                  choose={(more) => {
                    close();
                    void change({ languages: more ? [first, ...all.filter((one) => one !== first)] : [first] });
                  }}
                />
              )}
            </Slot>
          ),
        }),
        others.length === 0
          ? null
          : others.map((locale) => (
              <span key={locale}>
                {t.rich('called-in', {
                  language: name(locale),
                  name: () => (
                    <TextSlot
                      value={school.said[locale]?.name ?? ''}
                      empty={t('as-in-first', { name: school.name })}
                      label={t('name-in', { language: name(locale) })}
                      most={120}
                      lang={locale}
                      change={(value) => say(locale, { name: value })}
                    />
                  ),
                })}{' '}
              </span>
            )),
      )}
      {line(
        'help',
        t.rich('asks', {
          help: () => (
            <TextSlot
              value={school.help}
              empty={t('whom')}
              unmet={school.help === ''}
              label={t('whom')}
              most={200}
              lang={first}
              change={(value) => change({ help: value })}
            />
          ),
        }),
        others.length === 0
          ? null
          : others.map((locale) => (
              <span key={locale}>
                {t.rich('asks-in', {
                  language: name(locale),
                  help: () => (
                    <TextSlot
                      value={school.said[locale]?.help ?? ''}
                      empty={t('write-it')}
                      label={t('whom-in', { language: name(locale) })}
                      most={200}
                      lang={locale}
                      change={(value) => say(locale, { help: value })}
                    />
                  ),
                })}{' '}
              </span>
            )),
      )}
    </>
  );
}
