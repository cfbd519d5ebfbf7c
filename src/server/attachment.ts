/**
 * A file to download. Its name is given twice, plain and in UTF-8 (RFC 6266, section 4.3).
 *
 * @param name its content in words
 */
export function attachment(content: string, type: string, name: string, extension: string): Response {
  const file = `${
    name
      .trim()
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'plan'
  }.${extension}`;
  const ascii = file.replace(/[^\x20-\x7e]/g, '_');
  return new Response(content, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${ascii}"; filename*=UTF-8''${encodeURIComponent(file)}`,
      'cache-control': 'no-store',
    },
  });
}
