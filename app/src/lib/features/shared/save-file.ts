/** Gives bytes or text to the person as a file. `name` is a safe one. */
export function saveFile(
  name: string,
  content: Uint8Array | string,
  type = 'application/octet-stream'
): void {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // the browser needs it for a moment more
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
