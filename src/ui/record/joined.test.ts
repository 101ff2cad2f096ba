import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { scratch } from '@/testing/scratch';
import { joined } from './joined';

// Outside check: the stretches are made, and what became of them is read, by FFmpeg.
const folder = scratch('kite-joined-');

const KINDS = {
  'audio/webm': ['-c:a', 'libopus'],
  'video/webm': ['-c:v', 'libvpx', '-b:v', '200k', '-g', '15', '-c:a', 'libopus'],
  // In fragments, as a recorder writes while it records.
  'video/mp4': [
    '-c:v',
    'libx264',
    '-tune',
    'zerolatency',
    '-g',
    '15',
    '-c:a',
    'aac',
    '-movflags',
    'frag_keyframe+empty_moov',
  ],
} as const;
type Kind = keyof typeof KINDS;

/** A stretch of a tone, and of a picture that moves where there is one. */
function stretch(kind: Kind, seconds: number, tone: number): Blob {
  const file = join(folder, `${tone}.${kind.split('/')[1]}`);
  const picture = kind.startsWith('video')
    ? ['-f', 'lavfi', '-i', `testsrc=size=160x120:rate=15:duration=${seconds}`]
    : [];
  const sound = ['-f', 'lavfi', '-i', `sine=frequency=${tone}:sample_rate=48000:duration=${seconds}`];
  const made = spawnSync('ffmpeg', ['-y', '-v', 'error', ...sound, ...picture, ...KINDS[kind], file], {
    encoding: 'utf8',
  });
  expect(made.stderr).toBe('');
  return new Blob([readFileSync(file)], { type: kind });
}

/** What a file holds: its streams, how long it says that it is, and the places of all packets by stream. */
function read(bytes: Buffer, kind: Kind) {
  const file = join(folder, `read.${kind.split('/')[1]}`);
  writeFileSync(file, bytes);
  const asked = spawnSync(
    'ffprobe',
    [
      '-v',
      'error',
      '-show_entries',
      'format=duration:stream=codec_name:packet=stream_index,dts_time',
      '-of',
      'json',
      file,
    ],
    { encoding: 'utf8', maxBuffer: 1 << 26 },
  );
  expect(asked.stderr).toBe('');
  const { streams, format, packets } = JSON.parse(asked.stdout) as {
    streams: { codec_name: string }[];
    format: { duration: string };
    packets: { stream_index: number; dts_time: string }[];
  };
  const places = (of: number) =>
    packets.filter((one) => one.stream_index === of).map(({ dts_time }) => Number(dts_time));
  return {
    codecs: streams.map(({ codec_name }) => codec_name).toSorted(),
    duration: Number(format.duration),
    places: streams.map((_stream, i) => places(i)),
  };
}

/** How loud a tone is in a part of a file, in decibels: all but its band is taken away. */
function loudness(bytes: Buffer, kind: Kind, tone: number, from: number, to: number): number {
  const file = join(folder, `heard.${kind.split('/')[1]}`);
  writeFileSync(file, bytes);
  const filter = `atrim=${from}:${to},bandpass=f=${tone}:width_type=h:w=60,volumedetect`;
  const heard = spawnSync('ffmpeg', ['-hide_banner', '-i', file, '-af', filter, '-vn', '-f', 'null', '-'], {
    encoding: 'utf8',
  });
  return Number(/mean_volume: (-?[\d.]+)/.exec(heard.stderr)?.[1]);
}

test.each(Object.keys(KINDS) as Kind[])(
  'two stretches of %s are one file: as long as both, in their order',
  async (kind) => {
    const parts = [stretch(kind, 2, 440), stretch(kind, 1.4, 1760)];
    const whole = await joined(parts);
    expect(whole.type).toBe(kind);
    const bytes = Buffer.from(await whole.arrayBuffer());
    const found = read(bytes, kind);
    expect(found.codecs).toEqual(read(Buffer.from(await (parts[0] as Blob).arrayBuffer()), kind).codecs);
    expect(Math.abs(found.duration - 3.4)).toBeLessThan(0.15);
    for (const places of found.places) {
      // None goes back, and none is missing where the one ends and the other begins.
      const steps = places.slice(1).map((at, i) => at - (places[i] ?? 0));
      expect(Math.min(...steps)).toBeGreaterThan(0);
      expect(Math.max(...steps)).toBeLessThan(0.2);
    }
    expect(loudness(bytes, kind, 440, 0.2, 1.7)).toBeGreaterThan(loudness(bytes, kind, 1760, 0.2, 1.7) + 20);
    expect(loudness(bytes, kind, 1760, 2.3, 3.2)).toBeGreaterThan(loudness(bytes, kind, 440, 2.3, 3.2) + 20);
  },
);

test('one stretch alone says how long it is, too, and what is none is refused', async () => {
  const whole = await joined([stretch('audio/webm', 1.2, 660)]);
  expect(Math.abs(read(Buffer.from(await whole.arrayBuffer()), 'audio/webm').duration - 1.2)).toBeLessThan(0.1);
  await expect(joined([new Blob(['no sound'], { type: 'audio/webm' })])).rejects.toThrow();
  await expect(joined([])).rejects.toThrow('neither sound nor picture');
});
