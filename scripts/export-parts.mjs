// The parts of exported files that the core cannot read itself (src/core/export/job/job.ts): fonts, and the script and
// the style of the prototype.
import { build } from 'esbuild';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const at = (path) => fileURLToPath(new URL(`../${path}`, import.meta.url));
const font = (family, weight) =>
  readFileSync(
    at(`node_modules/@fontsource/ibm-plex-${family}/files/ibm-plex-${family}-latin-${weight}-normal.woff2`),
  ).toString('base64');

export async function exportParts() {
  const { outputFiles } = await build({
    entryPoints: [at('src/prototype/main.tsx')],
    bundle: true,
    write: false,
    outdir: 'out',
    minify: true,
    format: 'iife',
    target: 'es2022',
    legalComments: 'none',
  });
  const made = (ending) => outputFiles.find(({ path }) => path.endsWith(ending)).text;
  return {
    prototype: { script: made('.js'), style: made('.css') },
    fonts: {
      sans: font('sans', 400),
      sansBold: font('sans', 600),
      mono: font('mono', 400),
      monoBold: font('mono', 600),
    },
  };
}
