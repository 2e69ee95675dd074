/** Gives the person a file to save, as a download of the browser. */
export function saveFile(name: string, type: string, content: string): void {
  saveBytes(name, type, content);
}

/** The same of bytes. */
export function saveBytes(name: string, type: string, content: BlobPart): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}
