import formatOnly from 'use-intl/format-message/format-only';

/**
 * Formats a message that the build has taken to pieces; it stands in for what does both (`next.config.ts`). A message of which
 * nothing is left, as a name that is not said yet, comes as an empty list there, which is taken for no text at all.
 */
function formatMessage(...given: Parameters<typeof formatOnly>): ReturnType<typeof formatOnly> {
  const said = formatOnly(...given);
  return Array.isArray(said) && said.length === 0 ? '' : said;
}

// None can be had as it was written.
formatMessage.raw = false;

export default formatMessage;
