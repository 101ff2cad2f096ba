/** The open formats in which a document leaves, with their media types. */
export const EXPORT_FORMATS = {
  docx: 'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  odt: 'application/vnd.oasis.opendocument.text',
  md: 'text/markdown; charset=utf-8',
  html: 'text/html; charset=utf-8',
  pdf: 'application/pdf',
  txt: 'text/plain; charset=utf-8',
} as const;

export type ExportFormat = keyof typeof EXPORT_FORMATS;

export const isExportFormat = (value: string): value is ExportFormat => Object.hasOwn(EXPORT_FORMATS, value);
