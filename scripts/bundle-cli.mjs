// Bundles the command line into one file that runs without node_modules: dist/andante.cjs, or the file that is named.
import { build } from 'esbuild';
import { chmodSync, readFileSync } from 'node:fs';
import { exportParts } from './export-parts.mjs';

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
  minifyWhitespace: true,
  legalComments: 'none',
  banner: { js: '#!/usr/bin/env node' },
  define: { ANDANTE_VERSION: JSON.stringify(version), ANDANTE_EXPORT_PARTS: JSON.stringify(await exportParts()) },
});
chmodSync(outfile, 0o755);
