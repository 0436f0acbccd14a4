import QRCode from 'qrcode';

/** Modules of quiet about a code, as ISO/IEC 18004 wants. */
const QUIET = 4;

/** A QR code of level M as one path of unit squares, on a square of so many units. */
export function qrPath(text: string): { side: number; path: string } {
  const { size, data } = QRCode.create(text, { errorCorrectionLevel: 'M' }).modules;
  const dark = Array.from({ length: size ** 2 }, (_, n) => n).filter((n) => data[n]);
  return {
    side: size + 2 * QUIET,
    path: dark.map((n) => `M${(n % size) + QUIET} ${Math.floor(n / size) + QUIET}h1v1h-1z`).join(''),
  };
}

/** The same as an SVG file. */
export function qrSvg(text: string): string {
  const { side, path } = qrPath(text);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${side} ${side}"><rect width="${side}" height="${side}" fill="#ffffff"/><path d="${path}" fill="#000000"/></svg>`;
}
