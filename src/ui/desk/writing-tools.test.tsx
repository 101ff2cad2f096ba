/** @jest-environment ./scripts/window-environment.mjs */
import { fireEvent, waitFor, within } from '@testing-library/react';
import { openLetter, paragraph, readyForWriting } from '@/testing/letter';
import { Screens } from '@/testing/screen';
import { WritingHelp } from './writing-help';

let screens: Screens;
beforeAll(async () => {
  readyForWriting();
  screens = await Screens.open();
  await screens.signIn('s-tove');
});
afterAll(() => screens.end());

type Letter = Awaited<ReturnType<typeof open>>;
let letter: Letter;
afterEach(() => letter.close());

/** A letter that says something, ready to be typed into, with its tools. */
async function open(words: string, help: WritingHelp | null = null) {
  const opened = await openLetter(screens, { type: 'doc', content: [paragraph(words)] }, false, () => ({ help }));
  const text = await opened.text();
  await waitFor(() => expect(text.textContent).toBe(words));
  const editor = await opened.editor();
  const tools = within(await opened.findByRole('toolbar', { name: 'Text tools' }));
  return {
    ...opened,
    editor,
    html: () => editor.getHTML(),
    /** Selects words of the text, or puts the caret after them. */
    choose: (chosen: string, caret = false) => {
      const from = words.indexOf(chosen) + 1;
      const to = from + chosen.length;
      editor.commands.setTextSelection(caret ? to : { from, to });
    },
    tool: (name: string) => tools.getByRole('button', { name }),
    press: (name: string) => fireEvent.click(tools.getByRole('button', { name })),
  };
}

test('words become bold, italic and underlined, and it can be taken back and done again', async () => {
  letter = await open('The kite flies');
  letter.choose('kite');
  for (const name of ['Bold', 'Italic', 'Underline']) {
    letter.press(name);
    await waitFor(() => expect(letter.tool(name).getAttribute('aria-pressed')).toBe('true'));
  }
  expect(letter.html()).toBe('<p>The <strong><em><u>kite</u></em></strong> flies</p>');
  letter.press('Bold');
  expect(letter.html()).toBe('<p>The <em><u>kite</u></em> flies</p>');
  letter.press('Undo');
  await waitFor(() => expect(letter.html()).not.toContain('<em>'));
  letter.press('Do it again');
  await waitFor(() => expect(letter.html()).toContain('<em><u>kite</u></em>'));
});

test('a paragraph becomes a list, a quotation, or a heading of either size', async () => {
  letter = await open('A lamp');
  letter.choose('lamp', true);
  letter.press('List');
  expect(letter.html()).toBe('<ul><li><p>A lamp</p></li></ul>');
  letter.press('Numbered list');
  expect(letter.html()).toBe('<ol><li><p>A lamp</p></li></ol>');
  letter.press('Numbered list');
  letter.press('Quotation');
  expect(letter.html()).toBe('<blockquote><p>A lamp</p></blockquote>');
  letter.press('Quotation');
  const kind = letter.getByLabelText('Kind of paragraph') as HTMLSelectElement;
  for (const [value, tag] of [
    ['heading', 'h2'],
    ['small-heading', 'h3'],
    ['text', 'p'],
  ]) {
    fireEvent.change(kind, { target: { value } });
    expect(letter.html()).toBe(`<${tag}>A lamp</${tag}>`);
    await waitFor(() => expect(kind.value).toBe(value));
  }
});

test('by keyboard alone: arrows go from tool to tool and round, and Tab passes them in one step', async () => {
  letter = await open('A lamp');
  // There is no style sheet to say it.
  letter.getByRole('toolbar', { name: 'Text tools' }).style.direction = 'ltr';
  letter.tool('Bold').focus();
  const press = (key: string) => fireEvent.keyDown(document.activeElement as Element, { key });
  press('ArrowRight');
  expect(document.activeElement).toBe(letter.tool('Italic'));
  expect([letter.tool('Italic').tabIndex, letter.tool('Bold').tabIndex]).toEqual([0, -1]);
  press('End');
  press('ArrowRight');
  expect(document.activeElement).toBe(letter.tool('Bold'));
  press('ArrowLeft');
  press('Home');
  expect(document.activeElement).toBe(letter.tool('Bold'));
  expect(await screens.found()).toEqual([]);
});

test('colours are chosen by name, and go', async () => {
  letter = await open('A red lamp');
  letter.choose('red');
  letter.press('Colour of the words');
  fireEvent.click(letter.getByRole('button', { name: 'red' }));
  expect(letter.html()).toContain('data-ink="red"');
  await waitFor(() => expect(letter.getByRole('button', { name: 'red' }).getAttribute('aria-pressed')).toBe('true'));
  fireEvent.click(letter.getByRole('button', { name: 'none' }));
  expect(letter.html()).toBe('<p>A red lamp</p>');
  letter.press('Colour behind the words');
  fireEvent.click(letter.getByRole('button', { name: 'mint' }));
  expect(letter.html()).toContain('data-glow="mint"');
});

test('a link leads to a page, and nowhere else; without one of its own it is put in as it is', async () => {
  letter = await open('See the tide table');
  letter.choose('tide table');
  letter.press('Link');
  const address = letter.getByLabelText('Address');
  fireEvent.change(address, { target: { value: 'javascript:alert(1)' } });
  fireEvent.click(letter.getByRole('button', { name: 'Set the link' }));
  expect((await letter.findByRole('alert')).textContent).toMatch(/^This is no address of a page/);
  expect(letter.html()).toBe('<p>See the tide table</p>');
  fireEvent.change(address, { target: { value: 'tides.example/today' } });
  expect(letter.queryByRole('alert')).toBeNull();
  fireEvent.click(letter.getByRole('button', { name: 'Set the link' }));
  expect(letter.html()).toContain('href="https://tides.example/today"');
  letter.choose('tide', true);
  letter.press('Link');
  fireEvent.click(letter.getByRole('button', { name: 'Remove the link' }));
  expect(letter.html()).toBe('<p>See the tide table</p>');
  letter.choose('See', true);
  letter.press('Link');
  fireEvent.change(letter.getByLabelText('Address'), { target: { value: 'https://sea.example/' } });
  fireEvent.click(letter.getByRole('button', { name: 'Set the link' }));
  expect(letter.html()).toMatch(/See<a [^>]*>https:\/\/sea\.example\/<\/a>/);
});

test('a table is put in, gets a row and a column, loses them, and goes', async () => {
  letter = await open('Before');
  letter.choose('Before', true);
  letter.press('Table');
  fireEvent.click(letter.getByRole('button', { name: 'Put in a table of three by three' }));
  const size = () => {
    const rows = [...letter.container.querySelectorAll('.ProseMirror tr')];
    return [rows.length, rows[0]?.children.length];
  };
  expect(size()).toEqual([3, 3]);
  const change = async (name: string) => fireEvent.click(await letter.findByRole('button', { name }));
  await change('Row below');
  expect(size()).toEqual([4, 3]);
  await change('Column after');
  expect(size()).toEqual([4, 4]);
  await change('Remove row');
  await change('Remove column');
  expect(size()).toEqual([3, 3]);
  await change('Remove table');
  expect(letter.container.querySelector('.ProseMirror table')).toBeNull();
  expect(letter.html()).toContain('Before');
});

test('words are found one after the other and replaced, one or all; leaving marks nothing any more', async () => {
  letter = await open('A lamp, a lens, a lamp');
  letter.press('Find and replace');
  const words = letter.getByLabelText('Find');
  expect(document.activeElement).toBe(words);
  fireEvent.change(words, { target: { value: 'lamp' } });
  const status = () => letter.getAllByRole('status').map(({ textContent }) => textContent);
  await waitFor(() => expect(status()).toContain('1 of 2'));
  expect(letter.container.querySelectorAll('.found')).toHaveLength(2);
  fireEvent.click(letter.getByRole('button', { name: 'Next' }));
  await waitFor(() => expect(status()).toContain('2 of 2'));
  fireEvent.click(letter.getByRole('button', { name: 'The one before' }));
  await waitFor(() => expect(status()).toContain('1 of 2'));
  fireEvent.change(letter.getByLabelText('Replace with'), { target: { value: 'light' } });
  fireEvent.click(letter.getByRole('button', { name: 'Replace' }));
  expect(letter.html()).toBe('<p>A light, a lens, a lamp</p>');
  fireEvent.change(words, { target: { value: 'a ' } });
  fireEvent.change(letter.getByLabelText('Replace with'), { target: { value: 'the ' } });
  fireEvent.click(letter.getByRole('button', { name: 'Replace all' }));
  await waitFor(() => expect(status().join()).toMatch(/places? changed/));
  expect(letter.html()).toMatch(/the lens, the lamp/);
  fireEvent.change(words, { target: { value: 'lens' } });
  await waitFor(() => expect(letter.container.querySelectorAll('.found')).toHaveLength(1));
  fireEvent.keyDown(words, { key: 'Escape' });
  await waitFor(() => expect(letter.queryByLabelText('Find')).toBeNull());
  expect(letter.container.querySelector('.found')).toBeNull();
});

test('a formula is put in from its parts; what cannot be drawn is said and stays', async () => {
  letter = await open('Area: ');
  letter.choose('Area: ', true);
  letter.press('Formula');
  const tex = (await letter.findByLabelText('Formula, as TeX')) as HTMLInputElement;
  fireEvent.change(tex, { target: { value: '\\frac{a}' } });
  await letter.findByText('This cannot be drawn yet.');
  fireEvent.click(letter.getByRole('button', { name: 'Put it in' }));
  expect(letter.html()).toBe('<p>Area: </p>');
  fireEvent.change(tex, { target: { value: '' } });
  fireEvent.click(letter.getByRole('button', { name: 'x^2' }));
  await waitFor(() => expect(tex.value).toBe('x^2'));
  fireEvent.click(letter.getByRole('button', { name: 'Put it in' }));
  await waitFor(() =>
    expect(letter.editor.getJSON().content?.[0]?.content?.[1]).toMatchObject({
      type: 'formula',
      attrs: { tex: 'x^2' },
    }),
  );
  expect(letter.queryByLabelText('Formula, as TeX')).toBeNull();
  await waitFor(() => expect(letter.container.querySelector('.formula math msup')).not.toBeNull());
  // It reads as it was typed until it is drawn.
  letter.editor.commands.setFormula('y_1');
  const drawn = [...letter.container.querySelectorAll('.formula')].find(({ textContent }) => textContent === 'y_1');
  await waitFor(() => expect(drawn?.querySelector('math msub')).not.toBeNull());
});

test('a misspelt word is put right, or taken as it is and let go of again, which the school keeps', async () => {
  const help = new WritingHelp();
  help.begin('en-GB', [], false);
  letter = await open('A zkite and a zlamp', help);
  await waitFor(() => expect(letter.container.querySelectorAll('.misspelt')).toHaveLength(2));
  letter.choose('A', true);
  letter.press('Spelling');
  await letter.findByText('2 words to look at.');
  fireEvent.click(letter.getByRole('button', { name: 'Next word' }));
  await letter.findByText('“zkite” is not in the dictionary.');
  fireEvent.click(await letter.findByRole('button', { name: 'kite' }));
  expect(letter.html()).toBe('<p>A kite and a zlamp</p>');
  await letter.findByText('One word to look at.');
  fireEvent.click(letter.getByRole('button', { name: 'Next word' }));
  await letter.findByText('“zlamp” is not in the dictionary.');
  fireEvent.click(letter.getByRole('button', { name: 'Take it as it is' }));
  await letter.findByText('No word to look at.');
  expect(letter.container.querySelector('.misspelt')).toBeNull();
  const own = async () => (await screens.school.db.query("SELECT word FROM own_word WHERE person_id = 's-tove'")).rows;
  await waitFor(async () => expect(await own()).toEqual([{ word: 'zlamp' }]));
  fireEvent.click(letter.getByText('1 word of your own'));
  fireEvent.click(letter.getByRole('button', { name: 'Let go of “zlamp”' }));
  await letter.findByText('“zlamp” is not in the dictionary.');
  await waitFor(async () => expect(await own()).toEqual([]));
});

test('a short answer has the tools for words alone', async () => {
  const opened = await openLetter(screens, { type: 'doc', content: [paragraph('Short')] }, false, () => ({
    tools: 'words',
  }));
  letter = { ...letter, close: opened.close };
  const tools = within(await opened.findByRole('toolbar', { name: 'Text tools' }));
  expect(tools.getAllByRole('button').map((tool) => tool.getAttribute('aria-label') ?? tool.textContent)).toEqual([
    'What a word means',
    'Undo',
    'Do it again',
    'Done',
  ]);
});
