/** Whether bytes are packed (a zip), as the spreadsheets of today are. */
export const isPacked = (bytes: Uint8Array): boolean =>
  bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4;

/** Bytes as text: UTF-8, UTF-16 of either order with or without its mark, else Windows-1252, as spreadsheets write it. */
export function decodeText(bytes: Uint8Array): string {
  const [first = 0, second = 0] = bytes;
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  const head = bytes.subarray(0, 512);
  // Text of our letters in UTF-16 has a zero in every other byte.
  const zeros = [0, 1].map((from) => head.filter((byte, i) => i % 2 === from && byte === 0).length);
  const most = head.length / 4;
  if ((zeros[1] ?? 0) > most && zeros[0] === 0) return new TextDecoder('utf-16le').decode(bytes);
  if ((zeros[0] ?? 0) > most && zeros[1] === 0) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** The same text with one kind of line end, blank and minus sign. */
export const plainText = (text: string): string =>
  text
    .replace(/^\ufeff/, '')
    .replace(/\r\n?/g, '\n')
    .replace(/[\u00a0\u2007\u202f]/g, ' ')
    .replace(/[\u200b\u2060]/g, '')
    .replace(/[\u2212\u2012\u2013](?=[\d.,])/g, '-');
