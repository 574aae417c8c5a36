import { Document, Page, Path, renderToBuffer, StyleSheet, Svg, Text, View } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import type { LabelSheet } from '#contract/labels.ts';
import type { Label } from '#core/store/label.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import { FAMILY, mm } from './fonts.ts';

const styles = StyleSheet.create({
  label: {
    position: 'absolute',
    flexDirection: 'row',
    padding: mm(2.5),
    gap: mm(2),
    overflow: 'hidden',
    fontFamily: FAMILY,
  },
  code: { fontWeight: 700 },
  stop: { fontWeight: 700, color: '#fff', backgroundColor: '#000', padding: 1.5, alignSelf: 'flex-start' },
});

/** A QR code as one path: sharp at every size, and fast. */
function qrPath(text: string): { path: string; size: number } {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  let path = '';
  for (let y = 0; y < modules.size; y++) {
    for (let x = 0; x < modules.size; x++) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`;
  }
  return { path, size: modules.size };
}

function Qr({ text, sizePt }: { text: string; sizePt: number }) {
  const { path, size } = qrPath(text);
  // a quiet zone of two modules, beside the label's own padding
  return (
    <Svg width={sizePt} height={sizePt} viewBox={`-2 -2 ${size + 4} ${size + 4}`}>
      <Path d={path} fill="#000" />
    </Svg>
  );
}

function OneLabel({
  label,
  url,
  sheet,
  at,
  reader,
}: {
  label: Label;
  url: string;
  sheet: LabelSheet;
  at: number;
  reader: Reader;
}) {
  const [w, h] = sheet.label;
  const column = at % sheet.across;
  const row = Math.floor(at / sheet.across);
  const small = h < 30;
  const fontSize = small ? 6.5 : h < 45 ? 7.5 : 10;
  const qrPt = mm(Math.min(h - 5, w * 0.4));
  return (
    <View
      style={[
        styles.label,
        {
          left: mm(sheet.margin[0] + column * sheet.pitch[0]),
          top: mm(sheet.margin[1] + row * sheet.pitch[1]),
          width: mm(w),
          height: mm(h),
          fontSize,
        },
      ]}
    >
      <Qr text={url} sizePt={qrPt} />
      <View style={{ flex: 1 }}>
        <Text style={[styles.code, { fontSize: fontSize * 1.7 }]}>{label.code}</Text>
        <Text style={label.notForDrinking ? styles.stop : styles.code}>
          {label.notForDrinking ? sayTo(reader, 'label.not-drinking') : sayTo(reader, label.grade)}
        </Text>
        {label.notForDrinking && !small && <Text>{sayTo(reader, label.grade)}</Text>}
        {label.lines.map(line => (
          <Text key={line.id}>{sayTo(reader, line)}</Text>
        ))}
        {!small && <Text>{label.where}</Text>}
      </View>
    </View>
  );
}

interface LabelsOptions {
  readonly labels: readonly Label[];
  readonly sheet: LabelSheet;
  readonly skip: number;
  /** Address of a container's page. */
  readonly urlOf: (label: Label) => string;
  readonly reader: Reader;
}

/** Label sheets as a PDF. */
export function labelsPdf({ labels, sheet, skip, urlOf, reader }: LabelsOptions): Promise<Buffer> {
  const perPage = sheet.across * sheet.down;
  const pages = Math.ceil((skip + labels.length) / perPage);
  return renderToBuffer(
    <Document title="Labels">
      {Array.from({ length: pages }, (_, page) => page).map(page => (
        <Page key={page} size={[mm(sheet.page[0]), mm(sheet.page[1])]}>
          {labels.map((label, i) => {
            const at = skip + i - page * perPage;
            return at >= 0 && at < perPage ? (
              <OneLabel
                key={label.container}
                label={label}
                url={urlOf(label)}
                sheet={sheet}
                at={at}
                reader={reader}
              />
            ) : null;
          })}
        </Page>
      ))}
    </Document>,
  );
}
