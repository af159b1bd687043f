/** Gives a file to the browser, which saves it as it saves all downloads. */
export function saveFile(content: string | Uint8Array, name: string, type = 'text/plain'): void {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken it by the next turn.
  setTimeout(() => URL.revokeObjectURL(url), 0);
}
