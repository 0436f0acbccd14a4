/** Hands a text, or bytes, to the browser as a file. */
export function saveFile(name: string, type: string, content: string | Uint8Array): void {
  const part = typeof content === 'string' ? content : Uint8Array.from(content);
  const address = URL.createObjectURL(new Blob([part], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
