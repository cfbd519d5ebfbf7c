// Bundles the command line into one file that runs without node_modules: dist/andante.cjs, or the file that is named.
import { build } from 'esbuild';
import { chmodSync, readFileSync } from 'node:fs';

const { version } = JSON.parse(readFileSync(new URL('../package.json', import.meta.url), 'utf8'));

const outfile = process.argv[2] ?? 'dist/andante.cjs';

await build({
  entryPoints: ['src/cli/main.ts'],
  outfile,
  bundle: true,
  platform: 'node',
  format: 'cjs',
  target: 'node20',
  minifySyntax: true,
  legalComments: 'none',
  banner: { js: '#!/usr/bin/env node' },
  define: { ANDANTE_VERSION: JSON.stringify(version) },
});
chmodSync(outfile, 0o755);
