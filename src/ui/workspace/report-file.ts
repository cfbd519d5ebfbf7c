/**
 * Lets the browser save a file with a text that the analysis fails on, and with what it failed with, to be sent to
 * those who can mend it.
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
