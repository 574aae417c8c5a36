declare module 'fontkit' {
  /** A font file, opened. */
  export interface Font {
    hasGlyphForCodePoint(codePoint: number): boolean;
  }
  export function openSync(file: string): Font;
}
