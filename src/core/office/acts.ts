/** What can be done in the office, as its log names it. */
export const ACT_KINDS = [
  'school-begun',
  'school-changed',
  'person-added',
  'person-changed',
  'role-changed',
  'person-left',
  'person-back',
  'person-erased',
  'put-into',
  'taken-out',
  'slip-printed',
  'slip-used',
  'slip-revoked',
  'signed-out',
  'class-opened',
  'class-changed',
  'unit-added',
  'class-ended',
  'class-again',
  'lessons-set',
  'year-set',
  'notice-given',
  'notice-ended',
  'roster-done',
  'roster-undone',
  'report-settled',
  'students-write',
  'students-write-not',
  'backed-up',
  'let-in',
] as const;
export type ActKind = (typeof ACT_KINDS)[number];

/** One thing done: to whom, in which class, and what there is to say of it in few words. */
export interface OfficeAct {
  readonly kind: ActKind;
  readonly person?: string | null;
  readonly class?: string | null;
  readonly data?: Readonly<Record<string, string | number | null>>;
}
