import makeTemplate from '../scripts/jest-template.mjs';

/** The demo school that every journey starts from, its dates laid out around now. */
export default async function prepare(): Promise<void> {
  await makeTemplate();
}
