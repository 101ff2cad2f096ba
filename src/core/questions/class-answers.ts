import { shownAs, tallyOf } from '../kinds/question';
import { trimmedEnd } from '../text/trimmed';
import type { Answers } from './answers';
import type { Part } from './question-set';
import { sameForm } from './sameness';

/** Who answered what, by part. */
export interface ClassAnswer {
  readonly person: string;
  readonly answers: Answers;
}

/** One thing that was chosen or written, with how many did so. */
export interface Together {
  /** As the first of them wrote it, or the id of what was chosen. */
  readonly says: string;
  readonly n: number;
  readonly people: readonly string[];
}

/** How a class answered one part. */
export interface PartAnswers {
  readonly part: string;
  readonly shown: 'bars' | 'list';
  readonly answered: number;
  readonly together: readonly Together[];
}

/** Words that are the same but for capitals, spaces and the signs at their end. */
const LOOSE = { capitals: false, accents: true, spaces: false } as const;
const END = /[.!?…،؟。]/u;
const loose = (text: string): string => trimmedEnd(trimmedEnd(sameForm(text, LOOSE), END), /\s/u);

/**
 * How a class answered, part by part: equal ones are counted together, the most frequent first; things that can be chosen stay
 * in the order in which they were set, chosen or not.
 */
export function classAnswers(parts: readonly Part[], given: readonly ClassAnswer[]): readonly PartAnswers[] {
  return parts.flatMap((part): PartAnswers[] => {
    const shown = shownAs(part.kind);
    if (shown === 'none') return [];
    const found = new Map<string, { says: string; people: string[] }>();
    if (shown === 'bars') for (const id of possible(part)) found.set(id, { says: id, people: [] });
    let answered = 0;
    for (const { person, answers } of given) {
      const tally = Object.hasOwn(answers, part.id) ? tallyOf(part.kind, answers[part.id]) : [];
      if (tally.length > 0) answered += 1;
      for (const says of tally) {
        const key = shown === 'bars' ? says : loose(says);
        const there = found.get(key);
        if (there) there.people.push(person);
        else if (shown === 'list') found.set(key, { says, people: [person] });
      }
    }
    const together = [...found.values()].map(({ says, people }) => ({ says, n: people.length, people }));
    if (shown === 'list') together.sort((a, b) => b.n - a.n);
    return [{ part: part.id, shown, answered, together }];
  });
}

/** Everything that can be chosen in a part, in its order. */
function possible({ set }: Part): readonly string[] {
  if ('choices' in set) return set.choices.map(({ id }) => id);
  if ('from' in set) return Array.from({ length: set.to - set.from + 1 }, (_, i) => String(set.from + i));
  return ['true', 'false'];
}
