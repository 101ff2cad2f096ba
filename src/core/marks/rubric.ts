import { canonicalJson, sha256Hex } from '@/core/documents/fingerprint';

/** One level of a criterion: what it takes, and the points it is worth. */
export interface Level {
  readonly title: string;
  readonly points: number;
  readonly says: string;
}

/** One criterion of a rubric. `points` is the most it can give. */
export interface Criterion {
  readonly id: string;
  readonly title: string;
  readonly points: number;
  readonly levels: readonly Level[];
}

/** What a teacher gave for one criterion. `points` is `null` while it has not been marked. */
export interface Mark {
  readonly criterionId: string;
  readonly points: number | null;
  readonly comment: string;
}

export interface CriterionResult {
  readonly criterion: Criterion;
  readonly won: number | null;
  readonly lost: number | null;
  readonly comment: string;
}

export interface RubricResult {
  readonly byCriterion: readonly CriterionResult[];
  /** The sum of what has been marked so far. */
  readonly total: number;
  readonly outOf: number;
  /** Has every criterion been marked? */
  readonly complete: boolean;
}

/**
 * Adds a rubric up and says where points were lost (common practice: a grade is the sum of its
 * criteria). Marks for criteria that the rubric does not have are left out.
 */
export function addUp(rubric: readonly Criterion[], marks: readonly Mark[]): RubricResult {
  const given = new Map(marks.map((mark) => [mark.criterionId, mark]));
  const byCriterion = rubric.map((criterion): CriterionResult => {
    const mark = given.get(criterion.id);
    const won = mark?.points ?? null;
    return { criterion, won, lost: won === null ? null : criterion.points - won, comment: mark?.comment ?? '' };
  });
  return {
    byCriterion,
    total: byCriterion.reduce((sum, { won }) => sum + (won ?? 0), 0),
    outOf: rubric.reduce((sum, { points }) => sum + points, 0),
    complete: byCriterion.every(({ won }) => won !== null),
  };
}

/** Why points for a criterion cannot be taken; `null` when they can. Points go in half steps from 0 to the most. */
export function pointsProblem(criterion: Criterion, points: number): 'below-zero' | 'above-most' | 'not-half' | null {
  if (!(points >= 0)) return 'below-zero';
  if (points > criterion.points) return 'above-most';
  return Number.isInteger(points * 2) ? null : 'not-half';
}

/** The version of a rubric: marks that were given by another are not taken for it. */
export const rubricVersion = (rubric: readonly Criterion[]): string => sha256Hex(canonicalJson(rubric));

/** Points to a half, as rubrics count them. */
const toHalf = (points: number): number => Math.round(points * 2) / 2;

/**
 * A rubric that comes to another sum, each criterion by its share, in half points. What rounding leaves over goes where it
 * changes least: to the largest. Levels keep their share of their criterion.
 */
export function scaledTo(rubric: readonly Criterion[], sum: number): readonly Criterion[] {
  const before = rubric.reduce((all, { points }) => all + points, 0);
  if (before <= 0) return rubric;
  const points = rubric.map((criterion) => toHalf((criterion.points * sum) / before));
  const largest = points.indexOf(Math.max(...points));
  points[largest] = (points[largest] ?? 0) + sum - points.reduce((all, n) => all + n, 0);
  return rubric.map((criterion, i) => {
    const most = points[i] ?? 0;
    const levels = criterion.levels.map((level) => ({
      ...level,
      points: criterion.points > 0 ? Math.min(most, toHalf((level.points * most) / criterion.points)) : 0,
    }));
    return { ...criterion, points: most, levels };
  });
}
