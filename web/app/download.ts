/** Hands a file to the person. */
export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

const NS = 'http://www.w3.org/2000/svg';

/** The drawing on its own: with its textures, its colours written out, and plain text for its names. */
export function sectionSvg(drawing: SVGSVGElement): string {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', NS);
  for (const patterns of document.querySelectorAll('svg > defs')) copy.prepend(patterns.cloneNode(true));
  for (const name of copy.querySelectorAll('foreignObject')) {
    const text = document.createElementNS(NS, 'text');
    text.setAttribute('x', String(Number(name.getAttribute('x')) + 4));
    text.setAttribute('y', String(Number(name.getAttribute('y')) + 14));
    text.setAttribute('font-size', '13');
    text.setAttribute('font-family', 'sans-serif');
    text.setAttribute('font-weight', '700');
    text.setAttribute('fill', 'var(--slate)');
    text.textContent = name.textContent;
    name.replaceWith(text);
  }
  const style = getComputedStyle(document.documentElement);
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[\w-]+)\)/g, (_, token: string) => style.getPropertyValue(token).trim());
}

/** The same as a picture, at twice its size. */
export async function sectionPng(drawing: SVGSVGElement): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(sectionSvg(drawing))}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = drawing.clientWidth * 2;
  canvas.height = drawing.clientHeight * 2;
  const paper = canvas.getContext('2d')!;
  paper.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--chalk');
  paper.fillRect(0, 0, canvas.width, canvas.height);
  paper.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(blob => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/png'),
  );
}
