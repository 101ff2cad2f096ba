'use client';

import { Textarea, type TextareaProps } from '@mantine/core';
import type { CSSProperties } from 'react';
import classes from './growing-text.module.css';

/** Does the browser itself make a field as high as what is in it? Elsewhere a script measures it, three times at each key. */
const GROWS = typeof CSS === 'undefined' || CSS.supports('field-sizing', 'content');

/** A field for some lines: as high as what is in it, from `minRows` lines to `maxRows`. */
export function GrowingText({
  minRows = 1,
  maxRows,
  className = '',
  ...props
}: Omit<TextareaProps, 'autosize' | 'classNames' | 'styles' | 'className' | 'rows'> & {
  /** Of the field itself. */
  readonly className?: string;
}) {
  if (!GROWS)
    return (
      <Textarea {...props} autosize minRows={minRows} {...(maxRows && { maxRows })} classNames={{ input: className }} />
    );
  const rows = { '--least': minRows, ...(maxRows && { '--most': maxRows }) } as CSSProperties;
  return (
    <Textarea
      {...props}
      rows={minRows}
      classNames={{ input: `${classes.grows} ${className}` }}
      styles={{ input: rows }}
    />
  );
}
