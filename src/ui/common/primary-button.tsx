'use client';

import { Button, type ButtonProps } from '@mantine/core';
import type { ComponentPropsWithoutRef } from 'react';
import classes from './primary-button.module.css';

type Props = ButtonProps & Omit<ComponentPropsWithoutRef<'button'>, keyof ButtonProps>;

/** The one button of a screen that does what the screen is for. */
export function PrimaryButton({ className, ...props }: Props) {
  return <Button {...props} classNames={{ root: `${classes.primary} ${className ?? ''}` }} />;
}

/** Any other button. */
export function QuietButton({ className, ...props }: Props) {
  return <Button variant="default" {...props} classNames={{ root: `${classes.quiet} ${className ?? ''}` }} />;
}
