import * as z from 'zod/mini';
import type { StepId } from '../../ids';
import { questionRules, rulesFor } from '../../questions/rules';
import { type Agreements, TAKES, type Takes } from '../../work/rules';
import type { DocumentName } from '../document';
import type { ForMinutes, StepKind } from './kind';

/** Where nothing is said of a step besides its title. */
const nothing = z.object({});
const tools = z.object({
  /** Everything for a longer text, or only what helps with words, for one line. */
  tools: z.enum(['all', 'words']),
});

/** Something to read, see or hear. */
const read: StepKind<z.output<typeof nothing>> = {
  settings: nothing,
  needs: null,
  bare: false,
  shows: true,
  asks: false,
  done: 'told',
  adds: () => null,
  agreeing: 'before',
  beside: true,
  initial: {},
  // Two minutes a page of 250 words.
  minutes: ({ words, material }) => material || (words * 2) / 250,
};

/** Something to write, in the copy of a starter. */
const write: StepKind<z.output<typeof tools>> = {
  settings: tools,
  needs: 'text',
  bare: false,
  shows: false,
  asks: false,
  done: 'opened',
  adds: (settings) => (settings.tools === 'words' ? 'short' : 'pieces'),
  agreeing: 'after',
  beside: false,
  initial: { tools: 'all' },
  // Five minutes an answer; a text of one's own at ten words a minute.
  minutes: ({ places, wordsAsked }) => Math.max(places * 5, wordsAsked / 10, places === 0 ? 15 : 0),
};

/** Something to do away from the screen. */
const act: StepKind<z.output<typeof nothing>> = {
  ...read,
  shows: false,
  agreeing: 'after',
  beside: false,
  minutes: () => 10,
};

/** Something to read and to agree to: the agreement is kept with its time. */
const agree: StepKind<z.output<typeof nothing>> = {
  ...read,
  agreeing: 'is',
  beside: false,
  minutes: (known) => Math.max(2, read.minutes(known, {})),
};

/** Something to be asked: as practice, quiz, exam, form, vote, or a question to the class. */
const questions: StepKind<z.output<typeof questionRules>> = {
  settings: questionRules,
  needs: null,
  bare: false,
  shows: false,
  asks: true,
  done: 'answered',
  adds: () => 'pieces',
  agreeing: 'after',
  beside: false,
  initial: rulesFor('quiz'),
  // A minute and a half a question, or the time that there is.
  minutes: ({ questions: n }, { limit, working }) =>
    limit === null ? (n === 0 ? 10 : n * 1.5) : limit + (working ?? 0),
};

const discussed = z.object({
  /** One posts first, and then reads the others. */
  ownFirst: z.boolean(),
  /** Students are called by a letter; teachers see the names. */
  pseudonyms: z.boolean(),
  /** Each group of the work talks by itself. */
  inGroups: z.boolean(),
  /** So many hours before the work is due posts are, so that there is time to reply; `null` for no time of their own. */
  postsBefore: z.nullable(z.number()),
});

/** Something to say one's own about, and to answer what others say. */
const discussion: StepKind<z.output<typeof discussed>> = {
  settings: discussed,
  needs: 'part',
  bare: true,
  shows: false,
  asks: false,
  done: 'told',
  adds: () => 'pieces',
  agreeing: 'after',
  beside: false,
  initial: { ownFirst: true, pseudonyms: false, inGroups: false, postsBefore: null },
  // A post of one's own and two replies.
  minutes: () => 30,
};

/** Something to write on: a worksheet, a picture, a deck, or paper. */
const pages: StepKind<z.output<typeof nothing>> = {
  settings: nothing,
  needs: 'pages',
  bare: false,
  shows: false,
  asks: false,
  done: 'opened',
  adds: () => 'pieces',
  agreeing: 'after',
  beside: false,
  initial: {},
  // Three minutes a box; a quarter of an hour where there is none.
  minutes: ({ places }) => (places > 0 ? places * 3 : 15),
};

/** Pages of one's own paper to be photographed. */
const photographs: StepKind<z.output<typeof nothing>> = {
  ...pages,
  bare: true,
  // What is on the paper takes its own time, which the teacher knows; to photograph it takes five minutes.
  minutes: () => 5,
};

const recorded = z.object({
  /** A voice, or a voice with a picture. */
  of: z.enum(['sound', 'video']),
  /** It has to end after so many seconds, and is long enough from so many on. */
  least: z.number().check(z.minimum(0), z.maximum(3600)),
  most: z.number().check(z.minimum(5), z.maximum(3600)),
  /** One large button and a picture of how far it is, for whoever does not read much yet. */
  simple: z.boolean(),
});

/** Something to be said, and recorded here. */
const record: StepKind<z.output<typeof recorded>> = {
  settings: recorded,
  needs: null,
  bare: false,
  shows: false,
  asks: false,
  done: 'told',
  adds: () => 'pieces',
  agreeing: 'after',
  beside: false,
  initial: { of: 'sound', least: 0, most: 120, simple: false },
  // Three times as long as it may be: to try, to say and to hear it.
  minutes: (_known, { most }) => (most * 3) / 60,
};

/** Every kind of step. */
export const STEPS = { read, write, do: act, agree, questions, discussion, pages, photographs, record };

export type StepName = keyof typeof STEPS;
export type SettingsOf<Name extends StepName> = z.output<(typeof STEPS)[Name]['settings']>;

/** A step by its kind, with what was set. */
export type SetStep = {
  readonly [Name in StepName]: { readonly kind: Name; readonly settings: SettingsOf<Name> };
}[StepName];

export const isStepName = (name: unknown): name is StepName => typeof name === 'string' && Object.hasOwn(STEPS, name);

/** What is computed of a kind. */
const stepKind = (name: StepName): StepKind<SettingsOf<StepName>> => STEPS[name] as StepKind<SettingsOf<StepName>>;

/** The settings of a step as they are stored; throws where they are none of its kind. */
export const readSettings = (name: StepName, settings: unknown): SetStep =>
  ({ kind: name, settings: z.parse(stepKind(name).settings, settings) }) as SetStep;

/** Of the steps of an assignment, those that are agreed to before anything else, and those that can be done before that. */
export function agreementsOf(steps: readonly { readonly id: StepId; readonly kind: StepName }[]): Agreements {
  const of = (agreeing: 'is' | 'before') =>
    steps.filter(({ kind }) => stepKind(kind).agreeing === agreeing).map(({ id }) => id);
  return { steps: of('is'), before: of('before') };
}

/** The kind of document that a step needs; `null` where nothing is written in it. */
export const documentFor = (name: StepName): DocumentName | null => stepKind(name).needs;

/** Does what is written at a step of a kind begin empty? */
export const beginsBare = (name: StepName): boolean => stepKind(name).bare;

/** Does a teacher give something to be written on at a step of a kind? */
export const isGivenSheets = (name: StepName): boolean => documentFor(name) === 'pages' && !beginsBare(name);

/** Does a step of a kind open a material of the class? */
export const showsMaterial = (name: StepName): boolean => stepKind(name).shows;

/** Does a step of a kind hold questions? */
export const asksQuestions = (name: StepName): boolean => stepKind(name).asks;

/** Does a student say of a step of a kind that it is done? */
export const isTold = (name: StepName): boolean => stepKind(name).done !== 'answered';

/** What the kind of a step wants to know, and no more, of what is said of it; `null` where something is missing. */
export function settled(name: StepName, settings: unknown): SettingsOf<StepName> | null {
  const read = z.safeParse(stepKind(name).settings, settings);
  return read.success ? read.data : null;
}

/** What is said of a step of a kind at first. */
export const initialSettings = (name: StepName): Readonly<Record<string, unknown>> => ({ ...stepKind(name).initial });

/** How long a step of a kind usually takes, in minutes; 0 where its settings say nothing that can be reckoned with. */
export function proposedMinutes(name: StepName, settings: unknown, known: ForMinutes): number {
  const read = settled(name, settings);
  return read === null ? 0 : stepKind(name).minutes(known, read);
}

/** Is it looked at beside a later step in which is written? */
export const standsBeside = (name: StepName): boolean => stepKind(name).beside;

/** What has to be handed in follows from the steps: the most that one of them asks for, or nothing at all. */
export function takesOf(steps: readonly SetStep[]): Takes {
  const added = new Set(steps.map(({ kind, settings }) => stepKind(kind).adds(settings)));
  return TAKES.find((takes) => takes !== 'tick' && added.has(takes)) ?? 'tick';
}

/** Is a step done, as far as that can be told from what the student did? */
export const isStepDone = (
  step: { readonly id: StepId; readonly kind: StepName },
  told: { readonly has: (step: StepId) => boolean },
  opened: { readonly has: (step: StepId) => boolean },
): boolean => told.has(step.id) || (stepKind(step.kind).done === 'opened' && opened.has(step.id));
