import { create } from 'qrcode/lib/core/qrcode.js';

/** Width of the light margin that readers need around a symbol, in modules (ISO/IEC 18004, 5.3.8). */
const quiet = 4;

/** Most characters of a URL that get a symbol: longer ones make it too fine for a phone. */
const longest = 600;

/** A QR code (ISO/IEC 18004) as parts of an SVG image: its size and one path; null for a URL that is too long. */
export function qrCode(url: string): { readonly size: number; readonly path: string } | null {
  if (url.length > longest) return null;
  const { size, data } = create(url, { errorCorrectionLevel: 'M' }).modules;
  let path = '';
  for (let row = 0; row < size; row++) {
    for (let column = 0; column < size; column++) {
      if (!data[row * size + column]) continue;
      let end = column;
      while (end < size && data[row * size + end]) end++;
      path += `M${column + quiet} ${row + quiet}h${end - column}v1h${column - end}z`;
      column = end;
    }
  }
  return { size: size + 2 * quiet, path };
}
