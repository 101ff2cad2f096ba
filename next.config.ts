import type { NextConfig } from 'next';
import createNextIntlPlugin from 'next-intl/plugin';

const config: NextConfig = {
  // What follows `yjs` is left as it is, since to put it together takes long: whatever has no React in it may stand here. A browser
  // is given it as before.
  serverExternalPackages: [
    '@electric-sql/pglite',
    'fs-native-extensions',
    'ws',
    'yjs',
    'mathjax-full',
    'docx',
    'mammoth',
    'fontkit',
    '@cantoo/pdf-lib',
    '@e965/xlsx',
    'compromise',
    'katex',
    'htmlparser2',
    'mediabunny',
    'pdfjs-dist',
    'marked',
    '@tus/server',
    '@tus/file-store',
    'tus-js-client',
    '@tiptap/core',
    '@tiptap/extension-collaboration',
    '@tiptap/pm',
    '@tiptap/starter-kit',
    '@tiptap/y-tiptap',
    'fflate',
    'papaparse',
    'nspell',
    'bidi-js',
    'double-metaphone',
    'uqr',
  ],
  poweredByHeader: false,
  // The version stands in the address.
  headers: async () => [
    { source: '/pdfjs/:path*', headers: [{ key: 'cache-control', value: 'public, max-age=31536000, immutable' }] },
  ],
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
  // It runs where it was built: nobody needs lists of what each page would take along.
  outputFileTracingExcludes: { '**/*': ['**/*'] },
  experimental: {
    // A page is loaded when it is first asked for: to load them all takes as long as everything else at a start.
    preloadEntriesOnStart: false,
    optimizePackageImports: ['@mantine/core', '@mantine/hooks'],
    // A first build is what most people wait for: keeping what was compiled, and maps of it that nobody reads, takes a
    // third of it. Who builds again and again says KITE_BUILD_CACHE=1.
    turbopackFileSystemCacheForBuild: process.env.KITE_BUILD_CACHE === '1',
    turbopackSourceMaps: false,
    // What is said of an error of the server names its functions.
    turbopackMinify: { server: false, client: true },
  },
};

const withWords = createNextIntlPlugin({
  requestConfig: './src/i18n/request.ts',
  experimental: { messages: { path: './messages', format: 'json', locales: 'infer', precompile: true } },
})(config);
const { turbopack } = withWords;

export default {
  ...withWords,
  turbopack: {
    ...turbopack,
    resolveAlias: { ...turbopack?.resolveAlias, 'use-intl/format-message': './src/i18n/format-message.ts' },
  },
} satisfies NextConfig;
