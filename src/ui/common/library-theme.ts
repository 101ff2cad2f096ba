import { type CSSVariablesResolver, createTheme } from '@mantine/core';

/** How the component library looks here. */
export const theme = createTheme({
  fontFamily: 'var(--text)',
  fontSizes: { xs: '13px', sm: '14px', md: '15px', lg: '17px', xl: '21px' },
  headings: { fontFamily: 'var(--display)', fontWeight: '500' },
  defaultRadius: 8,
  primaryColor: 'dark',
  cursorType: 'pointer',
  respectReducedMotion: true,
});

const SCHEME = {
  '--mantine-color-body': 'var(--sheet)',
  '--mantine-color-text': 'var(--ink)',
  '--mantine-color-dimmed': 'var(--ink-soft)',
  '--mantine-color-placeholder': 'var(--ink-soft)',
  '--mantine-color-default-border': 'var(--edge)',
  '--mantine-color-error': 'var(--thread)',
};

/** Its colours as ours. */
export const variables: CSSVariablesResolver = () => ({
  variables: {},
  light: SCHEME,
  dark: { ...SCHEME, '--mantine-color-default': 'var(--sheet)' },
});
