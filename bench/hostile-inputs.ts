import { deflateSync } from 'node:zlib';
import { strToU8, zipSync } from 'fflate';
import * as Y from 'yjs';

/** A file that was made to keep a machine busy. */
export interface HostileFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

const OFFICE = 'http://schemas.openxmlformats.org';
const TYPES = `<?xml version="1.0"?><Types xmlns="${OFFICE}/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>`;
const RELS = `<?xml version="1.0"?><Relationships xmlns="${OFFICE}/package/2006/relationships"><Relationship Id="r1" Type="${OFFICE}/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>`;

const zip = (parts: Record<string, string | Uint8Array>): Uint8Array =>
  zipSync(
    Object.fromEntries(
      Object.entries(parts).map(([name, part]) => [name, typeof part === 'string' ? strToU8(part) : part]),
    ),
    { level: 9 },
  );

export const docx = (body: string, head = ''): Uint8Array =>
  zip({
    '[Content_Types].xml': TYPES,
    '_rels/.rels': RELS,
    'word/document.xml': `<?xml version="1.0"?>${head}<w:document xmlns:w="${OFFICE}/wordprocessingml/2006/main"><w:body>${body}</w:body></w:document>`,
  });

const ODT = 'application/vnd.oasis.opendocument.text';
export const odt = (body: string, head = ''): Uint8Array =>
  zip({
    mimetype: ODT,
    'content.xml': `<?xml version="1.0"?>${head}<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0"><office:body><office:text>${body}</office:text></office:body></office:document-content>`,
  });

/** An archive whose directory names its last part again and again. */
function repeated(bytes: Uint8Array, times: number): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  const end = bytes.length - 22;
  const directory = view.getUint32(end + 16, true);
  let last = directory;
  for (let at = directory; at < end; ) {
    last = at;
    at += 46 + view.getUint16(at + 28, true) + view.getUint16(at + 30, true) + view.getUint16(at + 32, true);
  }
  const entry = bytes.slice(last, end);
  const out = new Uint8Array(end + entry.length * times + 22);
  out.set(bytes.subarray(0, end));
  for (let i = 0; i < times; i += 1) out.set(entry, end + i * entry.length);
  out.set(bytes.subarray(end), end + entry.length * times);
  const again = new DataView(out.buffer);
  const count = view.getUint16(end + 10, true) + times;
  again.setUint16(out.length - 14, count, true);
  again.setUint16(out.length - 12, count, true);
  again.setUint32(out.length - 10, out.length - 22 - directory, true);
  return out;
}

/** A workbook whose one sheet has these rows and says that it is so wide. */
const xlsx = (rows: string, dimension: string): Uint8Array =>
  zip({
    '[Content_Types].xml': `<?xml version="1.0"?><Types xmlns="${OFFICE}/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>`,
    '_rels/.rels': `<?xml version="1.0"?><Relationships xmlns="${OFFICE}/package/2006/relationships"><Relationship Id="r1" Type="${OFFICE}/officeDocument/2006/relationships/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<?xml version="1.0"?><workbook xmlns="${OFFICE}/spreadsheetml/2006/main" xmlns:r="${OFFICE}/officeDocument/2006/relationships"><sheets><sheet name="S" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<?xml version="1.0"?><Relationships xmlns="${OFFICE}/package/2006/relationships"><Relationship Id="r1" Type="${OFFICE}/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    'xl/worksheets/sheet1.xml': `<?xml version="1.0"?><worksheet xmlns="${OFFICE}/spreadsheetml/2006/main"><dimension ref="${dimension}"/><sheetData>${rows}</sheetData></worksheet>`,
  });

/** A PDF whose list of objects is packed twice, so that a kilobyte becomes very much. */
function pdf(megabytes: number): Uint8Array {
  const packed = deflateSync(deflateSync(Buffer.alloc(megabytes * 1024 * 1024)));
  const head = '%PDF-1.5\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[]/Count 0>>endobj\n';
  const stream = `3 0 obj<</Type/ObjStm/N 1/First 4/Filter[/FlateDecode/FlateDecode]/Length ${packed.length}>>stream\n`;
  return new Uint8Array(
    Buffer.concat([
      Buffer.from(head + stream),
      packed,
      Buffer.from('\nendstream endobj\ntrailer<</Root 1 0 R/Size 4>>\nstartxref\n0\n%%EOF'),
    ]),
  );
}

/** A GIF of so many frames, each of the whole size, in a few bytes a frame (GIF89a). */
export function gif(frames: number, width: number, height: number): Uint8Array {
  const u16 = (n: number) => [n & 255, n >> 8];
  const bytes = [...Buffer.from('GIF89a'), ...u16(width), ...u16(height), 0x80, 0, 0, 0, 0, 0, 255, 255, 255];
  for (let i = 0; i < frames; i += 1) {
    bytes.push(0x21, 0xf9, 4, 0, 1, 0, 0, 0);
    bytes.push(0x2c, 0, 0, 0, 0, ...u16(width), ...u16(height), 0, 2, 2, 0x44, 1, 0);
  }
  return new Uint8Array([...bytes, 0x3b]);
}

const LAUGHS = `<!DOCTYPE a [${Array.from({ length: 12 }, (_, i) => `<!ENTITY l${i + 1} "${`&l${i};`.repeat(10)}">`).join('')}<!ENTITY l0 "ha">]>`;

/** What was sent when the application was attacked, by what it was. */
export const namedFiles = (): readonly HostileFile[] => [
  {
    name: 'padded.html',
    bytes: strToU8(`<table><tr>${'<td>'.repeat(6000)}</tr>${'<tr><td>'.repeat(10_000)}</table>`),
  },
  { name: 'grown.html', bytes: strToU8(`<table><tr>${'<td>'.repeat(300)}</tr>${'<tr>'.repeat(600)}</table>`) },
  { name: 'deep.html', bytes: strToU8('<div>'.repeat(60_000)) },
  { name: 'spans.html', bytes: strToU8(`${'<span>'.repeat(20_000)}<p>x`) },
  { name: 'many.docx', bytes: docx('<w:p><w:r><w:t>a</w:t></w:r></w:p>'.repeat(280_000)) },
  { name: 'more.docx', bytes: docx('<w:p/>'.repeat(1_600_000)) },
  { name: 'deep.docx', bytes: docx('<w:sdt><w:sdtContent>'.repeat(200_000)) },
  { name: 'laughs.docx', bytes: docx('<w:p><w:r><w:t>&l12;</w:t></w:r></w:p>', LAUGHS) },
  { name: 'laughs.odt', bytes: odt('<text:p>&l12;</text:p>', LAUGHS) },
  { name: 'again.odt', bytes: repeated(odt(`<text:p>${'words '.repeat(1_000_000)}</text:p>`), 100) },
  { name: 'spans.odt', bytes: odt(`<text:p>${'<text:span>'.repeat(100_000)}`) },
  { name: 'twice.pdf', bytes: pdf(300) },
  {
    name: 'wide.xlsx',
    bytes: xlsx('<row r="1"><c r="A1"><v>1</v></c><c r="XFD500"><v>1</v></c></row>', 'A1:XFD1048576'),
  },
  { name: 'cells.xlsx', bytes: xlsx('<row><c><v>1</v></c></row>'.repeat(380_000), 'A1') },
  { name: 'line.txt', bytes: strToU8('the harbour wind '.repeat(12_000)) },
  { name: 'mail.txt', bytes: strToU8('a@'.repeat(2000)) },
  { name: 'spaces.txt', bytes: strToU8(`a${' '.repeat(10_000)}`) },
  { name: 'stars.md', bytes: strToU8('*a _'.repeat(20_000)) },
  { name: 'brackets.md', bytes: strToU8('['.repeat(60_000)) },
  { name: 'quotes.md', bytes: strToU8(`${'>'.repeat(1200)} x`) },
  { name: 'frames.gif', bytes: gif(99, 1000, 1000) },
  { name: 'huge.gif', bytes: gif(2, 60_000, 60_000) },
];

/** Updates of a document, by what is wrong with each. */
export function hostileUpdates(): Readonly<Record<string, Uint8Array>> {
  // Very many who wrote at the same place at once: each has to be put in its place among all the others.
  const crowd = new Y.Doc();
  const updates = Array.from({ length: 4000 }, (_, i) => {
    const one = new Y.Doc();
    one.clientID = i + 1;
    one.getXmlFragment('text').insert(0, [new Y.XmlElement('paragraph')]);
    return Y.encodeStateAsUpdate(one);
  });
  crowd.transact(() => {
    for (const update of updates) Y.applyUpdate(crowd, update);
  });
  const deep = new Y.Doc();
  let at: Y.XmlFragment = deep.getXmlFragment('text');
  for (let level = 0; level < 1200; level += 1) {
    const next = new Y.XmlElement('blockquote');
    at.insert(0, [next]);
    at = next;
  }
  const wide = new Y.Doc();
  const table = new Y.XmlElement('table');
  const row = new Y.XmlElement('tableRow');
  row.insert(
    0,
    Array.from({ length: 8000 }, () => new Y.XmlElement('tableCell')),
  );
  table.insert(0, [row]);
  wide.getXmlFragment('text').insert(0, [table]);
  return {
    crowd: Y.encodeStateAsUpdate(crowd),
    deep: Y.encodeStateAsUpdate(deep),
    wide: Y.encodeStateAsUpdate(wide),
    noise: new Uint8Array(56_000).fill(255),
  };
}

/** Numbers that follow from a seed, the same each time. */
function numbers(seed: number): (below: number) => number {
  let random = seed * 7919 + 17;
  return (below) => {
    random = (random * 48_271) % 2_147_483_647;
    return random % below;
  };
}

/** Files made by chance from what hurts: depth, width, repetition, and archives within archives. */
export function madeFiles(n: number): readonly HostileFile[] {
  const kinds: readonly ((next: (below: number) => number) => HostileFile)[] = [
    (next) => {
      const tag = ['div', 'ul><li', 'blockquote', 'b', 'span', 'table><tr><td'][next(6)] ?? 'div';
      return { name: 'made.html', bytes: strToU8(`<${tag}>`.repeat(10 ** (1 + next(4)) + next(5000))) };
    },
    (next) => {
      const [wide, rows] = [10 + next(8000), 10 + next(12_000)];
      return { name: 'made.html', bytes: strToU8(`<table><tr>${'<td>'.repeat(wide)}</tr>${'<tr><td>'.repeat(rows)}`) };
    },
    (next) => {
      const sign = ['*', '_', '`', '[', '(', '>', '- ', '|', '\\', '<', '![', '~', '&#'][next(13)] ?? '*';
      return { name: 'made.md', bytes: strToU8(`${sign}${next(2) ? 'a' : ''}`.repeat(100 + next(40_000))) };
    },
    (next) => {
      const tag = ['w:p', 'w:tbl><w:tr><w:tc', 'w:sdt', 'w:hyperlink', 'w:ins'][next(5)] ?? 'w:p';
      return { name: 'made.docx', bytes: docx(`<${tag}>`.repeat(100 + next(120_000))) };
    },
    (next) => {
      const cell = '<w:tc><w:p><w:r><w:t>a</w:t></w:r></w:p></w:tc>';
      const row = `<w:tr>${cell.repeat(1 + next(300))}</w:tr>`;
      return { name: 'made.docx', bytes: docx(`<w:tbl>${row.repeat(1 + next(600))}</w:tbl>`) };
    },
    (next) => {
      const tag = ['text:list><text:list-item', 'text:section', 'text:span', 'table:table><table:table-row'][next(4)];
      return { name: 'made.odt', bytes: odt(`<${tag}>`.repeat(100 + next(60_000))) };
    },
    (next) => ({ name: 'made.odt', bytes: repeated(odt(`<text:p>${'a'.repeat(next(3_000_000))}`), 1 + next(300)) }),
    (next) => {
      let inner = zip({ mimetype: ODT, 'content.xml': 'x'.repeat(1000 + next(5_000_000)) });
      for (let level = next(6); level > 0; level -= 1) inner = zip({ mimetype: ODT, 'content.xml': inner });
      return { name: 'made.odt', bytes: inner };
    },
    (next) => {
      const bytes = docx('<w:p/>'.repeat(1000));
      for (let i = 0; i < 1 + next(30); i += 1) bytes[next(bytes.length)] = next(256);
      return { name: 'made.docx', bytes };
    },
    (next) => {
      const piece = ['a@', 'a.', ' ', '\t', 'word ', 'http://', '1) ', '?\n', '𝒜', '\u200f', '"'][next(11)] ?? 'a';
      return { name: 'made.txt', bytes: strToU8(piece.repeat(1000 + next(150_000))) };
    },
  ];
  return Array.from({ length: n }, (_, i) => {
    const next = numbers(i + 1);
    const made = (kinds[i % kinds.length] as (typeof kinds)[number])(next);
    return { ...made, name: made.name.replace('.', `-${i}.`) };
  });
}
