import { execFile } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { copyFile, mkdtemp, readFile, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';

/** A deck that was made into a PDF, as it lies on the disk before anybody owns it. */
export interface MadePdf {
  readonly path: string;
  readonly sha256: string;
  readonly size: number;
}

const CONVERTER = '/usr/bin/soffice';
/** The part of it that reads decks. */
const DECKS = '/usr/lib/libreoffice/program/libsdlo.so';
const PATIENCE = 60_000;

/** Makes a deck of slides a PDF, in a folder that is gone afterwards, where the program for it is installed. */
export async function converted(path: string, type: string): Promise<MadePdf | 'no-converter' | 'pdf-broken'> {
  if (!existsSync(CONVERTER) || !existsSync(DECKS)) return 'no-converter';
  const folder = await mkdtemp(join(tmpdir(), 'kite-deck-'));
  try {
    // As a deck and as nothing else: it would take any bytes for a text.
    const filter = type.includes('opendocument') ? 'impress8' : 'Impress MS PowerPoint 2007 XML';
    const args = ['--headless', '--norestore', `-env:UserInstallation=file://${folder}/home`, `--infilter=${filter}`];
    await promisify(execFile)(
      CONVERTER,
      [...args, '--convert-to', 'pdf:impress_pdf_Export', '--outdir', folder, path],
      {
        timeout: PATIENCE,
        killSignal: 'SIGKILL',
      },
    ).catch(() => null);
    const name = `${
      path
        .split('/')
        .at(-1)
        ?.replace(/\.[^.]*$/, '') ?? ''
    }.pdf`;
    const from = join(folder, name);
    // It says that all is well whatever came of it.
    if (!existsSync(from)) return 'pdf-broken';
    const bytes = await readFile(from);
    const to = join(dirname(path), `deck-${randomUUID()}`);
    await copyFile(from, to);
    return { path: to, sha256: createHash('sha256').update(bytes).digest('hex'), size: (await stat(to)).size };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
