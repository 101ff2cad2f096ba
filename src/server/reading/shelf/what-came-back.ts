import { csvOf } from '@/core/formats/csv-out';
import { feedbackPage } from '@/core/formats/feedback-page';
import { groupedBy } from '@/core/grouped';
import type { Instant } from '@/core/ids';
import { addUp } from '@/core/marks/rubric';
import { awayWords } from '@/i18n/catalogues';
import type { HandBackOfPerson } from '@/store/marking';
import type { Person } from '@/store/people';

type Backs = readonly HandBackOfPerson[];

/** A page for each assignment of which something came back: all of it, the newest first. */
export function feedbackPages(
  backs: Backs,
  person: Person,
  zone: string,
  locale: string,
): readonly { readonly assignment: string; readonly class: string; readonly page: string; readonly at: Instant }[] {
  const t = awayWords(locale);
  const dated = new Intl.DateTimeFormat(locale, { dateStyle: 'full', timeStyle: 'short', timeZone: zone });
  const grade = ({ earned, lost_late: lost, points }: HandBackOfPerson): string => {
    if (earned === null) return t('no-grade');
    const won = t('grade', { grade: earned - lost, points: points ?? earned });
    return lost > 0 ? `${won} ${t('lost', { loss: lost })}` : won;
  };
  return [...groupedBy(backs, ({ assignment_id }) => assignment_id).values()].flatMap((of) => {
    const [newest] = of;
    if (!newest) return [];
    const page = feedbackPage(
      {
        lang: locale,
        title: `${newest.assignment}, ${person.name}`,
        criterion: t('criterion'),
        points: t('points'),
        comment: t('comment'),
        remarks: t('remarks'),
        answered: t('answered'),
        pointsOf: (won, points) => (won === null ? '–' : t('grade', { grade: won, points })),
      },
      of.map((back) => ({
        from: t('from', { teacher: back.teacher, when: dated.format(back.at), receipt: back.receipt }),
        grade: grade(back),
        result: addUp(back.rubric, back.marks),
        general: back.general,
        remarks: back.remarks.map((remark) => ({
          remark,
          answer: back.replies.find((reply) => reply.remark === remark.id)?.answer ?? '',
        })),
      })),
    );
    return [{ assignment: newest.assignment, class: newest.class, page, at: newest.at }];
  });
}

const iso = (at: Instant): string => new Date(at).toISOString();

/** Every mark that came back, a row each, with the receipt it is for. */
export function marksTable(backs: Backs, locale: string): string {
  const t = awayWords(locale);
  const heads = (
    [
      'class',
      'made-for',
      'receipt',
      'at',
      'late-minutes',
      'earned',
      'lost-late',
      'grade-head',
      'of',
      'teacher',
      'back-at',
    ] as const
  ).map((key) => t(key));
  const rows = backs.map((back) => [
    back.class,
    back.assignment,
    back.receipt,
    iso(back.handed_in_at),
    Math.ceil(back.late_by / 60_000),
    back.earned,
    back.lost_late,
    back.earned === null ? null : back.earned - back.lost_late,
    back.points,
    back.teacher,
    iso(back.at),
  ]);
  return csvOf([heads, ...rows]);
}
