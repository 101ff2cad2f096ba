/** Whether an address has the form of one that can be opened: a scheme, a host with a dot, nothing to hide in it. */
export function isAddress(text: string): boolean {
  if (!URL.canParse(text)) return false;
  const { protocol, hostname, username } = new URL(text);
  return /^https?:$/.test(protocol) && /^[^.\s].*\.[^.\s]+$/.test(hostname) && username === '';
}
