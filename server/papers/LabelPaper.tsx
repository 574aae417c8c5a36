import type { ReactElement } from 'react';
import type { LabelSheet } from '#contract/labels.ts';
import type { Label } from '#core/areas/store/label.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import { Document, FAMILY, mm, Page, Qr, StyleSheet, Text, View } from './parts.ts';

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

/** Sheets of labels. */
export function labelsPaper({ labels, sheet, skip, urlOf, reader }: LabelsOptions): ReactElement {
  const perPage = sheet.across * sheet.down;
  const pages = Math.ceil((skip + labels.length) / perPage);
  return (
    <Document title="Labels">
      {Array.from({ length: pages }, (_, page) => {
        const first = page * perPage - skip;
        return (
          <Page key={first} size={[mm(sheet.page[0]), mm(sheet.page[1])]}>
            {labels.slice(Math.max(0, first), first + perPage).map((label, i) => (
              <OneLabel
                key={label.container}
                label={label}
                url={urlOf(label)}
                sheet={sheet}
                at={i - Math.min(0, first)}
                reader={reader}
              />
            ))}
          </Page>
        );
      })}
    </Document>
  );
}
