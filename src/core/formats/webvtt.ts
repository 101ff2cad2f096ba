const TIMING = /^((\d{2,}:)?[0-5]\d:[0-5]\d\.\d{3})[ \t]+-->[ \t]+((\d{2,}:)?[0-5]\d:[0-5]\d\.\d{3})(?:[ \t]|$)/;

const seconds = (stamp: string): number => stamp.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);

/**
 * Are these captions: a file of WebVTT with at least one cue, each of which ends after it begins? (W3C, WebVTT: The Web Video Text
 * Tracks Format, section 4, "WebVTT file body" and "cue timings".)
 *
 * @param text the file, as UTF-8
 */
export function isWebVtt(text: string): boolean {
  const body = text.replace(/^\uFEFF/, '').replaceAll('\0', '\uFFFD');
  if (!/^WEBVTT(?:[ \t\n\r]|$)/.test(body)) return false;
  const timings = body.split(/\r\n|\n|\r/).filter((line) => line.includes('-->'));
  return (
    timings.length > 0 &&
    timings.every((line) => {
      const found = TIMING.exec(line);
      return found !== null && seconds(found[3] ?? '') > seconds(found[1] ?? '');
    })
  );
}
