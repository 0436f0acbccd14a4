import { useMemo } from 'react';
import { qrPath } from '../../record/cards/qr.ts';

/** A QR code, drawn as one path; `text` is what a scan reads. */
export function QrCode({ text, size }: { text: string; size: number }) {
  const { side, path } = useMemo(() => qrPath(text), [text]);
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
