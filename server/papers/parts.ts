import type * as Pdf from '@react-pdf/renderer';
import type { FC } from 'react';
import { faces } from './fonts.ts';

// What a paper is made of, by the names that its writer knows (a test compares them). A paper is put together beside the
// server's loop and drawn in a process of its own: the writer itself, which is large, is loaded there only.

const named = <T>(name: string): T => name as unknown as T;

export const Document = named<typeof Pdf.Document>('DOCUMENT');
export const Page = named<typeof Pdf.Page>('PAGE');
export const View = named<typeof Pdf.View>('VIEW');
export const Text = named<typeof Pdf.Text>('TEXT');
export const Svg = named<typeof Pdf.Svg>('SVG');
export const Line = named<typeof Pdf.Line>('LINE');
export const Polyline = named<typeof Pdf.Polyline>('POLYLINE');
export const Rect = named<typeof Pdf.Rect>('RECT');

/** Styles by name, checked for what the writer knows. */
export const StyleSheet = { create: styles => styles } as Pick<typeof Pdf.StyleSheet, 'create'>;

/** A text as a QR code, and its side (pt): drawn where the paper is drawn. */
export interface QrCode {
  readonly text: string;
  readonly sizePt: number;
}
export const QR = 'QR';
export const Qr = named<FC<QrCode>>(QR);

/** The families of every page, of all scripts; its type knows one name, and the writer takes several. */
export const FAMILY = Object.values(faces)
  .flat()
  .map(face => face.family) as unknown as string;

const PT_PER_MM = 72 / 25.4;
/** Millimetres in points. */
export const mm = (value: number): number => value * PT_PER_MM;
