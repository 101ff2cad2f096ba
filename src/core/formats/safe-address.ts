/** An address that may stand in a document that leaves us: for pages, mail, and nothing that runs. */
export const safeAddress = (href: unknown): string | null =>
  typeof href === 'string' && /^(https?:\/\/|mailto:)/i.test(href) ? href : null;
