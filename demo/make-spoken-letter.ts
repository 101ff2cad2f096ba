import { execFileSync } from 'node:child_process';
import { statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

// Makes the spoken letter of the demo school, with a voice of a machine. Run by hand when it changes, where espeak-ng and ffmpeg are:
// `node --import tsx demo/make-spoken-letter.ts`; what it writes into demo/files/ is committed.
const LETTER = `Dear Captain Osei. I live above the chandler's, and I can see your bridge from my bed.
Every evening I count how long you stand still before you turn the wheel. My sister says that you are listening for the bell on the bar,
and my father says that you are drinking your tea. I would like to know which of them is right.
I can tell you something, too. From up here one sees the eddy behind the pier before you can,
because the gulls sit down on it as soon as the ebb begins.
If you ever want to know whether the ebb has begun, look for the gulls, or look for my lamp.
I put it in the window when they come. With kind regards, Abena.`;

const spoken = join(tmpdir(), 'kite-letter.wav');
const file = join(process.cwd(), 'demo', 'files', 'spoken-letter.webm');
execFileSync('espeak-ng', ['-v', 'en-gb', '-s', '112', '-g', '6', '-p', '58', '-w', spoken, LETTER]);
execFileSync('ffmpeg', ['-y', '-v', 'error', '-i', spoken, '-c:a', 'libopus', '-b:a', '24k', file]);
console.log(`${file}: ${statSync(file).size} bytes`);
