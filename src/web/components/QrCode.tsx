import QRCode from 'qrcode';
import { useMemo } from 'react';

/** Modules of quiet about a code, as ISO/IEC 18004 wants. */
const QUIET = 4;

/** A QR code, drawn as one path; `text` is what a scan reads. */
export function QrCode({ text, size }: { text: string; size: number }) {
  const { side, path } = useMemo(() => {
    const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
    const dark = Array.from({ length: modules.size ** 2 }, (_, n) => n).filter((n) => modules.data[n]);
    return {
      side: modules.size + 2 * QUIET,
      path: dark.map((n) => `M${(n % modules.size) + QUIET} ${Math.floor(n / modules.size) + QUIET}h1v1h-1z`).join(''),
    };
  }, [text]);
  return (
    <svg
      className="qr"
      role="img"
      aria-label={`QR code: ${text}`}
      width={size}
      height={size}
      viewBox={`0 0 ${side} ${side}`}
      shapeRendering="crispEdges"
    >
      <rect width={side} height={side} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
