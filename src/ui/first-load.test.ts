import { build, type Metafile } from 'esbuild';

const SCREENS = ['src/ui/desk/desk-screen.tsx', 'src/ui/frame/frame.tsx', 'src/ui/class-line/entry-rows.tsx'];
const KEEPS_COPIES = 'src/core/documents/text-document.ts';

let metafile: Metafile;
beforeAll(async () => {
  const built = await build({
    entryPoints: [...SCREENS, KEEPS_COPIES],
    bundle: true,
    splitting: true,
    format: 'esm',
    outdir: 'nowhere',
    write: false,
    metafile: true,
    jsx: 'automatic',
    logLevel: 'silent',
    loader: { '.css': 'empty' },
    // The icons bring nothing but React, and are half of all that would be read.
    external: ['next/*', '@tabler/icons-react'],
  });
  metafile = built.metafile;
});

/** The modules that one needs before anything of it works, by their paths: without those that it asks for later. */
function firstOf(entry: string): ReadonlySet<string> {
  const first = new Set<string>();
  const come = (path: string) => {
    const module = metafile.inputs[path];
    if (!module || first.has(path)) return;
    first.add(path);
    for (const { kind, path: next } of module.imports) if (kind !== 'dynamic-import') come(next);
  };
  come(entry);
  return first;
}

/** The packages among them. */
const packagesOf = (first: ReadonlySet<string>) =>
  new Set([...first].flatMap((path) => /^node_modules\/((?:@[^/]+\/)?[^/]+)/.exec(path)?.[1] ?? []));

// What keeps copies, what checks what is stored, and what draws a text to write in: each would keep a slow phone busy before
// anything on the screen can be pressed.
const LATER = ['yjs', 'zod', 'prosemirror-view', '@tiptap/pm', '@tiptap/core', 'katex', 'pdfjs-dist', 'recharts'];

test.each(SCREENS)('what %s waits for brings nothing that can come later', (screen) => {
  const packages = packagesOf(firstOf(screen));
  expect(packages).toContain('react');
  expect(LATER.filter((name) => packages.has(name))).toEqual([]);
});

test('it is noticed where something comes too early', () => {
  expect(packagesOf(firstOf(KEEPS_COPIES))).toContain('yjs');
});
