import type { NextConfig } from 'next';

const config: NextConfig = {
  // A native module: left to Node, not bundled.
  serverExternalPackages: ['libsql', 'pino'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // Types are checked by `npm test`, over the tests as well; a start need not wait for that.
  typescript: { ignoreBuildErrors: true },
  headers: async () => [{
    source: '/:path*',
    headers: [
      { key: 'X-Content-Type-Options', value: 'nosniff' },
      { key: 'Referrer-Policy', value: 'same-origin' },
      { key: 'X-Frame-Options', value: 'DENY' },
    ],
  }],
};

export default config;
