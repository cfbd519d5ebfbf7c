/** From a file's lines to URLs: one a line, or the requests of an access log. */

/**
 * The request line in an entry of a common or combined log (RFC 9112, section 3): method, target, version, in quotes.
 */
const request = /"[A-Z]{3,10} (\S+)(?: HTTP\/\d(?:\.\d)?)?"/;

/** The URL in a line: the target of a request if it has one, otherwise the whole line; null if it is empty. */
export function urlIn(line: string): string | null {
  if (line.includes('"')) {
    const logged = request.exec(line);
    if (logged) return logged[1]!;
  }
  const text = line.trim();
  return text === '' ? null : text;
}

/** Longer lines than this are cut: no URL is that long, and memory has an end. */
export const longestLine = 1 << 20;

/** Cuts a stream of text into lines, with any line ends; an unfinished line waits for the next piece. */
export class LineCutter {
  private rest = '';
  /** Whether the line that is being read is longer than is kept. */
  private isCut = false;

  push(text: string, each: (line: string) => void): void {
    let begin = 0;
    for (let end = text.indexOf('\n'); end >= 0; end = text.indexOf('\n', begin)) {
      this.take(text, begin, end);
      this.emit(each);
      begin = end + 1;
    }
    this.take(text, begin, text.length);
  }

  /** The last line, if no line end follows. */
  end(each: (line: string) => void): void {
    if (this.rest !== '') this.emit(each);
  }

  private take(text: string, begin: number, end: number): void {
    if (this.isCut || begin === end) return;
    const room = longestLine - this.rest.length;
    if (end - begin > room) this.isCut = true;
    const part = text.slice(begin, Math.min(end, begin + room));
    this.rest = this.rest === '' ? part : this.rest + part;
  }

  private emit(each: (line: string) => void): void {
    const line = this.rest;
    this.rest = '';
    this.isCut = false;
    each(line.endsWith('\r') ? line.slice(0, -1) : line);
  }
}

/** Thrown if a row of a CSV file is too long: a row whose quotation mark is never closed is as long as the file. */
export class RowTooLong extends Error {
  constructor() {
    super('A row of the file is longer than 1 MiB. Is a quotation mark not closed?');
  }
}

/** Watches how far a CSV file is read, piece by piece, and how far its whole rows go. */
export class RowWatch {
  private since = 0;
  private rowsEnd = 0;

  /**
   * @param read length of the piece
   * @param rowsEnd end of the last whole row, in the file
   * @throws {RowTooLong} if no row has ended for too long
   */
  piece(read: number, rowsEnd: number): void {
    this.since = rowsEnd > this.rowsEnd ? 0 : this.since + read;
    this.rowsEnd = rowsEnd;
    if (this.since > longestLine) throw new RowTooLong();
  }
}
