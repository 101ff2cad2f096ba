import { chromium } from '@playwright/test';
import { Document, Packer, Paragraph, TextRun } from 'docx';
import * as Y from 'yjs';
import { Measures } from '@/core/asks/measures';
import { readyCheck } from '@/core/asks/ready-check';
import { assemble, documentJson, firstUpdate, TEXT_FIELD } from '@/core/documents/text-document';
import { toDocx } from '@/core/formats/docx-out';
import type { DocumentId, PersonId } from '@/core/ids';
import type { Doc, DocNode } from '@/core/text/document-json';
import { addDocument } from '@/store/documents';
import { openPglite } from '@/store/pglite-driver';
import { School } from '../e2e/school';
import { CHROMIUM as PROGRAM } from '../scripts/chromium.mjs';
import { type Figure, median } from './figures';
import { timedKeys } from './keys';
import { prose, WORDS } from './prose';

const CHROMIUM = {
  executablePath: PROGRAM,
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu'],
};

async function took(work: () => unknown): Promise<number> {
  const before = performance.now();
  await work();
  return performance.now() - before;
}

/** A text of 3,000 words after 10,000 edits, compacted as the server does it, and the same text made fresh. */
function editedAndFresh(): { readonly edited: Uint8Array; readonly fresh: Uint8Array; readonly edits: number } {
  const ydoc = new Y.Doc();
  Y.applyUpdate(ydoc, firstUpdate(prose(3000)));
  let edits = 0;
  ydoc.on('update', () => {
    edits += 1;
  });
  const root = ydoc.getXmlFragment(TEXT_FIELD);
  // As people type: some dozens of keys at one place, every twentieth a slip that is taken out again, then elsewhere.
  let random = 7;
  const next = (below: number) => {
    random = (random * 1_103_515_245 + 12_345) % 2_147_483_648;
    return random % below;
  };
  while (edits < 10_000) {
    const text = (root.get(next(root.length)) as Y.XmlElement).get(0) as Y.XmlText;
    let at = next(text.length + 1);
    for (let keys = 10 + next(60); keys > 0; keys -= 1) {
      text.insert(at, 'a');
      if (next(20) === 0) text.delete(at, 1);
      else at += 1;
    }
  }
  return { edited: Y.encodeStateAsUpdate(ydoc), fresh: firstUpdate(documentJson(ydoc)), edits };
}

const OPENINGS = 9;

/** Opening a document on a device that has not seen it: from the click to the text that can be typed into. */
async function openingFigure(): Promise<Figure> {
  const { edited, fresh, edits } = editedAndFresh();
  const bare = (update: Uint8Array) =>
    median(
      Array.from({ length: 25 }, () => {
        const before = performance.now();
        documentJson(assemble([update]));
        return performance.now() - before;
      }),
    );
  console.log(
    `# ${edits} edits, ${(edited.length / 1024).toFixed(0)} kB: the tree alone takes ${bare(edited).toFixed(1)} ms, fresh ${bare(fresh).toFixed(1)} ms`,
  );
  const school = await School.open();
  await school.end();
  const db = await openPglite(school.folder);
  const own = { ownerId: 's-wren' as PersonId, assignmentId: null, at: Date.now() };
  for (const [id, update] of Object.entries({ edited, fresh }))
    await addDocument(db, { ...own, id: `bench-${id}` as DocumentId, kind: 'text', title: id, firstUpdate: update });
  await db.close();
  await school.start();
  const browser = await chromium.launch(CHROMIUM);
  try {
    const times: Record<'edited' | 'fresh', number[]> = { edited: [], fresh: [] };
    for (let round = -1; round < OPENINGS; round += 1) {
      for (const which of ['edited', 'fresh'] as const) {
        const context = await browser.newContext();
        await context.request.post(`${school.url}/api/sign-in/demo`, {
          data: { person: 's-wren' },
          headers: { origin: school.url },
        });
        const page = await context.newPage();
        const took = performance.now();
        await page.goto(`${school.url}/shelf/bench-${which}`, { waitUntil: 'commit' });
        await page.locator('.ProseMirror[contenteditable=true] p').nth(29).waitFor();
        if (round >= 0) times[which].push(performance.now() - took);
        await context.close();
      }
    }
    const [slow, quick] = [median(times.edited), median(times.fresh)];
    console.log(`# opened in ${slow.toFixed(0)} ms, the same text fresh in ${quick.toFixed(0)} ms`);
    return { name: 'open-10000-edits', value: slow / quick, unit: 'x-fresh', budget: 2, bound: 'most' };
  } finally {
    await browser.close();
    await school.end();
    school.remove();
  }
}

/** 20,000 words to DOCX, against the bare package given the same paragraphs. */
async function exportFigure(): Promise<Figure> {
  const doc = prose(20_000);
  const [ours, bare]: [number[], number[]] = [[], []];
  for (let round = 0; round < 9; round += 1) {
    ours.push(await took(() => toDocx(doc, 'Bench')));
    bare.push(
      await took(() =>
        Packer.toArrayBuffer(
          new Document({
            sections: [
              {
                children: (doc.content ?? []).map(
                  (node) => new Paragraph({ children: [new TextRun(node.content?.[0]?.text ?? '')] }),
                ),
              },
            ],
          }),
        ),
      ),
    );
  }
  console.log(`# DOCX of 20,000 words: ${median(ours).toFixed(0)} ms, the bare package ${median(bare).toFixed(0)} ms`);
  return { name: 'docx-20000-words', value: median(ours) / median(bare), unit: 'x-package', budget: 3, bound: 'most' };
}

/** The check after a change in one of fifty answers, against the check of all of them. */
function incrementalFigure(): Figure {
  const answers = Array.from({ length: 50 }, (_, i) => WORDS.slice(i * 3, i * 3 + 100).join(' '));
  const docOf = (list: readonly string[]): Doc => ({
    type: 'doc',
    content: list.flatMap((text, i): DocNode[] => [
      { type: 'question', attrs: { number: i + 1, text: 'What did you see?' } },
      { type: 'answer', attrs: { id: `q${i}` }, content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] },
    ]),
  });
  const asks = answers.map((_, i) => ({
    id: `s${i}`,
    place: `q${i}`,
    bars: false,
    kind: 'sentences' as const,
    min: 2,
    max: null,
  }));
  const [whole, changed]: [number[], number[]] = [[], []];
  for (let round = 0; round < 25; round += 1) {
    const measures = new Measures('en');
    const check = (list: readonly string[]) => {
      const before = performance.now();
      readyCheck({ asks, doc: docOf(list), starter: null, locale: 'en' }, measures);
      return performance.now() - before;
    };
    whole.push(check(answers));
    changed.push(check(answers.map((text, i) => (i === 7 ? `${text} And ${round} more.` : text))));
  }
  console.log(
    `# ready check of 5,000 words: ${median(whole).toFixed(1)} ms, after one change ${median(changed).toFixed(2)} ms`,
  );
  return {
    name: 'ready-check-one-change',
    value: median(changed) / median(whole),
    unit: 'x-whole',
    budget: 0.3,
    bound: 'most',
  };
}

const UPLOAD = 200_000_000;
const PART = 4 * 1024 * 1024;

/** How much more memory the server holds at most while 200 MB come in. */
async function uploadFigure(): Promise<Figure> {
  const school = await School.open();
  try {
    const headers = { origin: school.url, 'content-type': 'application/json' };
    const answer = await fetch(`${school.url}/api/sign-in/demo`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ person: 's-wren' }),
    });
    const cookie = answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
    const tus = { origin: school.url, cookie, 'tus-resumable': '1.0.0' };
    const send = async (name: string, size: number, watch: () => void) => {
      const made = await fetch(`${school.url}/api/uploads`, {
        method: 'POST',
        headers: { ...tus, 'upload-length': String(size), 'upload-metadata': `name ${btoa(name)}` },
      });
      const path = made.headers.get('location') ?? '';
      for (let at = 0; at < size; at += PART) {
        const patched = await fetch(school.url + path, {
          method: 'PATCH',
          headers: { ...tus, 'content-type': 'application/offset+octet-stream', 'upload-offset': String(at) },
          body: Buffer.alloc(Math.min(PART, size - at), at % 251),
        });
        if (!patched.ok) throw new Error(`the upload was refused: ${patched.status} ${await patched.text()}`);
        watch();
      }
    };
    // The code of the way itself is loaded by a small one first.
    await send('small.bin', 12 * PART, () => {});
    const before = school.memory();
    let most = before;
    await send('large.bin', UPLOAD, () => {
      most = Math.max(most, school.memory());
    });
    return { name: 'upload-200mb-memory', value: (most - before) / 1e6, unit: 'MB', budget: 50, bound: 'most' };
  } finally {
    await school.end();
    school.remove();
  }
}

/** What a key press costs the main thread in a document of so many words with spelling on: the time to the next free moment. */
async function keyFigures(words: number): Promise<Figure[]> {
  const school = await School.open();
  const browser = await chromium.launch(CHROMIUM);
  try {
    const context = await browser.newContext();
    await context.request.post(`${school.url}/api/sign-in/demo`, {
      data: { person: 's-wren' },
      headers: { origin: school.url },
    });
    const page = await context.newPage();
    await page.goto(`${school.url}/shelf`);
    await page.getByRole('button', { name: 'New document' }).click();
    await page.waitForURL(/\/shelf\/[\w-]+$/);
    const text = prose(words);
    const markup = (text.content ?? []).map((node) => `<p>${node.content?.[0]?.text}</p>`).join('');
    await page.getByRole('textbox', { name: 'Untitled' }).click();
    await page.evaluate((html) => {
      const data = new DataTransfer();
      data.setData('text/html', html);
      document.activeElement?.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      );
    }, markup);
    await page.waitForTimeout(4000 + words / 2);
    await page.keyboard.type('Mispelt wrods. ');
    await page.waitForTimeout(1500);
    if ((await page.locator('.misspelt').count()) < 2) throw new Error('spelling is not on');
    const times = await timedKeys(page);
    const sorted = times.sort((a, b) => a - b);
    const late = sorted[Math.floor(sorted.length * 0.95)] as number;
    console.log(`# ${sorted.length} keys in ${words} words, slowest ${sorted.at(-1)?.toFixed(1)} ms`);
    return [
      {
        name: `key-${words}-words-median`,
        value: median(sorted),
        unit: 'ms',
        budget: words > 5000 ? 33 : 16,
        bound: 'most',
      },
      { name: `key-${words}-words-p95`, value: late, unit: 'ms', budget: 50, bound: 'most' },
    ];
  } finally {
    await browser.close();
    await school.end();
    school.remove();
  }
}

/** What doing the work has to reach. */
export async function doingFigures(): Promise<Figure[]> {
  return [
    await openingFigure(),
    await exportFigure(),
    incrementalFigure(),
    await uploadFigure(),
    ...(await keyFigures(5000)),
    ...(await keyFigures(20_000)),
  ];
}
