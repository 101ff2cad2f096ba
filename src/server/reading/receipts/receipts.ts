import type { HandInId, Instant } from '@/core/ids';
import { lateLoss, lateness } from '@/core/work/lateness';
import type { ReceiptFile } from '@/core/work/receipt';
import { wordsIn } from '@/i18n/catalogues';
import { localeOf } from '@/i18n/locales';
import { workshop } from '@/server/workshop';
import type { Queryable } from '@/store/database';
import { allReceiptsOf, findReceipt, type Receipt, receiptByNumber } from '@/store/hand-ins';
import { findSchool, type Person } from '@/store/people';

/** The most points that lateness takes from a hand-in, as far as that is known before it is marked. */
export const lossOf = (receipt: Pick<Receipt, 'late' | 'late_by' | 'points'>): number =>
  receipt.points === null ? 0 : lateLoss(receipt.late, lateness(receipt.late_by, 0), receipt.points);

const iso = (at: Instant | null): string | null => (at === null ? null : new Date(at).toISOString());

/** A receipt as a file that anyone can read, and check. */
export function receiptFile(receipt: Receipt, school: { readonly name: string; readonly zone: string }): ReceiptFile {
  return {
    kind: 'receipt',
    number: receipt.number,
    school: school.name,
    class: receipt.class,
    assignment: receipt.assignment,
    student: receipt.student,
    members: receipt.members,
    handedInAt: iso(receipt.at) ?? '',
    zone: school.zone,
    dueAt: iso(receipt.due_at),
    begunAt: iso(receipt.begun_at),
    countsFrom: iso(receipt.counts_at),
    minutesGivenBack: receipt.given_back,
    lateByMilliseconds: receipt.late_by,
    lateRule: receipt.late,
    note: receipt.note,
    readyCheck: receipt.findings.map(({ askId: ask, result, found }) => ({ ask, result, found })),
    pieces: receipt.pieces.map(({ title, kind, size, sha256 }) => ({ title, kind, size, sha256 })),
    fingerprint: receipt.fingerprint,
  };
}

const download = (body: BodyInit, type: string, name: string): Response =>
  new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
      'content-security-policy': "sandbox; default-src 'none'",
    },
  });

/** A receipt to take away, as JSON or as PDF in the reader's language. The caller has decided that they may. */
export async function takeReceipt(
  db: Queryable,
  asker: Person,
  handInId: HandInId,
  format: string | null,
  locale: string,
): Promise<Response> {
  const [receipt, school] = [await findReceipt(db, handInId), await findSchool(db)];
  if (!receipt || !school) return Response.json({ ok: false, code: 'not-found' }, { status: 404 });
  const name = `receipt-${receipt.number}`;
  if (format === 'json') {
    const text = `${JSON.stringify(receiptFile(receipt, school), null, 2)}\n`;
    return download(text, 'application/json; charset=utf-8', `${name}.json`);
  }
  if (format !== 'pdf') return Response.json({ ok: false, code: 'bad-input', field: 'as' }, { status: 422 });
  const t = wordsIn(localeOf(locale), 'receipt');
  const dated = new Intl.DateTimeFormat(locale, { dateStyle: 'full', timeStyle: 'long', timeZone: school.zone });
  const when = (at: Instant | null) => (at === null ? '–' : dated.format(at));
  const loss = lossOf(receipt);
  const minutes = Math.ceil(receipt.late_by / 60_000);
  const done = await workshop().do(asker.id, 'rowsPdf', {
    lang: locale,
    sheet: {
      title: t('title', { number: receipt.number }),
      parts: [
        {
          title: t('part-what'),
          rows: [
            [t('student'), receipt.members.length > 0 ? receipt.members.join(', ') : receipt.student],
            [t('assignment'), receipt.assignment],
            [t('class'), `${receipt.class}, ${school.name}`],
            ...(receipt.note === '' ? [] : [[t('note'), receipt.note] as const]),
          ],
        },
        {
          title: t('part-when'),
          rows: [
            [t('at'), when(receipt.at)],
            ...(receipt.counts_at === null ? [] : [[t('counts'), when(receipt.counts_at)] as const]),
            ...(receipt.given_back > 0
              ? [[t('away'), t('given-back', { n: Math.ceil(receipt.given_back) })] as const]
              : []),
            [t('due'), when(receipt.due_at)],
            [t('in-time'), receipt.late_by > 0 ? t('late-minutes', { n: minutes }) : t('on-time')],
            ...(loss > 0 ? [[t('loss'), t('loss-points', { n: loss })] as const] : []),
            [t('zone'), school.zone],
          ],
        },
        {
          title: t('part-pieces'),
          rows: receipt.pieces.map(
            (piece) => [piece.title, `${t('size', { n: piece.size })}\n${piece.sha256}`] as const,
          ),
        },
        { title: t('fingerprint'), rows: [['SHA-256', receipt.fingerprint]] },
      ],
      foot: t('pdf-foot'),
    },
  });
  if (!done.ok) return Response.json(done, { status: 409 });
  return download(new Uint8Array(done.made), 'application/pdf', `${name}.pdf`);
}

/** Was a receipt with this number and this fingerprint given here? Nothing else about it is said. */
export async function isGenuine(
  db: Queryable,
  given: { readonly number: number; readonly fingerprint: string },
): Promise<{ readonly ok: true; readonly known: boolean; readonly at: Instant | null }> {
  const receipt = await receiptByNumber(db, given.number);
  const known = receipt?.fingerprint === given.fingerprint;
  return { ok: true, known, at: known && receipt ? receipt.at : null };
}

/** All receipts of a student, newest first. */
export const receiptsOfPerson = (db: Queryable, person: Person) => allReceiptsOf(db, person.id);

/** One receipt as it is shown, with the points that lateness took. */
export async function receiptPage(db: Queryable, handInId: HandInId) {
  const receipt = await findReceipt(db, handInId);
  return receipt && { receipt, loss: lossOf(receipt) };
}
