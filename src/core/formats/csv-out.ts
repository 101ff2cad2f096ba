/** Signs with which a program for tables begins a formula: such words stand behind an apostrophe, as a text. */
const FORMULA = /^[=+\-@\t\r]/;

const field = (value: string | number | null): string => {
  if (typeof value === 'number') return String(value);
  const text = value === null ? '' : FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
};

/** A table as text with commas (RFC 4180) in UTF-8, with the mark by which office programs know that. */
export const csvOf = (rows: readonly (readonly (string | number | null)[])[]): string =>
  `\ufeff${rows.map((row) => row.map(field).join(',')).join('\r\n')}\r\n`;
