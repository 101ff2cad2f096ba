'use client';

import { DirectionProvider, MantineProvider } from '@mantine/core';
import type { ReactNode } from 'react';
import { theme } from './library-theme';

/**
 * Theme, colour scheme and direction for everything below. The variables of the library stand in a file that browsers keep
 * (`library-variables.css`), and not in every page.
 */
export function Theme({ direction, children }: { direction: 'ltr' | 'rtl'; children: ReactNode }) {
  return (
    <DirectionProvider initialDirection={direction} detectDirection={false}>
      <MantineProvider theme={theme} defaultColorScheme="auto" withCssVariables={false} withGlobalClasses={false}>
        {children}
      </MantineProvider>
    </DirectionProvider>
  );
}
