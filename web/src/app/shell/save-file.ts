/** Hands a text to the browser as a file to save; works with no server in reach. */
export function saveFile(document: Document, name: string, type: string, text: string): void {
  saveBlob(document, name, new Blob([text], { type }));
}

export function saveBlob(document: Document, name: string, content: Blob): void {
  const address = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  // The browser reads the file after the click is over.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
