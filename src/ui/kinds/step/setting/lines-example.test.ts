import { questionSetUnmet, questionsIn } from '@/core/questions/question-set';
import { readTyped } from '@/core/questions/typed';
import { LINES_EXAMPLE } from './lines-example';

test.each(Object.entries(LINES_EXAMPLE))('every line of the example is understood: %s', (_language, lines) => {
  const { set, problems } = readTyped(lines);
  expect(problems).toEqual([]);
  expect(questionSetUnmet(set)).toEqual([]);
  expect(questionsIn(set).length).toBeGreaterThanOrEqual(9);
});
