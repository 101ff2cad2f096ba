import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { PDFDocument, rgb, StandardFonts } from '@cantoo/pdf-lib';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.mjs';

// Makes the sheets of the demo school that are written on. Run by hand when one of them changes:
// `node --import tsx demo/make-sheets.ts`; what it writes into demo/files/ is committed.
const save = (name: string, bytes: Uint8Array) => {
  writeFileSync(join(process.cwd(), 'demo', 'files', name), bytes);
  console.log(`${name}: ${bytes.byteLength} bytes`);
};

const FACE = 'font-family: "DejaVu Serif", "Liberation Serif", serif; color: #2a2f36';

/** Depths on the chart, where there is water: across, down, metres. */
const SOUNDINGS = [
  [150, 70, 3],
  [132, 88, 4],
  [282, 62, 5],
  [340, 50, 8],
  [306, 78, 12],
  [255, 84, 9],
  [368, 68, 12],
  [112, 124, 7],
  [146, 140, 12],
  [98, 158, 9],
  [150, 172, 14],
  [58, 178, 6],
  [330, 104, 11],
  [390, 112, 8],
  [40, 222, 8],
  [86, 222, 14],
  [122, 222, 17],
  [288, 242, 16],
  [310, 270, 19],
  [256, 296, 23],
  [340, 296, 21],
  [292, 326, 24],
  [224, 340, 26],
  [330, 352, 25],
  [138, 336, 22],
  [174, 360, 24],
  [28, 372, 18],
  [338, 208, 9],
  [384, 222, 11],
] as const;

/** A lamp on a rock, at a place of the chart. */
const light = (x: number, y: number, name: string, dx: number, dy: number) =>
  `<g transform="translate(${x} ${y})"><path d="M-3 10h6l-1.4-14h-3.2z" fill="#2a2f36"/><path d="M-3.4-4h6.8v-4l-3.4-3-3.4 3z" fill="#fff" stroke="#2a2f36"/><path d="M-6-7l-5-2M6-7l5-2M-6-4l-5 1M6-4l5 1" stroke="#2a2f36"/></g><text x="${x + dx}" y="${y + dy}" font-size="12" font-weight="bold">${name}</text>`;

/** The water off the harbour with three lights, drawn for this school. */
const CHART = `<svg width="590" height="536" viewBox="0 0 440 400">
<rect x="1" y="1" width="438" height="398" fill="#fff" stroke="#2a2f36" stroke-width="1.5"/>
${Array.from({ length: 22 }, (_, i) => `<rect x="${i * 20}" y="3" width="10" height="6" fill="#2a2f36"/><rect x="${i * 20}" y="391" width="10" height="6" fill="#2a2f36"/>`).join('')}
${Array.from({ length: 19 }, (_, i) => `<rect x="3" y="${10 + i * 20}" width="6" height="10" fill="#2a2f36"/><rect x="431" y="${10 + i * 20}" width="6" height="10" fill="#2a2f36"/>`).join('')}
<rect x="12" y="12" width="416" height="376" fill="#e9eff1"/>
<path d="M12 12h276c-6 20-30 26-52 30-34 6-60 16-82 44-20 26-30 60-70 78-30 14-52 22-72 58z" fill="#d3e3e8"/>
<path d="M12 12h258c-8 14-30 18-50 22-34 6-62 18-82 44-18 24-28 54-66 72-24 12-46 20-60 44z" fill="#efe5c6" stroke="#8a7c55"/>
<path d="M20 80q40-30 90-26t100-30M20 110q40-24 70-30" fill="none" stroke="#c4b68d"/>
<circle cx="346" cy="160" r="40" fill="#d3e3e8"/><path d="M326 158c2-16 18-22 30-18s22 14 18 26-20 18-34 12-16-10-14-20z" fill="#efe5c6" stroke="#8a7c55"/>
<path d="M120 12v376M228 12v376M336 12v376M12 118h416M12 212h416M12 306h416" stroke="#9fb0b8" stroke-width="0.6"/>
<path d="M96 74h6v6h-6zM106 70h7v7h-7zM90 84h6v5h-6zM104 84h8v6h-8zM118 64h6v6h-6z" fill="#2a2f36"/>
<path d="M120 82l20 6 12-6" fill="none" stroke="#2a2f36" stroke-width="2.4"/>
${light(212, 32, 'Middle Light', 16, -4)}${light(72, 130, 'Old Light', -34, -14)}${light(346, 162, 'Bird Light', -16, -16)}
<text x="28" y="58" font-size="11" font-style="italic" letter-spacing="2">Old Town</text><text x="304" y="34" font-size="12" font-style="italic" letter-spacing="3">Lantern Bay</text><text x="168" y="106" font-size="11" font-style="italic">The Sill</text><text x="318" y="218" font-size="10" font-style="italic">Bird Holm</text>
${SOUNDINGS.map(([x, y, depth]) => `<text x="${x}" y="${y}" font-size="9" font-style="italic">${depth}</text>`).join('')}
<g transform="translate(92 312)"><circle r="46" fill="none" stroke="#2a2f36"/><circle r="40" fill="none" stroke="#2a2f36" stroke-width="0.5"/>${Array.from({ length: 36 }, (_, i) => `<path d="M0-46v${i % 9 === 0 ? 8 : 4}" stroke="#2a2f36" transform="rotate(${i * 10})"/>`).join('')}<path d="M0-38l7 31-7 7-7-7z" fill="#2a2f36"/><path d="M0 38l7-31-7-7-7 7zM38 0l-31 7-7-7 7-7zM-38 0l31 7 7-7-7-7z" fill="#fff" stroke="#2a2f36"/><text y="-50" font-size="9" text-anchor="middle">000</text><text y="59" font-size="9" text-anchor="middle">180</text><text x="49" y="3" font-size="9">090</text><text x="-66" y="3" font-size="9">270</text></g>
<g transform="translate(296 376)"><path d="M0 0h110" stroke="#2a2f36" stroke-width="3"/><path d="M0-3v6M55-3v6M110-3v6" stroke="#2a2f36"/><text x="-2" y="-7" font-size="9">0</text><text x="53" y="-7" font-size="9">1</text><text x="96" y="-7" font-size="9">2 km</text></g>
</svg>`;

const box = (height: number) => `<div class="box" style="height:${height}px"></div>`;
const asked = (n: number, words: string, height: number) => `<p class="q"><b>${n}</b>${words}</p>${box(height)}`;

async function makeChart(page: Page): Promise<void> {
  const head = (title: string, n: number) => `<header><h1>${title}</h1><span>sheet ${n} of 3</span></header>`;
  await page.setContent(`<style>@page{size:A4 landscape;margin:0} body{${FACE};margin:0;font-size:14px;line-height:1.35}
    section{box-sizing:border-box;width:297mm;height:209mm;padding:11mm 13mm;break-after:page;position:relative}
    header{display:flex;justify-content:space-between;align-items:baseline} h1{font-size:23px;margin:0} header span{font-size:12px}
    .both{display:flex;gap:26px;margin-top:14px} .side{flex:1} .box{border:1.4px solid #2a2f36} .q{margin:0 0 7px;padding-left:22px;position:relative} .q b{position:absolute;left:0}
    .box+.q{margin-top:22px} .tick{display:flex;gap:9px;align-items:flex-start;margin-top:26px} .tick i{flex:none;width:15px;height:15px;border:1.4px solid #2a2f36}
    footer{position:absolute;right:13mm;bottom:9mm;font-size:11px} p{margin:4px 0}</style>
    <section>${head('Three bearings, one boat', 1)}<p>The <i>Marlen</i> reports at 10:40: Old Light 298°, Middle Light 350°, Bird Light 068°. Draw the three bearings.</p>
    <div class="both">${CHART}<div class="side">${asked(1, 'Where is the <i>Marlen</i>? Give her direction from two of the lights.', 92)}${asked(2, 'What does the small triangle tell you? 2 to 3 sentences.', 140)}
    <div class="tick"><i></i><span>I counted each bearing from north, round by east.</span></div></div></div><footer>Harbour Mathematics</footer></section>
    <section>${head('How far, how long', 2)}<p>Use the scale on sheet 1. One knot is 1.85 km in an hour.</p>${asked(3, 'How far is the <i>Marlen</i> from Bird Light? Show how you measured.', 190)}${asked(4, 'She sails at 4 knots. How long does she need to the harbour mouth? Show your working.', 230)}<footer>Harbour Mathematics</footer></section>
    <section>${head('If one light is dark', 3)}<p>On Thursday night Middle Light did not burn.</p>${asked(5, 'Can you still find her with two bearings? What are you less sure of?', 220)}<footer>Harbour Mathematics</footer></section>`);
  save('three-bearings.pdf', await page.pdf({ preferCSSPageSize: true, printBackground: true, tagged: true }));
}

const SLIDES = [
  ['The sky this evening', 'What do you see in the west, and what does it tell you?'],
  ['The wind', 'Where does it come from, and how strong is it?'],
  ['The glass', 'Is the pressure rising or falling? By how much since this morning?'],
  ['Saturday', 'Your forecast for the market, in two or three sentences.'],
] as const;

async function makeDeck(page: Page): Promise<void> {
  const sky = ['#f3d9b8', '#dbe9f1', '#e4e2ee', '#dcefe2'];
  await page.setContent(`<style>@page{size:240mm 135mm;margin:0} body{font-family:"DejaVu Sans",sans-serif;color:#13243a;margin:0}
    section{box-sizing:border-box;width:240mm;height:134.5mm;padding:13mm 18mm;break-after:page;position:relative} h1{font-size:34px;margin:0 0 8px} p{font-size:20px;margin:0 0 16px}
    .box{border:2px solid #13243a;background:#fff;height:62mm;padding:12px 16px;color:#6f8496;font-size:16px}</style>
    ${SLIDES.map(([title, words], i) => `<section style="background:${sky[i]}"><h1>${title}</h1><p>${words}</p><div class="box">Write your answer here</div></section>`).join('')}`);
  save('forecast-slides.pdf', await page.pdf({ preferCSSPageSize: true, printBackground: true, tagged: true }));
}

/** A worksheet with fields of its own: lines, several lines, ticks and a choice. */
async function makeForm(): Promise<void> {
  const pdf = await PDFDocument.create();
  pdf.setTitle('What lives at low water?');
  const page = pdf.addPage([595.28, 841.89]);
  const [plain, bold] = [
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
  ];
  const ink = rgb(0.16, 0.18, 0.21);
  const write = (text: string, x: number, y: number, size = 12, font = plain) =>
    page.drawText(text, { x, y, size, font, color: ink });
  const form = pdf.getForm();
  const line = (name: string, x: number, y: number, width: number, height = 20) => {
    const field = form.createTextField(name);
    if (height > 30) field.enableMultiline();
    field.addToPage(page, { x, y, width, height, borderWidth: 1, borderColor: ink });
  };
  write('What lives at low water?', 50, 775, 22, bold);
  write('Tide-pool Science. Fill it in by the pool, and be back when the water turns.', 50, 752);
  write('Which pool', 50, 712);
  line('Which pool', 150, 706, 180);
  write('Time of low water', 350, 712);
  line('Time of low water', 460, 706, 85);
  write('The weather', 50, 676);
  const weather = form.createDropdown('The weather');
  weather.addOptions(['dry', 'drizzle', 'rain', 'fog']);
  weather.addToPage(page, { x: 150, y: 670, width: 180, height: 20, borderWidth: 1, borderColor: ink });
  write('Seen in the pool', 50, 632, 14, bold);
  for (const [i, animal] of [
    'Beadlet anemone',
    'Shore crab',
    'Common prawn',
    'Limpet',
    'Blenny',
    'Dog whelk',
  ].entries()) {
    const [x, y] = [50 + (i % 2) * 260, 600 - Math.floor(i / 2) * 30];
    form.createCheckBox(animal).addToPage(page, { x, y, width: 15, height: 15, borderWidth: 1, borderColor: ink });
    write(animal, x + 24, y + 3);
    line(`How many: ${animal}`, x + 150, y - 2, 50);
  }
  write('What was one of them doing? Two or three sentences.', 50, 500);
  line('What was one of them doing?', 50, 400, 495, 88);
  write('What would you like to know about this pool?', 50, 366);
  line('What would you like to know?', 50, 286, 495, 68);
  save('low-water.pdf', await pdf.save());
}

const browser = await chromium.launch({ executablePath: CHROMIUM, args: ['--no-sandbox'] });
const page = await browser.newPage();
await makeChart(page);
await makeDeck(page);
await browser.close();
await makeForm();
