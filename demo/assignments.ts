import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { PURPOSES } from '@/core/questions/rules';

/** Days from today, the hour and the minute. */
const moment = z.tuple([z.number(), z.number(), z.number()]).readonly();

/**
 * A question of a starter: what is asked, how much, and what a student might write. The measure is `s2-3`
 * for two to three sentences, `w40-90` for forty to ninety words, `a` for anything.
 */
const question = z.tuple([z.string(), z.string().regex(/^(a|[sw]\d+-\d+)$/), z.string()]).readonly();

const assignment = z.object({
  id: z.string(),
  classId: z.string(),
  unit: z.number(),
  title: z.string(),
  says: z.string(),
  minutes: z.number(),
  points: z.number().nullable(),
  takes: z.enum(['pieces', 'short', 'tick']),
  due: moment,
  opens: moment.optional(),
  closes: moment.optional(),
  late: z
    .union([z.literal('closed'), z.object({ points: z.number(), per: z.enum(['day', 'hour']), floor: z.number() })])
    .optional(),
  /** What is handed in stays: it cannot be taken back. */
  keep: z.boolean().optional(),
  goes: z.number().optional(),
  /** What was remarked on the shown student's words: the words, and what is said about them. */
  remarks: z.array(z.tuple([z.string(), z.string()])).optional(),
  /** Who works together on it. */
  group: z.array(z.array(z.string())).optional(),
  read: z
    .object({
      title: z.string(),
      minutes: z.number(),
      picture: z.string().optional(),
      alt: z.string().optional(),
      text: z.array(z.string()),
    })
    .optional(),
  /** Steps that open a material of the class, before what is written. */
  also: z.array(z.object({ material: z.string(), title: z.string(), minutes: z.number() })).optional(),
  /** Something to read and agree to, as the first step. */
  agree: z.object({ title: z.string(), text: z.array(z.string()) }).optional(),
  /** The steps come one after the other. */
  inOrder: z.boolean().optional(),
  /** What has to be handed in before this opens. */
  after: z.array(z.string()).optional(),
  /** What is asked, in a file of `questions/`: as what, under which rules, and after what was agreed to or done. */
  asked: z
    .object({
      file: z.string(),
      title: z.string(),
      minutes: z.number(),
      purpose: z.enum(PURPOSES),
      rules: z.record(z.string(), z.unknown()).optional(),
      pictures: z.array(z.string()).optional(),
    })
    .optional(),
  /** What is discussed: the name of the step, and how. */
  discuss: z.object({ title: z.string(), minutes: z.number(), settings: z.record(z.string(), z.unknown()) }).optional(),
  /** What is written on: a file, the name of the step, and what is asked at its boxes, by their place in reading order. */
  sheets: z
    .object({
      material: z.string(),
      title: z.string(),
      minutes: z.number(),
      asks: z.array(z.looseObject({ kind: z.string(), box: z.number().nullable() })).optional(),
      /** What the shown student wrote in the boxes, by their place. */
      filled: z.array(z.string()).optional(),
    })
    .optional(),
  /** Pages to be photographed: the name of the step, how many are asked for, and those that the shown student has taken. */
  photographs: z
    .object({
      title: z.string(),
      minutes: z.number(),
      pages: z.tuple([z.number(), z.number()]),
      taken: z.array(z.string()),
    })
    .optional(),
  /** What is to be said: the name of the step, how, and the file that one of the class has recorded. */
  record: z
    .object({
      title: z.string(),
      minutes: z.number(),
      settings: z.object({ of: z.enum(['sound', 'video']), least: z.number(), most: z.number(), simple: z.boolean() }),
      said: z.string().optional(),
      /** What is said in it, as WebVTT. */
      captions: z.string().optional(),
    })
    .optional(),
  /** What has to be done away from the screen, as steps before what is asked. */
  before: z.array(z.string()).optional(),
  write: z.string().optional(),
  questions: z.array(question).optional(),
  /** The starter as plain lines, in which the questions stand unmarked. */
  plain: z.array(z.string()).optional(),
  /** What is asked for besides the measure of each question. */
  asks: z.array(z.looseObject({ kind: z.string(), place: z.string().nullable() })).optional(),
  todo: z.array(z.string()).optional(),
  rubric: z.array(z.tuple([z.string(), z.number()]).readonly()).optional(),
  /** Where the shown student's own work stands, and the points it was given. */
  shown: z.enum(['under-way', 'handed-in', 'late', 'handed-back', 'another-go']).optional(),
  given: z.array(z.number()).optional(),
});

export type DemoAssignment = z.output<typeof assignment>;

/** Every assignment of the demo school: its words are in the file beside this one. */
export const ASSIGNMENTS: readonly DemoAssignment[] = z
  .array(assignment)
  .parse(JSON.parse(readFileSync(join(process.cwd(), 'demo', 'assignments.json'), 'utf8')));
