import type { StepId } from '../../ids';
import { type QuestionRules, rulesFor } from '../../questions/rules';
import { type Agreements, TAKES, type Takes } from '../../work/rules';
import type { DocumentName } from '../document';
import type { ForMinutes, StepKind } from './kind';

/** Where nothing is said of a step besides its title. */
type Nothing = object;

interface Tools {
  /** Everything for a longer text, or only what helps with words, for one line. */
  readonly tools: 'all' | 'words';
}

/** Something to read, see or hear. */
const read: StepKind<Nothing> = {
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
const write: StepKind<Tools> = {
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
const act: StepKind<Nothing> = {
  ...read,
  shows: false,
  agreeing: 'after',
  beside: false,
  minutes: () => 10,
};

/** Something to read and to agree to: the agreement is kept with its time. */
const agree: StepKind<Nothing> = {
  ...read,
  agreeing: 'is',
  beside: false,
  minutes: (known) => Math.max(2, read.minutes(known, {})),
};

/** Something to be asked: as practice, quiz, exam, form, vote, or a question to the class. */
const questions: StepKind<QuestionRules> = {
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

interface Discussed {
  /** One posts first, and then reads the others. */
  readonly ownFirst: boolean;
  /** Students are called by a letter; teachers see the names. */
  readonly pseudonyms: boolean;
  /** Each group of the work talks by itself. */
  readonly inGroups: boolean;
  /** So many hours before the work is due posts are, so that there is time to reply; `null` for no time of their own. */
  readonly postsBefore: number | null;
}

/** Something to say one's own about, and to answer what others say. */
const discussion: StepKind<Discussed> = {
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
const pages: StepKind<Nothing> = {
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
const photographs: StepKind<Nothing> = {
  ...pages,
  bare: true,
  // What is on the paper takes its own time, which the teacher knows; to photograph it takes five minutes.
  minutes: () => 5,
};

interface Recorded {
  /** A voice, or a voice with a picture. */
  readonly of: 'sound' | 'video';
  /** It has to end after so many seconds, and is long enough from so many on. */
  readonly least: number;
  readonly most: number;
  /** One large button and a picture of how far it is, for whoever does not read much yet. */
  readonly simple: boolean;
}

/** Something to be said, and recorded here. */
const record: StepKind<Recorded> = {
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
export type SettingsOf<Name extends StepName> = (typeof STEPS)[Name]['initial'];

/** A step by its kind, with what was set. */
export type SetStep = {
  readonly [Name in StepName]: { readonly kind: Name; readonly settings: SettingsOf<Name> };
}[StepName];

export const isStepName = (name: unknown): name is StepName => typeof name === 'string' && Object.hasOwn(STEPS, name);

/** What is computed of a kind. */
const stepKind = (name: StepName): StepKind<SettingsOf<StepName>> => STEPS[name] as StepKind<SettingsOf<StepName>>;

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

/** What is said of a step of a kind at first. */
export const initialSettings = (name: StepName): Readonly<Record<string, unknown>> => ({ ...stepKind(name).initial });

/** How long a step of a kind usually takes, in minutes. */
export const minutesFor = (name: StepName, settings: SettingsOf<StepName>, known: ForMinutes): number =>
  stepKind(name).minutes(known, settings);

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
