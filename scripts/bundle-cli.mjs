// Bundles the command line into one file that runs without node_modules.
import { build } from 'esbuild';
import { chmodSync, readFileSync } from 'node:fs';

const { version } = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8'));

await build({
  entryPoints: ['src/cli/main.ts'],
  outfile: 'dist/andante.cjs',
  bundle: true,
  platform: 'node',
  format: 'cjs',
  target: 'node20',
  minifySyntax: true,
  legalComments: 'none',
  banner: { js: '#!/usr/bin/env node' },
  define: { ANDANTE_VERSION: JSON.stringify(version) },
});
chmodSync('dist/andante.cjs', 0o755);
