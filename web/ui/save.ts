/** Hands a file to the browser to be saved. */
export function saveFile(name: string, content: string | Blob, type = 'application/octet-stream'): void {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|\p{Cc}]/gu, ' ').trim() || 'Dessin';
  link.click();
  // The browser needs it until the download has begun.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
