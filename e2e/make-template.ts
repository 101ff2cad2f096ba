import makeTemplate from '../scripts/jest-template.mjs';
import { makeVoice } from './voice';

/** The demo school that every journey starts from, its dates laid out around now. */
export default async function prepare(): Promise<void> {
  makeVoice();
  await makeTemplate();
}
