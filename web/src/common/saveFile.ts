/** Lets the browser save a text as a file. @param type its media type. */
export function saveFile(name: string, type: string, content: string): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  Object.assign(document.createElement('a'), { href: address, download: name }).click();
  URL.revokeObjectURL(address);
}
