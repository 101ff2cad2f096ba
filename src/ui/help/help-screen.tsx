import { useTranslations } from 'next-intl';
import { Device } from './device';
import { Guide } from './guide';
import { GUIDES } from './guides';
import classes from './help.module.css';
import { PrintButton } from './print-button';

interface Props {
  readonly help: string;
  readonly teachers: readonly {
    readonly id: string;
    readonly name: string;
    readonly hours: string | null;
    readonly classes: string;
  }[];
}

/** Every guide on one page, to be read or printed; what the device needs; whom to ask. */
export function HelpScreen({ help, teachers }: Props) {
  const t = useTranslations('help');
  return (
    <main className={classes.main} id="main" data-print>
      <div className={classes.head}>
        <h1>{t('title')}</h1>
        <PrintButton />
      </div>
      <nav className={classes.contents} aria-label={t('contents')}>
        <ul>
          {GUIDES.map(({ key }) => (
            <li key={key}>
              <GuideLink guide={key} />
            </li>
          ))}
        </ul>
      </nav>
      <section aria-labelledby="whom">
        <h2 id="whom">{t('whom')}</h2>
        <p>{t('office', { help })}</p>
        <ul>
          {teachers.map(({ id, name, hours, classes: of }) => (
            <li key={id}>
              <bdi>{name}</bdi>, <bdi>{of}</bdi>
              {hours ? `: ${hours}` : ''}
            </li>
          ))}
        </ul>
      </section>
      <Device />
      <h2>{t('guides')}</h2>
      {GUIDES.map(({ key }) => (
        <Guide key={key} guide={key} />
      ))}
    </main>
  );
}

function GuideLink({ guide }: { guide: (typeof GUIDES)[number]['key'] }) {
  const t = useTranslations('guide');
  return <a href={`#guide-${guide}`}>{t(`${guide}.title`)}</a>;
}
