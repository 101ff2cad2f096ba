import { strToU8, zipSync } from 'fflate';
import { questionLine, wordsIn } from '../text/document-json';
import {
  attrsOf,
  contentOf,
  type DocNode,
  markOf,
  type NodeOf,
  type TextNode,
  type Visitor,
  visit,
} from '../text/nodes';
import { glowOnPaper, inkOnPaper } from '../text/tones';
import { isRightToLeft } from './docx-out';
import { formulaForFiles } from './formula-tree';
import { fitted, type Picture, type Pictures } from './pictures-out';
import { safeAddress } from './safe-address';

/** So many pixels fit across a page, at 96 to the inch. */
const PAGE = 600;
const LEVELS = [1, 2, 3, 4, 5, 6] as const;

const MIME = 'application/vnd.oasis.opendocument.text';
const MIME_FORMULA = 'application/vnd.oasis.opendocument.formula';
const NAMESPACES = [
  ['office', 'urn:oasis:names:tc:opendocument:xmlns:office:1.0'],
  ['text', 'urn:oasis:names:tc:opendocument:xmlns:text:1.0'],
  ['style', 'urn:oasis:names:tc:opendocument:xmlns:style:1.0'],
  ['fo', 'urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0'],
  ['table', 'urn:oasis:names:tc:opendocument:xmlns:table:1.0'],
  ['xlink', 'http://www.w3.org/1999/xlink'],
  ['draw', 'urn:oasis:names:tc:opendocument:xmlns:drawing:1.0'],
  ['svg', 'urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0'],
  ['dc', 'http://purl.org/dc/elements/1.1/'],
]
  .map(([prefix, name]) => `xmlns:${prefix}="${name}"`)
  .join(' ');

/** Signs that XML 1.0 (2.2) has no place for are left out. */
const xml = (text: string): string =>
  text
    // biome-ignore lint/suspicious/noControlCharactersInRegex: control characters are what has to go
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

/** Runs of spaces and tabs have elements of their own in ODF (6.1.2): more than one space would fold into one. */
const spaced = (text: string): string =>
  xml(text)
    .replace(/ {2,}/g, (run) => ` <text:s text:c="${run.length - 1}"/>`)
    .replace(/\t/g, '<text:tab/>');

/** Text styles are named by what they do, and each is written once. */
class Styles {
  readonly #named = new Map<string, string>();

  of(node: DocNode): string | null {
    const ink = inkOnPaper(node);
    const glow = glowOnPaper(node);
    const properties = [
      markOf(node, 'bold') && 'fo:font-weight="bold"',
      markOf(node, 'italic') && 'fo:font-style="italic"',
      markOf(node, 'underline') && 'style:text-underline-style="solid" style:text-underline-width="auto"',
      markOf(node, 'subscript') && 'style:text-position="sub 58%"',
      markOf(node, 'superscript') && 'style:text-position="super 58%"',
      ink && `fo:color="#${ink}"`,
      glow && `fo:background-color="#${glow}"`,
    ]
      .filter(Boolean)
      .join(' ');
    if (properties === '') return null;
    const name = this.#named.get(properties) ?? `T${this.#named.size + 1}`;
    this.#named.set(properties, name);
    return name;
  }

  written(): string {
    return [...this.#named]
      .map(
        ([properties, name]) =>
          `<style:style style:name="${name}" style:family="text"><style:text-properties ${properties}/></style:style>`,
      )
      .join('');
  }
}

/** Writes the body of a document, and gathers the styles and pictures that it needs. */
class Body {
  readonly styles = new Styles();
  readonly files = new Map<string, Picture>();
  /** Formulas as MathML, by the name of the part that each is. */
  readonly formulas = new Map<string, string>();

  constructor(private readonly pictures: Pictures) {}

  /** Each kind of node, in the paragraph style of what it stands in. */
  readonly #elements: Visitor<string, string> = {
    doc: (node, style) => this.#inside(node, style),
    text: (node) => this.#text(node),
    paragraph: (node, style) => this.#paragraph(node, style),
    heading: (node) => this.heading(this.#inline(node), wordsIn(node), attrsOf(node).level),
    bulletList: (node, style) => `<text:list text:style-name="LB">${this.#inside(node, style)}</text:list>`,
    orderedList: (node, style) => `<text:list text:style-name="LN">${this.#inside(node, style)}</text:list>`,
    listItem: (node, style) => `<text:list-item>${this.#inside(node, style)}</text:list-item>`,
    blockquote: (node) => this.#inside(node, 'Q'),
    codeBlock: (node, style) => this.#paragraph(node, style),
    horizontalRule: () => '<text:p text:style-name="R"/>',
    hardBreak: () => '<text:line-break/>',
    image: (node) => `<text:p text:style-name="P">${this.#picture(node)}</text:p>`,
    formula: (node) => this.#formula(attrsOf(node).tex),
    question: (node) => this.heading(spaced(questionLine(node)), questionLine(node), 2),
    answer: (node, style) => this.#inside(node, style),
    table: (node, style) => {
      const columns = Math.max(1, ...contentOf(node).map((row) => contentOf(row).length));
      return `<table:table table:name="Table"><table:table-column table:number-columns-repeated="${columns}"/>${this.#inside(node, style)}</table:table>`;
    },
    tableRow: (node, style) => `<table:table-row>${this.#inside(node, style)}</table:table-row>`,
    tableHeader: (node) => this.#cell(node, 'B'),
    tableCell: (node) => this.#cell(node, 'P'),
  };

  write(doc: DocNode, style = 'P'): string {
    return visit(doc, this.#elements, style);
  }

  heading(words: string, text: string, level: number): string {
    const style = isRightToLeft(text) ? `H${level}_rtl` : `Heading_20_${level}`;
    return `<text:h text:style-name="${style}" text:outline-level="${level}">${words}</text:h>`;
  }

  #inside(node: DocNode, style: string): string {
    return contentOf(node)
      .map((child) => this.write(child, style))
      .join('');
  }

  #inline(node: DocNode): string {
    return contentOf(node)
      .map((child) => (child.type === 'image' ? '' : this.write(child)))
      .join('');
  }

  #paragraph(node: DocNode, style: string): string {
    const name = isRightToLeft(wordsIn(node)) ? `${style}_rtl` : style;
    return `<text:p text:style-name="${name}">${this.#inline(node)}</text:p>`;
  }

  #cell(node: DocNode, style: string): string {
    return `<table:table-cell table:style-name="C" office:value-type="string">${this.#inside(node, style) || '<text:p/>'}</table:table-cell>`;
  }

  #text(node: TextNode): string {
    const style = this.styles.of(node);
    const words = style ? `<text:span text:style-name="${style}">${spaced(node.text)}</text:span>` : spaced(node.text);
    const href = safeAddress(markOf(node, 'link')?.attrs?.href);
    return href ? `<text:a xlink:type="simple" xlink:href="${xml(href)}">${words}</text:a>` : words;
  }

  /** A formula that an office program can change (ODF part 3, 10.4.6.2); what cannot be read stays as it was typed. */
  #formula(tex: string): string {
    const math = formulaForFiles(tex);
    if (math === null) return spaced(tex);
    const name = `Object ${this.formulas.size + 1}`;
    this.formulas.set(name, math);
    // Without a size: a reader's own letters say how large it is.
    return `<draw:frame draw:style-name="F" text:anchor-type="as-char"><draw:object xlink:href="./${name}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/><svg:desc>${xml(tex)}</svg:desc></draw:frame>`;
  }

  #picture(node: NodeOf<'image'>): string {
    const { src, alt } = attrsOf(node);
    const found = this.pictures.get(src);
    if (!found) return `[${spaced(alt)}]`;
    const name = `Pictures/${this.files.size + 1}.${found.type.split('/')[1] ?? 'png'}`;
    this.files.set(name, found);
    const { width, height } = fitted(found, PAGE);
    const [across, down] = [width, height].map((pixels) => `${((pixels / 96) * 2.54).toFixed(2)}cm`);
    return `<draw:frame text:anchor-type="as-char" svg:width="${across}" svg:height="${down}"><draw:image xlink:href="${name}" xlink:type="simple" xlink:show="embed" xlink:actuate="onLoad"/><svg:desc>${xml(alt)}</svg:desc></draw:frame>`;
  }
}

const paragraphStyle = (name: string, properties: string, text = ''): string =>
  ['', '_rtl']
    .map((end) => {
      const direction = end === '' ? '' : ' style:writing-mode="rl-tb" fo:text-align="end"';
      return `<style:style style:name="${name}${end}" style:family="paragraph"><style:paragraph-properties ${properties}${direction}/>${text}</style:style>`;
    })
    .join('');

const listLevels = (sign: (level: number) => string): string =>
  Array.from({ length: 9 }, (_, i) => {
    const indent = `<style:list-level-properties text:space-before="${0.6 * (i + 1)}cm" text:min-label-width="0.5cm"/>`;
    return (
      sign(i + 1).replace('/>', `>${indent}`) +
      (sign(i + 1).includes('bullet') ? '</text:list-level-style-bullet>' : '</text:list-level-style-number>')
    );
  }).join('');

/** A document as OpenDocument text (ISO/IEC 26300, version 1.3): headings, lists, tables, links, emphasis, colours, formulas. */
export function toOdt(doc: DocNode, title: string, pictures: Pictures = new Map()): Uint8Array {
  const writing = new Body(pictures);
  const body = writing.heading(spaced(title), title, 1) + writing.write(doc);
  const { styles, files, formulas } = writing;
  const bullets = listLevels((level) => `<text:list-level-style-bullet text:level="${level}" text:bullet-char="•"/>`);
  const numbers = listLevels(
    (level) => `<text:list-level-style-number text:level="${level}" style:num-format="1" style:num-suffix="."/>`,
  );
  const content = `<?xml version="1.0" encoding="UTF-8"?><office:document-content ${NAMESPACES} office:version="1.3"><office:automatic-styles>${[
    paragraphStyle('P', 'fo:margin-bottom="0.2cm"'),
    ...LEVELS.map(
      (level) =>
        `<style:style style:name="H${level}_rtl" style:family="paragraph" style:parent-style-name="Heading_20_${level}"><style:paragraph-properties style:writing-mode="rl-tb" fo:text-align="end"/></style:style>`,
    ),
    paragraphStyle('Q', 'fo:margin-left="1cm" fo:margin-bottom="0.2cm"'),
    paragraphStyle('B', 'fo:margin-bottom="0cm"', '<style:text-properties fo:font-weight="bold"/>'),
    paragraphStyle('R', 'fo:border-bottom="0.5pt solid #808080"'),
    '<style:style style:name="F" style:family="graphic"><style:graphic-properties style:vertical-pos="middle" style:vertical-rel="text"/></style:style>',
    '<style:style style:name="C" style:family="table-cell"><style:table-cell-properties fo:border="0.5pt solid #808080" fo:padding="0.1cm"/></style:style>',
    `<text:list-style style:name="LB">${bullets}</text:list-style>`,
    `<text:list-style style:name="LN">${numbers}</text:list-style>`,
    styles.written(),
  ].join(
    '',
  )}</office:automatic-styles><office:body><office:text>${body}</office:text></office:body></office:document-content>`;
  // By these names, common to programs for this format, a heading is known as one of its level.
  const headings = LEVELS.map(
    (level) =>
      `<style:style style:name="Heading_20_${level}" style:display-name="Heading ${level}" style:family="paragraph" style:default-outline-level="${level}" style:class="text"><style:paragraph-properties fo:margin-top="0.4cm" fo:margin-bottom="0.2cm" fo:keep-with-next="always"/><style:text-properties fo:font-weight="bold" fo:font-size="${20 - 2 * level}pt"/></style:style>`,
  ).join('');
  const common = `<?xml version="1.0" encoding="UTF-8"?><office:document-styles ${NAMESPACES} office:version="1.3"><office:styles>${headings}</office:styles></office:document-styles>`;
  const manifest = `<?xml version="1.0" encoding="UTF-8"?><manifest:manifest xmlns:manifest="urn:oasis:names:tc:opendocument:xmlns:manifest:1.0" manifest:version="1.3"><manifest:file-entry manifest:full-path="/" manifest:media-type="${MIME}" manifest:version="1.3"/><manifest:file-entry manifest:full-path="content.xml" manifest:media-type="text/xml"/><manifest:file-entry manifest:full-path="meta.xml" manifest:media-type="text/xml"/><manifest:file-entry manifest:full-path="styles.xml" manifest:media-type="text/xml"/>${[...files].map(([name, { type }]) => `<manifest:file-entry manifest:full-path="${name}" manifest:media-type="${type}"/>`).join('')}${[...formulas.keys()].map((name) => `<manifest:file-entry manifest:full-path="${name}/" manifest:media-type="${MIME_FORMULA}" manifest:version="1.3"/><manifest:file-entry manifest:full-path="${name}/content.xml" manifest:media-type="text/xml"/>`).join('')}</manifest:manifest>`;
  const meta = `<?xml version="1.0" encoding="UTF-8"?><office:document-meta ${NAMESPACES} office:version="1.3"><office:meta><dc:title>${xml(title)}</dc:title></office:meta></office:document-meta>`;
  return zipSync({
    // The first entry, not compressed: by it the type is told (ODF part 2, 3.3).
    mimetype: [strToU8(MIME), { level: 0 }],
    'META-INF/manifest.xml': strToU8(manifest),
    'content.xml': strToU8(content),
    'meta.xml': strToU8(meta),
    'styles.xml': strToU8(common),
    ...Object.fromEntries(
      [...formulas].map(([name, math]) => [
        `${name}/content.xml`,
        strToU8(`<?xml version="1.0" encoding="UTF-8"?>${math}`),
      ]),
    ),
    ...Object.fromEntries([...files].map(([name, { bytes }]) => [name, [bytes, { level: 0 }] as const])),
  });
}
