import { inTurn } from './in-turn';

/** Somebody who hears one thing at a time, and says when it was heard. */
function hearing() {
  const heard: string[] = [];
  let done: (() => void)[] = [];
  const say = inTurn((said: string) => {
    heard.push(said);
    return new Promise<void>((resolve, reject) => done.push(said === 'lost' ? () => reject(new Error(said)) : resolve));
  });
  const end = async () => {
    const [first, ...rest] = done;
    done = rest;
    first?.();
    await new Promise((soon) => setTimeout(soon, 1));
  };
  return { heard, say, end };
}

test('what is said while something is on its way waits, and the last of it alone is said', async () => {
  const { heard, say, end } = hearing();
  for (const one of ['a', 'b', 'c']) say(one);
  expect(heard).toEqual(['a']);
  await end();
  expect(heard).toEqual(['a', 'c']);
  await end();
  say('d');
  expect(heard).toEqual(['a', 'c', 'd']);
});

test('what was lost keeps nothing from being said after it', async () => {
  const { heard, say, end } = hearing();
  say('lost');
  say('b');
  await end();
  expect(heard).toEqual(['lost', 'b']);
});
