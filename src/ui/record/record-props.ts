import type { SettingsOf } from '@/core/kinds/step';
import type { Recorder } from './use-recorder';

/** What a recorder's screen is given. */
export interface RecordProps {
  readonly title: string;
  readonly settings: SettingsOf<'record'>;
  readonly recorder: Recorder;
  /** Sends what was recorded to the school; it goes along from then on. */
  readonly keep: () => void;
  /** How much of it was sent, 0 to 1; `null` while nothing is. */
  readonly sending: number | null;
  /** The code of what held it up; `null` for nothing. */
  readonly held: string | null;
}
