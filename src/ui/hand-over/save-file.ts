/** Lets the browser save a file. */
export function saveFile(name: string, content: BlobPart, type = 'application/octet-stream'): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([content], { type }));
  link.download = name;
  link.click();
  // The browser reads the address after this task.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

/** The most pixels in one direction that browsers draw. */
const mostPixels = 16_000;

/**
 * Draws an SVG image as PNG, twice as large on screens that need it, and smaller if it would be too large for a
 * browser.
 *
 * @throws Error if the browser cannot draw it
 */
export async function pngOf(svg: string): Promise<Blob> {
  const image = new Image();
  const address = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    image.src = address;
    await image.decode();
    const scale = Math.min(2, mostPixels / image.naturalWidth, mostPixels / image.naturalHeight);
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.naturalWidth * scale);
    canvas.height = Math.round(image.naturalHeight * scale);
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (!png) throw new Error('The browser cannot draw a picture of this size.');
    return png;
  } finally {
    URL.revokeObjectURL(address);
  }
}
