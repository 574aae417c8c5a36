import { createRequire } from 'node:module';
import { type DocumentProps, Font, Path, renderToBuffer, Svg } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import { createElement, type ReactElement } from 'react';
import { QR, type QrCode } from './parts.ts';
import type { Drawn, Part } from './tree.ts';

// The fonts of the application, for what is printed: static files, each subset under a name of its own.

const require = createRequire(import.meta.url);
const font = (weight: number, subset: string) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`,
  );
for (const subset of ['latin', 'latin-ext']) {
  Font.register({
    family: subset,
    fonts: [400, 700].map(fontWeight => ({ src: font(fontWeight, subset), fontWeight })),
  });
}
// codes and names are not broken in the middle
Font.registerHyphenationCallback(word => [word]);

/** A QR code as one path: sharp at every size, and fast; a quiet zone of two modules, beside the label's own padding. */
function DrawnQr({ text, sizePt }: QrCode) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let y = 0; y < modules.size; y++) {
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`;
  }
  const viewBox = `-2 -2 ${modules.size + 4} ${modules.size + 4}`;
  return createElement(
    Svg,
    { width: sizePt, height: sizePt, viewBox },
    createElement(Path, { d: path, fill: '#000' }),
  );
}

function elementOf(part: Drawn): ReactElement | string {
  if (typeof part === 'string') return part;
  const { type, props, children } = part;
  if (type === QR) return createElement(DrawnQr, props as unknown as QrCode);
  return createElement(type, props, ...children.map(elementOf));
}

/** The bytes of a paper's PDF. */
export const pdfOf = (paper: Part): Promise<Buffer> =>
  renderToBuffer(elementOf(paper) as ReactElement<DocumentProps>);
