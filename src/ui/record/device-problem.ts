/** Why a microphone or a camera gives nothing: not allowed, not there, used by something else, no room, or broken. */
export type DeviceProblem = 'refused' | 'missing' | 'in-use' | 'storage' | 'broke';

const NAMES: Readonly<Record<string, DeviceProblem>> = {
  NotAllowedError: 'refused',
  SecurityError: 'refused',
  NotFoundError: 'missing',
  OverconstrainedError: 'missing',
  NotReadableError: 'in-use',
  AbortError: 'in-use',
  QuotaExceededError: 'storage',
};

/** What an error of the browser's means (W3C, Media Capture and Streams, 10.4 "getUserMedia()"). */
export const deviceProblem = (error: unknown): DeviceProblem =>
  NAMES[(error as { name?: string } | null)?.name ?? ''] ?? 'broke';
