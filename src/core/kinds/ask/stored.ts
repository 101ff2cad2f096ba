import * as z from 'zod/mini';
import { FILE_KINDS } from '../../formats/file-kinds';
import { type Ask, type AskName, type AskSettings, isAskName } from '.';

const nothing: z.core.$ZodType<unknown> = z.object({});
const range = z.object({ min: z.number(), max: z.nullable(z.number()) });
const long = z.extend(range, { fewest: z._default(z.number(), 0), most: z._default(z.nullable(z.number()), null) });

/** How what is said of each kind of ask is stored: apart from the rest, which needs no Zod. */
const SETTINGS: { readonly [Name in AskName]: z.core.$ZodType<AskSettings<Name>> } = {
  answered: nothing,
  words: range,
  sentences: range,
  items: range,
  links: range,
  terms: z.extend(range, { terms: z.array(z.string()) }),
  'whole-sentences': nothing,
  spelling: nothing,
  title: nothing,
  name: nothing,
  files: z.extend(range, { types: z.array(z.enum(FILE_KINDS)) }),
  pages: range,
  posts: long,
  replies: long,
  people: range,
  asking: range,
  boxes: nothing,
  sheets: range,
  photographs: range,
  recording: range,
  working: nothing,
};

/** An ask as it is stored, whichever kind it is of. */
export const storedAsk = z.pipe(
  z.looseObject({
    id: z.string(),
    place: z.nullable(z.string()),
    bars: z.boolean(),
    kind: z.custom<AskName>(isAskName),
  }),
  z.transform((ask, context): Ask => {
    const settings = z.safeParse(SETTINGS[ask.kind] as z.core.$ZodType<unknown>, ask);
    if (settings.success) {
      const { id, place, bars, kind } = ask;
      return { id, place, bars, kind, ...(settings.data as object) } as Ask;
    }
    context.issues.push({ code: 'custom', input: ask, message: `the settings of ${ask.kind} are not there` });
    return z.NEVER;
  }),
);
