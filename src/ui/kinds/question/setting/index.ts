import type { ComponentType } from 'react';
import type { QuestionName } from '@/core/kinds/question';
import { SetOne, SetSeveral, SetTruth } from './choosing';
import { SetGaps } from './gaps';
import type { QuestionSetting, SettingProps } from './kind';
import { SetLong } from './long';
import { SetMatch, SetOrder, SetScale } from './placing';
import { SetPoint } from './point';
import { SetFile, SetNumber, SetShort } from './typing';

/** How each kind of question is set. */
const SETTINGS: { readonly [Name in QuestionName]: QuestionSetting<Name> } = {
  one: SetOne,
  several: SetSeveral,
  truth: SetTruth,
  short: SetShort,
  number: SetNumber,
  long: SetLong,
  gaps: SetGaps,
  match: SetMatch,
  order: SetOrder,
  point: SetPoint,
  scale: SetScale,
  file: SetFile,
};

export const settingOf = (name: QuestionName): ComponentType<SettingProps<unknown>> =>
  SETTINGS[name] as unknown as ComponentType<SettingProps<unknown>>;
