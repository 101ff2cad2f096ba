import { questionSetUnmet, questionsIn } from '@/core/questions/question-set';
import { readTyped } from '@/core/questions/typed';
import { typedOut } from '@/core/questions/typed-out';
import { LINES_EXAMPLE } from './lines-example';

test.each(Object.entries(LINES_EXAMPLE))(
  'every line of the example is understood, and typed out as it can be read again: %s',
  (_, text) => {
    const { set, problems } = readTyped(text);
    expect(problems).toEqual([]);
    expect(questionSetUnmet(set)).toEqual([]);
    expect(questionsIn(set).length).toBeGreaterThanOrEqual(9);
    const out = typedOut(set);
    expect(out).not.toBeNull();
    expect(typedOut(readTyped(out ?? '', 'other').set)).toBe(out);
  },
);
