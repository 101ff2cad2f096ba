import type { Instant } from '@/core/ids';
import type { Annotation } from '@/core/remarks/annotation';

/** A remark with what the student did about it. */
export interface RepliedRemark {
  readonly remark: Annotation;
  readonly doneAt: Instant | null;
  readonly answer: string;
}

export const withReply = (
  remark: Annotation,
  reply: { readonly done_at: Instant | null; readonly answer: string } | undefined,
): RepliedRemark => ({ remark, doneAt: reply?.done_at ?? null, answer: reply?.answer ?? '' });
