import type { RubricResult } from '../marks/rubric';
import { type Annotation, isSaid, placeOnSheet, quotedBy } from '../remarks/annotation';
import { html } from './html-out';
import { ownPage, tableOf } from './own-page';

/** One thing that came back, as it is taken away. */
export interface TakenBack {
  /** From whom, when, and for which receipt, as a sentence. */
  readonly from: string;
  /** How many points in all, in words. */
  readonly grade: string;
  readonly result: RubricResult;
  readonly general: string;
  readonly remarks: readonly { readonly remark: Annotation; readonly answer: string }[];
}

export interface FeedbackWords {
  readonly lang: string;
  readonly title: string;
  readonly criterion: string;
  readonly points: string;
  readonly comment: string;
  readonly remarks: string;
  readonly answered: string;
  readonly pointsOf: (won: number | null, of: number) => string;
}

const said = (words: string): string => (words === '' ? '' : `<p class="said" dir="auto">${html(words)}</p>`);

/** What came back for one assignment as a page of its own, in the order it is given. */
export function feedbackPage(words: FeedbackWords, backs: readonly TakenBack[]): string {
  const parts = backs.map(({ from, grade, result, general, remarks }) => {
    const criteria = result.byCriterion.map(({ criterion, won, comment }) => [
      html(criterion.title),
      html(words.pointsOf(won, criterion.points)),
      html(comment),
    ]);
    const notes = remarks
      .filter(({ remark }) => isSaid(remark))
      .map(({ remark, answer }) => {
        const place = placeOnSheet(remark.target.selector);
        const about = place ? `▭ ${place.page}` : quotedBy(remark);
        return `<blockquote dir="auto">${html(about)}</blockquote>${said(remark.body.value)}${
          answer === '' ? '' : said(`${words.answered} ${answer}`)
        }`;
      });
    return [
      `<h2 dir="auto">${html(from)}</h2><p>${html(grade)}</p>`,
      said(general),
      criteria.length > 0 ? tableOf([words.criterion, words.points, words.comment], criteria) : '',
      notes.length > 0 ? `<h3>${html(words.remarks)}</h3>${notes.join('\n')}` : '',
    ].join('\n');
  });
  return ownPage(words.lang, words.title, parts.join('\n'));
}
