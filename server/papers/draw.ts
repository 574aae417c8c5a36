import { type DocumentProps, Font, Path, renderToBuffer, Svg } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import { createElement, type ReactElement } from 'react';
import { faces } from './fonts.ts';
import { printable } from './letters.ts';
import { QR, type QrCode } from './parts.ts';
import type { Drawn, Part } from './tree.ts';

for (const { family, file } of Object.values(faces).flat()) {
  Font.register({
    family,
    fonts: ([400, 700] as const).map(weight => ({ src: file(weight), fontWeight: weight })),
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
  if (typeof part === 'string') return printable(part);
  const { type, props, children } = part;
  if (type === QR) return createElement(DrawnQr, props as unknown as QrCode);
  return createElement(type, props, ...children.map(elementOf));
}

/** The bytes of a paper's PDF. */
export const pdfOf = (paper: Part): Promise<Buffer> =>
  renderToBuffer(elementOf(paper) as ReactElement<DocumentProps>);
