import type { ReactElement } from 'react';
import type { LabelSheet } from '#contract/labels.ts';
import { cautionsOf, type Label, linesToPrint } from '#core/areas/store/label.ts';
import { sayTo } from '#web/texts/catalogue.ts';
import type { Reader } from '#web/texts/format.ts';
import { Document, FAMILY, mm, Page, Qr, StyleSheet, Text, View } from './parts.ts';

const [PADDING_MM, GAP_MM] = [2.5, 2];
/** Round the words of a stop (pt). */
const STOP_PT = 1.5;

const styles = StyleSheet.create({
  label: {
    position: 'absolute',
    flexDirection: 'row',
    padding: mm(PADDING_MM),
    gap: mm(GAP_MM),
    overflow: 'hidden',
    fontFamily: FAMILY,
  },
  // a line keeps its height: what has no room is not there, it never lies over another
  line: { flexShrink: 0 },
  code: { flexShrink: 0, fontWeight: 700 },
  stop: {
    ...{ flexShrink: 0, fontWeight: 700, color: '#fff', backgroundColor: '#000' },
    ...{ padding: STOP_PT, alignSelf: 'flex-start' },
  },
});

/** The code stands out by so much; lines stand so far apart; a letter is so wide, and a word goes over whole (in its size). */
const [CODE, LINE, LETTER] = [1.7, 1.2, 0.56];
/** Smaller letters are read by nobody (pt). */
const [LEAST_PT, STEP_PT] = [5, 0.5];

const heightOf = (texts: readonly string[], sizePt: number, widthPt: number): number =>
  sizePt * CODE * LINE +
  2 * STOP_PT +
  texts.reduce((sum, text) => sum + Math.ceil((text.length * LETTER * sizePt) / widthPt) * sizePt * LINE, 0);

/** Lines in letters as large as there is room for; where there is none for all, the last are left out: the first say what it is. */
function fitted(texts: readonly string[], mostPt: number, widthPt: number, heightPt: number) {
  for (let sizePt = mostPt; sizePt >= LEAST_PT; sizePt -= STEP_PT)
    if (heightOf(texts, sizePt, widthPt) <= heightPt) return { sizePt, count: texts.length };
  let count = texts.length;
  while (count > 1 && heightOf(texts.slice(0, count), LEAST_PT, widthPt) > heightPt) count--;
  return { sizePt: LEAST_PT, count };
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
  const qrPt = mm(Math.min(h - 5, w * 0.4));
  const heads = [
    sayTo(reader, label.notForDrinking ? 'label.not-drinking' : label.grade),
    ...(label.notForDrinking && !small ? [sayTo(reader, label.grade)] : []),
  ];
  const texts = [
    ...heads,
    ...linesToPrint(label).map(line => sayTo(reader, line)),
    ...(small ? [] : [label.where]),
  ];
  const { sizePt, count } = fitted(
    texts,
    small ? 6.5 : h < 45 ? 7.5 : 10,
    mm(w - 2 * PADDING_MM - GAP_MM) - qrPt,
    mm(h - 2 * PADDING_MM),
  );
  // what nobody may miss is not left out in silence
  const shown =
    count < heads.length + cautionsOf(label)
      ? [...texts.slice(1, count - 1), sayTo(reader, 'label.more')]
      : texts.slice(1, count);
  return (
    <View
      style={[
        styles.label,
        {
          left: mm(sheet.margin[0] + column * sheet.pitch[0]),
          top: mm(sheet.margin[1] + row * sheet.pitch[1]),
          width: mm(w),
          height: mm(h),
          fontSize: sizePt,
          lineHeight: LINE,
        },
      ]}
    >
      <Qr text={url} sizePt={qrPt} />
      <View style={{ flex: 1 }}>
        <Text style={[styles.code, { fontSize: sizePt * CODE, lineHeight: LINE }]}>{label.code}</Text>
        <Text style={label.notForDrinking ? styles.stop : styles.code}>{heads[0]}</Text>
        {shown.map(text => (
          <Text key={text} style={styles.line}>
            {text}
          </Text>
        ))}
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
