import { strToU8, zipSync } from 'fflate';
import { hasPicture } from '../../text/document-json';
import { fragment, html, toHtml } from '../html-out';
import { type CourseNote, type CourseParts, NAMES, TYPES } from './cartridge';
import { writeQuestions } from './write-questions';

interface Resource {
  readonly id: string;
  readonly type: string;
  readonly path: string;
}

const XML = '<?xml version="1.0" encoding="UTF-8"?>\n';

/**
 * A course as a cartridge of IMS Common Cartridge 1.3: folders, pages, files, links, assignments and questions.
 *
 * @param files the bytes of each file that it names
 * @returns the archive, and what is other in it or not there
 */
export function writeCartridge(
  course: CourseParts,
  files: ReadonlyMap<string, Uint8Array>,
  lang: string,
): { readonly bytes: Uint8Array; readonly notes: readonly CourseNote[] } {
  const parts: Record<string, Uint8Array> = {};
  const resources: Resource[] = [];
  const notes: CourseNote[] = [];
  const add = (type: string, path: string, bytes: Uint8Array | string): string => {
    const id = `r${resources.length + 1}`;
    parts[path] = typeof bytes === 'string' ? strToU8(bytes) : bytes;
    resources.push({ id, type, path });
    return id;
  };
  const known = new Map<string, string>();
  const file = (path: string, title: string): string | null => {
    const before = known.get(path);
    if (before !== undefined) return before;
    const bytes = files.get(path);
    if (!bytes) {
      notes.push({ title, what: 'left', code: 'file-missing' });
      return null;
    }
    const id = add(TYPES.file, `files/${path}`, bytes);
    known.set(path, id);
    return id;
  };
  const put = (item: CourseParts['folders'][number]['items'][number], n: string): string | null => {
    const { title } = item;
    switch (item.kind) {
      case 'topic':
        if (hasPicture(item.body)) notes.push({ title, what: 'changed', code: 'pictures-left' });
        return add(
          TYPES.topic,
          `topics/${n}.xml`,
          `${XML}<topic xmlns="${NAMES.topic}"><title>${html(title)}</title><text texttype="text/html">${html(
            fragment(item.body),
          )}</text></topic>\n`,
        );
      case 'page':
        if (hasPicture(item.body)) notes.push({ title, what: 'changed', code: 'pictures-left' });
        return add(TYPES.file, `pages/${n}.html`, toHtml(item.body, title, lang));
      case 'file':
        return file(item.path, title);
      case 'link':
        return add(
          TYPES.link,
          `links/${n}.xml`,
          `${XML}<webLink xmlns="${NAMES.link}"><title>${html(title)}</title><url href="${html(item.address)}" target="_blank"/></webLink>\n`,
        );
      case 'work': {
        const attached = item.files.filter((path) => file(path, title) !== null);
        const points =
          item.points === null
            ? '<gradable>false</gradable>'
            : `<gradable points_possible="${item.points}">true</gradable>`;
        return add(
          TYPES.work,
          `work/${n}.xml`,
          `${XML}<assignment xmlns="${NAMES.work}" identifier="a${n}"><title>${html(title)}</title><text texttype="text/html">${html(
            fragment(item.body),
          )}</text><attachments>${attached
            .map((path) => `<attachment href="../files/${html(encodeURI(path))}" role="All"/>`)
            .join(
              '',
            )}</attachments>${points}<submission_formats><format type="html"/><format type="file"/></submission_formats></assignment>\n`,
        );
      }
      case 'questions': {
        const written = writeQuestions(item.set, { id: `q${n}`, title, bank: item.bank });
        notes.push(...written.notes);
        if (written.xml === null) return null;
        return add(item.bank ? TYPES.bank : TYPES.questions, `questions/${n}.xml`, written.xml);
      }
    }
  };
  const folders = course.folders.map((folder, i) => {
    const items = folder.items.map((item, j) => {
      const id = put(item, `${i + 1}-${j + 1}`);
      return id === null
        ? ''
        : `<item identifier="i${i + 1}-${j + 1}" identifierref="${id}"><title>${html(item.title)}</title></item>`;
    });
    return `<item identifier="f${i + 1}"><title>${html(folder.title)}</title>${items.join('')}</item>`;
  });
  const listed = resources.map(
    ({ id, type, path }) =>
      `<resource identifier="${id}" type="${type}"${type === TYPES.file ? ` href="${html(encodeURI(path))}"` : ''}><file href="${html(encodeURI(path))}"/></resource>`,
  );
  const manifest = `${XML}<manifest identifier="course" xmlns="${NAMES.package}" xmlns:lom="${NAMES.lom}"><metadata><schema>IMS Common Cartridge</schema><schemaversion>1.3.0</schemaversion><lom:lom><lom:general><lom:title><lom:string language="${html(lang)}">${html(
    course.title,
  )}</lom:string></lom:title></lom:general></lom:lom></metadata><organizations><organization identifier="o1" structure="rooted-hierarchy"><item identifier="root">${folders.join(
    '',
  )}</item></organization></organizations><resources>${listed.join('')}</resources></manifest>\n`;
  return { bytes: zipSync({ 'imsmanifest.xml': strToU8(manifest), ...parts }, { level: 6 }), notes };
}
