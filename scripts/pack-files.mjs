import { readdirSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const PACKED = /\.(js|mjs|css|svg|dic|aff|txt|wasm|map)$/;
/** Below this, in bytes, a file is sent as it is. */
const LEAST = 1000;

const WAYS = [
  ['.gz', (bytes) => promisify(gzip)(bytes, { level: constants.Z_BEST_COMPRESSION })],
  // The next better one takes six times as long for a hundredth.
  ['.br', (bytes) => promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } })],
];

/**
 * Puts a packed copy of each file of some folders beside it, so that nothing is packed while somebody waits for it. A copy that
 * is there and no older than its file stays.
 *
 * @returns how many files have copies now
 */
export async function packFiles(folders) {
  const files = folders
    .flatMap((folder) => readdirSync(folder, { recursive: true }).map((name) => join(folder, name)))
    .filter((file) => PACKED.test(file) && statSync(file).size >= LEAST);
  await Promise.all(
    files.flatMap((file) =>
      WAYS.map(async ([end, pack]) => {
        const made = statSync(file + end, { throwIfNoEntry: false });
        if (made && made.mtimeMs >= statSync(file).mtimeMs) return;
        // Under its name when it is whole: one that was cut off would be taken for good.
        const half = `${file}${end}.half`;
        writeFileSync(half, await pack(readFileSync(file)));
        renameSync(half, file + end);
      }),
    ),
  );
  return files.length;
}

if (process.argv[1]?.endsWith('pack-files.mjs')) await packFiles(process.argv.slice(2));
