/** The files of the letters that every screen begins with: fetched beside its styles, and not after them. */
export const FONT_FILES: Readonly<Record<'ltr' | 'rtl', readonly string[]>> = {
  ltr: [
    new URL(
      '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
      import.meta.url,
    ).href,
    new URL('@fontsource-variable/readex-pro/files/readex-pro-latin-wght-normal.woff2', import.meta.url).href,
  ],
  rtl: [
    new URL('@fontsource-variable/readex-pro/files/readex-pro-arabic-wght-normal.woff2', import.meta.url).href,
    new URL('@fontsource-variable/readex-pro/files/readex-pro-latin-wght-normal.woff2', import.meta.url).href,
  ],
};
