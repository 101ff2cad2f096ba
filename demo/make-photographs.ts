import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.mjs';
import type { Corners } from '../src/core/press/pixels';
import { projection } from '../src/core/press/projection';

// Makes the photographs of three pages written by hand for the demo school. Run by hand when one of them changes:
// `node --import tsx demo/make-photographs.ts`; what it writes into demo/files/ is committed.

const FONT = readFileSync('node_modules/@fontsource/patrick-hand/files/patrick-hand-latin-400-normal.woff2').toString(
  'base64',
);
const [WIDE, HIGH] = [1500, 2000];
/** A page in CSS pixels. */
const [PAGE_WIDE, PAGE_HIGH] = [1050, 1485];

const line = (top: number, words: string, more = '') => `<p style="top:${top}px;${more}">${words}</p>`;
const squares =
  'background-image:linear-gradient(#c9d3dc 1px,transparent 1px),linear-gradient(90deg,#c9d3dc 1px,transparent 1px);background-size:35px 35px;';

const TABLE = `<table style="top:330px"><tr><td></td><td>1st</td><td>2nd</td><td>3rd</td></tr><tr><td>spine</td><td>91.8</td><td>92.1</td><td>92.0</td></tr><tr><td>cross spar</td><td>70.2</td><td>69.9</td><td>70.0</td></tr><tr><td>nose to cross</td><td>27.9</td><td>28.1</td><td>28.0</td></tr></table>`;
const KITE = `<svg style="top:210px" width="700" height="640" viewBox="0 0 700 640" fill="none" stroke="#2b3f86" stroke-width="4"><path d="M350 20 546 216 350 610 154 216z"/><path d="M350 20v590M154 216h392M350 236h20v-20" stroke-width="3"/><g fill="#2b3f86" stroke="none" font-size="40" font-family="hand"><text x="364" y="130">28</text><text x="230" y="206">35</text><text x="364" y="420">64</text><text x="470" y="110">a</text><text x="480" y="430">b</text></g></svg>`;

interface Shown {
  readonly name: string;
  readonly corners: Corners;
  readonly page: string;
  readonly over: string;
  readonly table: string;
}

const corners = (...xy: readonly [number, number, number, number, number, number, number, number]): Corners =>
  [0, 1, 2, 3].map((i) => ({ x: xy[2 * i] as number, y: xy[2 * i + 1] as number })) as unknown as Corners;

const wood = (a: string, b: string) =>
  `background:repeating-linear-gradient(91deg,rgb(0 0 0 / .5) 0 4px,transparent 4px 420px),repeating-linear-gradient(90.6deg,rgb(255 235 200 / .05) 0 3px,transparent 3px 17px,rgb(0 0 0 / .07) 17px 22px,transparent 22px 41px),linear-gradient(100deg,${a},${b});`;

const PAGES: readonly Shown[] = [
  {
    name: 'kite-page-1.jpg',
    corners: corners(250, 190, 1240, 240, 1320, 1790, 170, 1740),
    page: `${squares}">${line(90, 'Measure your spars', 'font-size:66px')}${line(150, 'Imke A.', 'left:800px')}${line(240, '1. What I measured (cm)')}${TABLE}${line(720, 'I measured every spar three times')}${line(780, 'and took the one in the middle.')}${line(900, '2. What that means')}${line(960, 'spine 92, cross spar 70')}${line(1020, 'The cross spar lies 28 below the nose,')}${line(1080, 'so 92 − 28 = 64 are left below it.')}`,
    over: 'background:linear-gradient(120deg,transparent 55%,rgb(10 12 20 / .34) 70%)',
    table: wood('#8a6340', '#6d4a2b'),
  },
  {
    name: 'kite-page-2.jpg',
    corners: corners(280, 210, 1230, 170, 1370, 1760, 130, 1770),
    page: `${squares}">${line(90, '3. The edges of my kite')}${KITE}${line(880, 'a² = 35² + 28² = 1225 + 784')}${line(940, 'a² = 2009&emsp;&emsp;<u>a = 44.8 cm</u>')}${line(1010, 'b² = 35² + 64² = 5321&emsp;<u>b = 72.9 cm</u>')}${line(1110, 'All round: 2 × 44.8 + 2 × 72.9')}${line(1170, '= <u>235.4 cm of string</u>')}${line(1260, 'I take 245 cm for the knots.')}`,
    over: 'inset:-500px;background:radial-gradient(ellipse 260px 560px at 1925px 2440px,#c98f6e 0 58%,#b3775a 84%,#8f5a42 98%,transparent 100%);transform:rotate(-11deg);transform-origin:1900px 2300px',
    table: wood('#8a6340', '#5d3f25'),
  },
  {
    name: 'kite-page-3.jpg',
    corners: corners(330, 260, 1210, 330, 1160, 1650, 190, 1560),
    page: `">${line(90, '4. The bridle')}${line(200, 'The towing point must lie a little above')}${line(260, 'where the spars cross. I made the upper')}${line(320, 'leg 45 cm and the lower leg 74 cm.')}<svg style="top:420px" width="620" height="480" viewBox="0 0 620 480" fill="none" stroke="#333" stroke-width="4"><path d="M60 440 560 60"/><path d="M470 128 250 60 150 372"/><circle cx="250" cy="60" r="9" fill="#333"/><g fill="#333" stroke="none" font-size="40" font-family="hand"><text x="330" y="60">45</text><text x="120" y="230">74</text></g></svg>${line(980, 'When I moved it up by a finger, the kite')}${line(1040, 'lay flatter and climbed more slowly.')}`,
    over: 'background:radial-gradient(circle at 30% 20%,transparent 40%,rgb(10 12 20 / .22))',
    table: wood('#5b6a72', '#3f4a52'),
  },
];

const browser = await chromium.launch({ executablePath: CHROMIUM });
const sheet = await browser.newPage({ viewport: { width: WIDE, height: HIGH } });
for (const { name, corners: to, page, over, table } of PAGES) {
  const from = corners(0, 0, PAGE_WIDE, 0, PAGE_WIDE, PAGE_HIGH, 0, PAGE_HIGH);
  const seen = projection(from, to);
  if (!seen) throw new Error(`${name} has no corners`);
  const [a, b, c, d, e, f, g, h] = seen;
  await sheet.setContent(`<!doctype html><style>@font-face{font-family:hand;src:url(data:font/woff2;base64,${FONT})}
    body{margin:0;overflow:hidden;width:${WIDE}px;height:${HIGH}px;position:relative;filter:blur(0.7px)}
    .page{position:absolute;left:0;top:0;width:${PAGE_WIDE}px;height:${PAGE_HIGH}px;transform-origin:0 0;background-color:#f4f1e6;box-shadow:6px 8px 16px rgb(0 0 0 / .5);font:46px hand;color:#2b3f86}
    .page>*{position:absolute;left:90px;margin:0;white-space:nowrap} table{border-collapse:collapse} td{border:3px solid #2b3f86;padding:4px 24px}
    .over{position:absolute;inset:0}</style><body style="${table}">
    <div class="page" style="transform:matrix3d(${a},${d},0,${g},${b},${e},0,${h},0,0,1,0,${c},${f},0,1);${page}</div><div class="over" style="${over}"></div>`);
  await sheet.evaluate(() => document.fonts.ready);
  const bytes = await sheet.screenshot({ type: 'jpeg', quality: 84 });
  writeFileSync(join(process.cwd(), 'demo', 'files', name), bytes);
  console.log(`${name}: ${bytes.byteLength} bytes`);
}
await browser.close();
