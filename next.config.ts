import type { NextConfig } from 'next';
import createNextIntlPlugin from 'next-intl/plugin';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'fs-native-extensions', 'ws', 'yjs'],
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
  experimental: { optimizePackageImports: ['@mantine/core', '@mantine/hooks'] },
};

export default createNextIntlPlugin('./src/i18n/request.ts')(config);
