import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** What the microphones of journeys hear. */
export const VOICE = join(process.cwd(), '.cache', 'voice.wav');

/** Makes it: a tone of twenty decibels below full scale, as WAVE (RIFF, 16 bits a sample). */
export function makeVoice(): void {
  const [rate, seconds] = [48_000, 4];
  const samples = Buffer.alloc(rate * seconds * 2);
  for (let i = 0; i < rate * seconds; i += 1)
    samples.writeInt16LE(Math.round(4600 * Math.sin((2 * Math.PI * 220 * i) / rate)), 2 * i);
  const head = Buffer.alloc(44);
  head.write('RIFF', 0, 'latin1');
  head.writeUInt32LE(36 + samples.length, 4);
  head.write('WAVEfmt ', 8, 'latin1');
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(rate, 24);
  head.writeUInt32LE(rate * 2, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36, 'latin1');
  head.writeUInt32LE(samples.length, 40);
  mkdirSync(join(process.cwd(), '.cache'), { recursive: true });
  writeFileSync(VOICE, Buffer.concat([head, samples]));
}
