import * as z from 'zod/mini';
import { storedRules } from '../../questions/stored-rules';
import type { SetStep, SettingsOf, StepName } from '.';
import { minutesFor } from '.';
import type { ForMinutes } from './kind';

/** Where nothing is said of a step besides its title. */
const nothing: z.core.$ZodType<object> = z.object({});

/** How what is said of each kind of step is stored: apart from the rest, which needs no Zod. */
export const SETTINGS: { readonly [Name in StepName]: z.core.$ZodType<SettingsOf<Name>> } = {
  read: nothing,
  write: z.object({ tools: z.enum(['all', 'words']) }),
  do: nothing,
  agree: nothing,
  questions: storedRules,
  discussion: z.object({
    ownFirst: z.boolean(),
    pseudonyms: z.boolean(),
    inGroups: z.boolean(),
    postsBefore: z.nullable(z.number()),
  }),
  pages: nothing,
  photographs: nothing,
  record: z.object({
    of: z.enum(['sound', 'video']),
    least: z.number().check(z.minimum(0), z.maximum(3600)),
    most: z.number().check(z.minimum(5), z.maximum(3600)),
    simple: z.boolean(),
  }),
};

const settingsOf = (name: StepName): z.core.$ZodType<SettingsOf<StepName>> => SETTINGS[name];

/** The settings of a step as they are stored; throws where they are none of its kind. */
export const readSettings = (name: StepName, settings: unknown): SetStep =>
  ({ kind: name, settings: z.parse(settingsOf(name), settings) }) as SetStep;

/** What the kind of a step wants to know, and no more, of what is said of it; `null` where something is missing. */
export function settled(name: StepName, settings: unknown): SettingsOf<StepName> | null {
  const read = z.safeParse(settingsOf(name), settings);
  return read.success ? read.data : null;
}

/** How long a step of a kind usually takes, in minutes; 0 where its settings say nothing that can be reckoned with. */
export function proposedMinutes(name: StepName, settings: unknown, known: ForMinutes): number {
  const read = settled(name, settings);
  return read === null ? 0 : minutesFor(name, read, known);
}
