'use client';

import { createTheme, DirectionProvider, MantineProvider } from '@mantine/core';
import type { ReactNode } from 'react';

const theme = createTheme({
  fontFamily: 'var(--text)',
  fontSizes: { xs: '13px', sm: '14px', md: '15px', lg: '17px', xl: '21px' },
  headings: { fontFamily: 'var(--display)', fontWeight: '500' },
  defaultRadius: 8,
  primaryColor: 'dark',
  cursorType: 'pointer',
  respectReducedMotion: true,
});

/** Theme, colour scheme and direction for everything below. */
export function Theme({ direction, children }: { direction: 'ltr' | 'rtl'; children: ReactNode }) {
  return (
    <DirectionProvider initialDirection={direction} detectDirection={false}>
      <MantineProvider
        theme={theme}
        defaultColorScheme="auto"
        cssVariablesResolver={() => ({
          variables: {},
          light: {
            '--mantine-color-body': 'var(--sheet)',
            '--mantine-color-text': 'var(--ink)',
            '--mantine-color-dimmed': 'var(--ink-soft)',
            '--mantine-color-placeholder': 'var(--ink-soft)',
            '--mantine-color-default-border': 'var(--edge)',
            '--mantine-color-error': 'var(--thread)',
          },
          dark: {
            '--mantine-color-body': 'var(--sheet)',
            '--mantine-color-text': 'var(--ink)',
            '--mantine-color-dimmed': 'var(--ink-soft)',
            '--mantine-color-placeholder': 'var(--ink-soft)',
            '--mantine-color-default': 'var(--sheet)',
            '--mantine-color-default-border': 'var(--edge)',
            '--mantine-color-error': 'var(--thread)',
          },
        })}
      >
        {children}
      </MantineProvider>
    </DirectionProvider>
  );
}
