import { useTranslations } from 'next-intl';
import { PEOPLE_SORTS, type PeopleShown, SIGNED_IN, WHO } from '@/core/office/people-shown';
import type { PeopleView } from '@/server/reading/office/people';
import { Choices, Slot } from '@/ui/set/slot';

/** Who is shown, in a sentence: each place of it narrows or sorts the list. */
export function ShownSentence({
  shown,
  all,
  show,
}: {
  readonly shown: PeopleShown;
  readonly all: PeopleView['classes'];
  readonly show: (changes: Partial<PeopleShown>) => void;
}) {
  const t = useTranslations('people');
  const inClass = all.find(({ id }) => id === shown.inClass)?.name ?? t('any-class');
  return (
    <>
      {t.rich('shows', {
        who: () => (
          <Slot words={t(`who-${shown.who}`)} label={t('who')}>
            {(close) => (
              <Choices
                choices={WHO.map((value) => ({ value, words: t(`who-${value}`) }))}
                chosen={shown.who}
                choose={(who) => {
                  show({ who });
                  close();
                }}
              />
            )}
          </Slot>
        ),
        class: () => (
          <Slot words={inClass} label={t('in-class')}>
            {(close) => (
              <Choices
                choices={[
                  { value: '', words: t('any-class') },
                  ...all.map(({ id, name }) => ({ value: id as string, words: name })),
                ]}
                chosen={shown.inClass ?? ''}
                choose={(id) => {
                  show({ inClass: id === '' ? null : id });
                  close();
                }}
              />
            )}
          </Slot>
        ),
        in: () => (
          <Slot words={t(`in-${shown.signedIn}`)} label={t('signed-in')}>
            {(close) => (
              <Choices
                choices={SIGNED_IN.map((value) => ({ value, words: t(`in-${value}`) }))}
                chosen={shown.signedIn}
                choose={(value) => {
                  show({ signedIn: value });
                  close();
                }}
              />
            )}
          </Slot>
        ),
        sort: () => (
          <Slot words={t(`sort-${shown.sort}`)} label={t('sort')}>
            {(close) => (
              <Choices
                choices={PEOPLE_SORTS.map((value) => ({ value, words: t(`sort-${value}`) }))}
                chosen={shown.sort}
                choose={(sort) => {
                  show({ sort });
                  close();
                }}
              />
            )}
          </Slot>
        ),
      })}
    </>
  );
}
