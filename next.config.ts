import { existsSync } from 'node:fs';
import type { NextConfig } from 'next';
import { maximumBodyBytes } from './src/core/base/limits';

const config: NextConfig = {
  // A native module: left to Node, not bundled.
  serverExternalPackages: ['libsql', 'pino'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  experimental: {
    // A body that is cut off by the framework would be refused as "no JSON"; our own limit says what is wrong.
    proxyClientMaxBodySize: maximumBodyBytes + 1024 * 1024,
    // A cache makes the first build a third slower and later ones twice as fast. Most people build once.
    turbopackFileSystemCacheForBuild: existsSync('.next/BUILD_ID'),
  },
  // Types are checked by `npm test`, over the tests as well; a start need not wait for that.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'same-origin' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
        { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
      ],
    },
  ],
};

export default config;
