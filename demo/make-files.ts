import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { utils, write } from '@e965/xlsx';
import { chromium, type Page } from '@playwright/test';
import { strToU8, zipSync } from 'fflate';
import { CHROMIUM } from '../scripts/chromium.mjs';

// Makes the files of the demo school that are not text. Run by hand when one of them changes:
// `node --import tsx demo/make-files.ts`; what it writes into demo/files/ is committed.
const FOLDER = join(process.cwd(), 'demo', 'files');
const save = (name: string, bytes: Uint8Array | string) => {
  writeFileSync(join(FOLDER, name), bytes);
  console.log(`${name}: ${typeof bytes === 'string' ? bytes.length : bytes.byteLength} bytes`);
};
/** Archives carry a fixed time, so that the same content gives the same bytes. */
const MADE = { mtime: new Date('2026-03-02T12:00:00Z') };

/** Times of high and low water at the harbour for a fortnight: half a day and 25 minutes apart, springs and neaps. */
function tideRows(): (string | number)[][] {
  const rows: (string | number)[][] = [['Day', 'High water', 'Height (m)', 'Low water', 'Height (m)', 'Range (m)']];
  for (let day = 0; day < 14; day += 1) {
    const minutes = (190 + day * 50) % 745;
    const clock = (at: number) => `${Math.floor(at / 60) % 24}:${String(at % 60).padStart(2, '0')}`;
    const swing = 1.1 + 0.55 * Math.cos((2 * Math.PI * (day - 3)) / 14.8);
    const [high, low] = [2.4 + swing, 2.4 - swing].map((height) => Math.round(height * 10) / 10) as [number, number];
    rows.push([`Day ${day + 1}`, clock(minutes), high, clock(minutes + 372), low, Math.round((high - low) * 10) / 10]);
  }
  return rows;
}

function makeSheet(): void {
  const book = utils.book_new();
  const tides = utils.aoa_to_sheet(tideRows());
  tides.F2 = { t: 'n', f: 'C2-E2', v: 3.2 };
  utils.book_append_sheet(book, tides, 'High and low water');
  utils.book_append_sheet(
    book,
    utils.aoa_to_sheet([
      ['Word', 'What it means'],
      ['Springs', 'The days with the largest range, after full and new moon'],
      ['Neaps', 'The days with the smallest range, after the half moons'],
      ['Range', 'How far it is from low water up to high water'],
    ]),
    'Words',
  );
  save('harbour-tides.xlsx', new Uint8Array(write(book, { type: 'array', bookType: 'xlsx', compression: true })));
  const readings = Array.from({ length: 48 }, (_, i) => {
    const wind = 7 + 4 * Math.sin(i / 7) + (i % 5) / 2;
    return `${Math.floor(i / 6) + 6}:${String((i % 6) * 10).padStart(2, '0')},${wind.toFixed(1)},${(225 + ((i * 7) % 40)).toFixed(0)}`;
  });
  save('mast-readings.csv', ['Time,Wind (m/s),From (degrees)', ...readings].join('\n'));
}

/** One second of a horn: two tones a little apart, with a soft beginning and end. */
function makeSound(): void {
  const rate = 8000;
  const samples: number[] = [];
  const blast = (seconds: number) => {
    for (let i = 0; i < seconds * rate; i += 1) {
      const t = i / rate;
      const edge = Math.min(1, t / 0.05, (seconds - t) / 0.08);
      samples.push(edge * 0.5 * (Math.sin(2 * Math.PI * 147 * t) + 0.6 * Math.sin(2 * Math.PI * 294.6 * t)));
    }
  };
  const still = (seconds: number) => {
    for (let i = 0; i < seconds * rate; i += 1) samples.push(0);
  };
  blast(0.9);
  still(1.2);
  blast(0.9);
  still(0.4);
  blast(0.9);
  still(1.2);
  blast(3.6);
  still(0.5);
  const data = Buffer.alloc(44 + samples.length);
  data.write('RIFF', 0);
  data.writeUInt32LE(36 + samples.length, 4);
  data.write('WAVEfmt ', 8);
  data.writeUInt32LE(16, 16);
  data.writeUInt16LE(1, 20);
  data.writeUInt16LE(1, 22);
  data.writeUInt32LE(rate, 24);
  data.writeUInt32LE(rate, 28);
  data.writeUInt16LE(1, 32);
  data.writeUInt16LE(8, 34);
  data.write('data', 36);
  data.writeUInt32LE(samples.length, 40);
  for (const [i, sample] of samples.entries())
    data[44 + i] = Math.round(127.5 + 110 * Math.max(-1, Math.min(1, sample)));
  save('sound-signals.wav', data);
}

const CHAPTERS = [
  [
    'The lamp that would not',
    'On the night of the first frost the lamp in the old tower would not burn. Oda, who was nine and kept it with her grandfather, tried the long match and the short one.',
    'The oil was good. The wick was new. The glass was so clean that a moth had flown against it and sat down to think. And still the lamp gave one blue breath and went out.',
    'Far out, past the Teeth, somebody was coming home. They could hear the engine count its steps.',
  ],
  [
    'Forty-one buckets',
    'If a light will not burn at the top of a tower, her grandfather said, it has to burn at the bottom. There was a heap of driftwood behind the boat house, wet on one side.',
    'They carried it in buckets, because buckets were what they had. Oda counted. At thirty she stopped feeling her hands. At forty-one the heap on the rock was as high as her chin.',
    'Then it was her turn with the long match.',
  ],
  [
    'What the boat saw',
    'From the boat it looked as though a star had come down to drink. The helmsman had never seen a star so low, and he did what one does with stars: he put it on his left hand and kept it there.',
    'The Teeth went by on the right, one after the other, like people who have decided not to say anything.',
  ],
  [
    'The moth',
    'In the morning they took the lamp apart. In the narrow pipe between the oil and the wick sat a second moth, which had also been thinking.',
    'Oda wrote it into the book of the tower: lamp out, four hours. Fire on the rock, forty-one buckets. All home. And below it, because her grandfather said that a true report leaves nothing out: two moths.',
  ],
] as const;

/** A book of our own in the open format for books (EPUB 3). */
function makeBook(picture: Uint8Array): void {
  const page = (title: string, body: string) =>
    `<?xml version="1.0" encoding="utf-8"?><html xmlns="http://www.w3.org/1999/xhtml" xmlns:epub="http://www.idpf.org/2007/ops" lang="en"><head><title>${title}</title></head><body>${body}</body></html>`;
  const files: Record<string, Uint8Array> = {
    'META-INF/container.xml': strToU8(
      '<?xml version="1.0"?><container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles><rootfile full-path="book/package.opf" media-type="application/oebps-package+xml"/></rootfiles></container>',
    ),
    'book/tower.png': picture,
    'book/nav.xhtml': strToU8(
      page(
        'Contents',
        `<nav epub:type="toc"><ol>${CHAPTERS.map(([title], i) => `<li><a href="chapter${i + 1}.xhtml">${title}</a></li>`).join('')}</ol></nav>`,
      ),
    ),
  };
  for (const [i, [title, ...text]] of CHAPTERS.entries()) {
    const image = i === 0 ? '<p><img src="tower.png" alt="A tower on a rock at night, its lamp dark"/></p>' : '';
    const back = i === 3 ? '<p><a href="chapter1.xhtml">Back to the first night</a></p>' : '';
    files[`book/chapter${i + 1}.xhtml`] = strToU8(
      page(title, `<h1>${title}</h1>${image}${text.map((line) => `<p>${line}</p>`).join('')}${back}`),
    );
  }
  files['book/package.opf'] = strToU8(
    `<?xml version="1.0"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="id" xml:lang="en"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:identifier id="id">urn:uuid:6f1f7c1e-1f52-4b8b-9a53-3a0f5a3b2c11</dc:identifier><dc:title>Two moths</dc:title><dc:creator>Harbour School, class 6</dc:creator><dc:language>en</dc:language><meta property="dcterms:modified">2026-03-02T12:00:00Z</meta></metadata><manifest><item id="nav" href="nav.xhtml" media-type="application/xhtml+xml" properties="nav"/><item id="tower" href="tower.png" media-type="image/png"/>${CHAPTERS.map((_, i) => `<item id="c${i + 1}" href="chapter${i + 1}.xhtml" media-type="application/xhtml+xml"/>`).join('')}</manifest><spine>${CHAPTERS.map((_, i) => `<itemref idref="c${i + 1}"/>`).join('')}</spine></package>`,
  );
  const entries = Object.fromEntries(
    Object.entries(files).map(([name, bytes]) => [name, [bytes, MADE] as [Uint8Array, typeof MADE]]),
  );
  save('two-moths.epub', zipSync({ mimetype: [strToU8('application/epub+zip'), { ...MADE, level: 0 }], ...entries }));
}

const SKY = `
  <rect width="960" height="600" fill="#cfe3ee"/><rect y="360" width="960" height="240" fill="#5b93b4"/>
  <path d="M0 360 Q120 300 260 350 T520 330 T960 356 V380 H0Z" fill="#6f9b6c"/>
  <g fill="#f4efe4" stroke="#5a4a3a" stroke-width="3"><rect x="120" y="270" width="70" height="70"/><rect x="205" y="252" width="60" height="88"/><rect x="280" y="276" width="84" height="64"/></g>
  <g fill="#a5503c"><path d="M112 270l43-36 43 36z"/><path d="M198 252l37-32 37 32z"/><path d="M272 276l50-38 50 38z"/></g>
  <path d="M640 120h46l14 236h-74z" fill="#fbfaf6" stroke="#5a4a3a" stroke-width="3"/><path d="M634 176h58M630 240h66M626 304h74" stroke="#b82a18" stroke-width="22"/>
  <rect x="636" y="88" width="54" height="34" fill="#f0bd63" stroke="#5a4a3a" stroke-width="3"/><path d="M630 88l33-30 33 30z" fill="#5a4a3a"/>
  <g stroke="#e7f1f6" stroke-width="5" fill="none"><path d="M40 430q40-16 80 0t80 0 80 0"/><path d="M420 480q40-16 80 0t80 0 80 0"/><path d="M690 430q40-16 80 0t80 0 80 0"/></g>
  <path d="M400 440h190l-34 48H440z" fill="#2f4f66"/><path d="M490 440V300l90 120z" fill="#fff"/><path d="M482 440V316l-66 104z" fill="#e9d9c0"/>`;

const NIGHT = `<rect width="720" height="420" fill="#142438"/><circle cx="590" cy="80" r="34" fill="#e8e2cf"/><path d="M0 330q90-30 180 0t180 0 180 0 180 0v90H0z" fill="#0e1a29"/><path d="M230 340l60-70 120-10 70 80z" fill="#31475f"/><path d="M320 110h60l16 156h-92z" fill="#8ea3b5"/><rect x="326" y="78" width="48" height="34" fill="#22364c"/><path d="M318 78l32-30 32 30z" fill="#5b6f83"/>`;

const svg = (inner: string, width: number, height: number) =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${inner}</svg>`;

async function picture(page: Page, inner: string, width: number, height: number): Promise<Uint8Array> {
  await page.setViewportSize({ width, height });
  await page.setContent(`<body style="margin:0">${svg(inner, width, height)}</body>`);
  return page.screenshot({ clip: { x: 0, y: 0, width, height } });
}

const GUIDE = [
  [
    'A shore guide',
    'For the walk at low water',
    'Go down with the water and come back before it does. Walk on sand where you can. Put every stone back the way it lay.',
  ],
  [
    'The splash zone',
    'Only the spray reaches it',
    'Black lichen looks like spilt tar. Periwinkles no larger than a pea sit in the cracks and wait for rain.',
  ],
  [
    'The upper shore',
    'Covered for an hour or two',
    'Channel wrack can dry until it crackles and come back to life. Limpets return to the same dent in the rock after every meal.',
  ],
  [
    'The middle shore',
    'Half of the time under water',
    'Here the barnacles are. A barnacle stands on its head and kicks food into its mouth with its feet. Dog whelks drill holes into them.',
  ],
  [
    'The lower shore',
    'Dry at springs only',
    'Lift the kelp gently: blue-rayed limpets, sea squirts, and now and then a pipefish that believes it cannot be seen.',
  ],
  [
    'What to note',
    'One line for each find',
    'Which zone, how many in a square of your two hands, and what it was doing. A drawing is as good as a word.',
  ],
];

const SLIDES = [
  ['Parts of a kite', 'Five names that we use in the shed'],
  ['The spine', 'The long spar, from nose to tail. It carries.'],
  ['The cross spar', 'It lies across the spine and gives the kite its shoulders.'],
  ['The sail', 'Paper, cloth or a shopping bag. It must not flap.'],
  ['The bridle', 'Two or three short lines. They hold the kite at its angle to the wind.'],
  ['The tail', 'It keeps the nose up. Too short and the kite dives, too long and it sits down.'],
];

async function makePdfs(page: Page): Promise<void> {
  const text = 'font-family: "DejaVu Sans", sans-serif; color: #13243a';
  await page.setContent(
    `<style>body{${text}} section{break-after:page} h1{font-size:30px} h2{font-size:17px;font-weight:400;color:#4d5f73} p{font-size:16px;line-height:1.7;max-width:60ch}</style>${GUIDE.map(([title, sub, words]) => `<section><h1>${title}</h1><h2>${sub}</h2>${svg(SKY, 960, 600).replace('width="960" height="600"', 'width="420"')}<p>${words}</p></section>`).join('')}`,
  );
  save(
    'shore-guide.pdf',
    await page.pdf({
      format: 'A5',
      margin: { top: '14mm', left: '14mm', right: '14mm', bottom: '14mm' },
      tagged: true,
    }),
  );
  const kite = (part: number) =>
    `<svg width="250" viewBox="0 0 200 260"><path d="M100 10l80 80-80 120L20 90z" fill="#e9f1f5" stroke="#13243a" stroke-width="${part === 3 ? 7 : 3}"/><path d="M100 10v200" stroke="${part === 1 ? '#b82a18' : '#13243a'}" stroke-width="${part === 1 ? 9 : 3}"/><path d="M20 90h160" stroke="${part === 2 ? '#b82a18' : '#13243a'}" stroke-width="${part === 2 ? 9 : 3}"/><path d="M100 60l40 60M100 150l40-30" stroke="${part === 4 ? '#b82a18' : '#4d5f73'}" stroke-width="${part === 4 ? 6 : 2}"/><path d="M100 210q20 20 0 30t0 20" fill="none" stroke="${part === 5 ? '#b82a18' : '#13243a'}" stroke-width="${part === 5 ? 8 : 3}"/></svg>`;
  await page.setContent(
    `<style>@page{size:240mm 135mm;margin:0} body{${text};margin:0} section{box-sizing:border-box;width:240mm;height:135mm;padding:14mm 20mm;display:flex;gap:16mm;align-items:center;break-after:page;background:#f6fafc} h1{font-size:40px} p{font-size:22px;line-height:1.5}</style>${SLIDES.map(([title, words], i) => `<section>${kite(i)}<div><h1>${title}</h1><p>${words}</p></div></section>`).join('')}`,
  );
  save('parts-of-a-kite.pdf', await page.pdf({ preferCSSPageSize: true, printBackground: true, tagged: true }));
}

/** A kite that goes up, twelve seconds, drawn frame by frame and put into WebM by the browser's own encoder. */
async function makeVideo(page: Page): Promise<void> {
  await page.goto('http://localhost/');
  // The loader of this script names functions by a helper that the page does not have.
  await page.addScriptTag({ content: 'globalThis.__name = (named) => named' });
  await page.addScriptTag({ content: readFileSync('node_modules/webm-muxer/build/webm-muxer.js', 'utf8') });
  const base64 = await page.evaluate(async () => {
    const [width, height, rate, seconds] = [640, 360, 12, 12];
    const canvas = new OffscreenCanvas(width, height);
    const pen = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D;
    // biome-ignore lint/suspicious/noExplicitAny: the muxer is a script of its own on this page
    const { Muxer, ArrayBufferTarget } = (globalThis as any).WebMMuxer;
    const target = new ArrayBufferTarget();
    const muxer = new Muxer({ target, video: { codec: 'V_VP8', width, height, frameRate: rate } });
    const encoder = new VideoEncoder({
      output: (chunk, meta) => muxer.addVideoChunk(chunk, meta),
      error: (error) => {
        throw error;
      },
    });
    encoder.configure({ codec: 'vp8', width, height, bitrate: 160_000, framerate: rate });
    for (let frame = 0; frame < rate * seconds; frame += 1) {
      const t = frame / rate;
      const rise = Math.min(1, t / 8);
      const x = 180 + 300 * rise + 14 * Math.sin(t * 1.7);
      const y = 300 - 230 * rise * rise + 8 * Math.sin(t * 2.3);
      pen.fillStyle = '#d7e6ee';
      pen.fillRect(0, 0, width, height);
      pen.fillStyle = '#6f9b6c';
      pen.fillRect(0, 320, width, 40);
      pen.strokeStyle = '#4d5f73';
      pen.lineWidth = 1.5;
      pen.beginPath();
      pen.moveTo(90, 312);
      pen.quadraticCurveTo((90 + x) / 2, Math.max(y, 240) + 60 * (1 - rise), x, y + 20);
      pen.stroke();
      pen.fillStyle = '#13243a';
      pen.fillRect(84, 292, 10, 30);
      pen.beginPath();
      pen.arc(89, 284, 8, 0, 7);
      pen.fill();
      pen.save();
      pen.translate(x, y);
      pen.rotate(-0.35 + 0.1 * Math.sin(t * 2));
      pen.fillStyle = '#b82a18';
      pen.beginPath();
      pen.moveTo(0, -34);
      pen.lineTo(26, -6);
      pen.lineTo(0, 36);
      pen.lineTo(-26, -6);
      pen.fill();
      pen.strokeStyle = '#fff';
      pen.beginPath();
      pen.moveTo(0, -34);
      pen.lineTo(0, 36);
      pen.moveTo(-26, -6);
      pen.lineTo(26, -6);
      pen.stroke();
      pen.restore();
      const image = new VideoFrame(canvas, { timestamp: (frame * 1e6) / rate });
      encoder.encode(image, { keyFrame: frame % (rate * 2) === 0 });
      image.close();
    }
    await encoder.flush();
    muxer.finalize();
    let letters = '';
    for (const byte of new Uint8Array(target.buffer)) letters += String.fromCharCode(byte);
    return btoa(letters);
  });
  save('a-kite-goes-up.webm', Buffer.from(base64, 'base64'));
  save(
    'a-kite-goes-up.vtt',
    'WEBVTT\n\n00:00.000 --> 00:03.000\nStand with the wind at your back.\n\n00:03.000 --> 00:08.000\nLet the line run a hand’s width at a time.\n\n00:08.000 --> 00:12.000\nWhen it pulls, hold. It stays up by itself now.\n',
  );
}

makeSheet();
makeSound();
save(
  'harbour-map.zip',
  zipSync({
    'harbour-map.svg': [strToU8(svg(SKY, 960, 600)), MADE],
    'read-me.txt': [strToU8('The map of the harbour, to be opened in a drawing program.\n'), MADE],
  }),
);
const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: ['--no-sandbox'],
});
const page = await browser.newPage();
// Encoders are for secure addresses only, and this machine counts as one.
await page.route('http://localhost/', (route) => route.fulfill({ contentType: 'text/html', body: '<!doctype html>' }));
save('harbour.png', await picture(page, SKY, 960, 600));
makeBook(await picture(page, NIGHT, 720, 420));
await makePdfs(page);
await makeVideo(page);
await browser.close();
