/**
 * Lets the browser save a file with a text on which the analysis fails, and with its error, for a report to the
 * developers.
 */
export function saveReport(error: string, text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(
    new Blob([`The analysis failed: ${error}\n\nThe plan:\n\n${text}`], { type: 'text/plain' }),
  );
  link.download = 'andante-report.txt';
  link.click();
  URL.revokeObjectURL(link.href);
}
