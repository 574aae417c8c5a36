import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { type LabelSheetId, labelSheetIds, labelSheets } from '#contract/labels.ts';
import { labelOf, saysOf } from '#core/areas/store/label.ts';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { download } from '../../app/download.ts';
import { askLabels } from '../../app/labelPdf.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import { pageLanguage } from '../../texts/languages.ts';
import { useSay } from '../../texts/texts.ts';
import { Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { tapeText } from '../../ui/tape.ts';
import { isOwn, isWeb } from './ownAddress.ts';

type Which = 'these' | 'changed' | 'all';

/** The blanks of a printing. */
interface Printing {
  readonly which: Which;
  readonly sheet: LabelSheetId;
  readonly first: number | undefined;
  readonly address: string;
}

interface Props {
  readonly only?: readonly string[];
  readonly onClose: () => void;
}

/** The labels that are printed: these, those that changed since they were printed, or all; in the order of their codes. */
function useLabels(which: Which, only: readonly string[] | undefined) {
  const facts = useFacts();
  const { containers } = useWaterState();
  return useMemo(() => {
    const all = Object.values(facts.container)
      .sort((a, b) => (a.code < b.code ? -1 : 1))
      .flatMap(container => {
        const state = containers[container.id];
        return state ? [{ container, label: labelOf(facts, container, state) }] : [];
      });
    if (which === 'these') return all.filter(l => only?.includes(l.container.id));
    return which === 'all' ? all : all.filter(l => saysOf(l.label) !== l.container.label?.says);
  }, [facts, containers, which, only]);
}
type Labels = ReturnType<typeof useLabels>;

const placesOn = (sheet: LabelSheetId): number => labelSheets[sheet].across * labelSheets[sheet].down;

/** Prints labels and records what each says; the address goes with the group where it is more than this machine's own. */
function useMake({ onClose }: Props): (labels: Labels, printing: Printing) => Promise<void> {
  const say = useSay();
  const { group } = useFacts();
  const { units } = useReader();
  const { recordAndTell } = useRecord();
  return async (labels, { sheet, first, address }) => {
    const containers = labels.map(l => l.container.id);
    const skip = Math.min(placesOn(sheet), first ?? 1) - 1;
    const made = await askLabels({ containers, sheet, skip, address, units, language: pageLanguage.tag });
    if (typeof made === 'string') {
      toast.error(say('problem.not-recorded', { title: made }));
      return;
    }
    download(made, 'labels.pdf');
    const drafts: Draft[] = labels.map(l =>
      draft('label.printed', l.container.id, { says: saysOf(l.label) }),
    );
    // a machine's own address is nobody else's
    if (address !== group.address && !isOwn(address)) drafts.push(draft('group.set', 'group', { address }));
    await recordAndTell(drafts, say('labels.told'));
    onClose();
  };
}

/** Label sheets as a PDF; only what changed since it was printed, unless all are asked for. */
export function LabelDialog(props: Props) {
  const { only, onClose } = props;
  const say = useSay();
  const facts = useFacts();
  const make = useMake(props);
  const blanks = useBlanks<Printing>('labels', () => ({
    ...{ which: only ? 'these' : 'changed', sheet: only?.length === 1 ? 'single' : 'a4-24', first: 1 },
    address: facts.group.address ?? location.origin,
  }));
  const { which, first, address } = blanks.values;
  const labels = useLabels(which, only);
  const isAddress = isWeb(address);
  // a machine that only itself reaches prints labels that are read on it: where phones reach it is asked when a hand says they do
  const [isAsking, setAsking] = useState(() => !isOwn(address));
  return (
    <Dialog title={say('labels.title')} open onClose={onClose} wide>
      <LabelSentence blanks={blanks} only={only} isAsking={isAsking} />
      {isAddress && isOwn(address) && (
        <div data-testid="label-address" className="mt-2 border-l-4 border-rule py-1 pl-3 text-small">
          <p>{say('labels.own-address')}</p>
          {!isAsking && (
            <Button look="quiet" onClick={() => setAsking(true)}>
              {say('labels.phones')}
            </Button>
          )}
        </div>
      )}
      <div className="mt-4">
        {labels.length === 0 ? (
          <p className="text-ash">{say('labels.none')}</p>
        ) : (
          <Button
            look="primary"
            disabled={!isAddress || first === undefined}
            onClick={() => void make(labels, blanks.values)}
          >
            {say('labels.make', { count: labels.length })}
          </Button>
        )}
      </div>
      {only?.length === 1 && labels[0] && (
        <p className="mt-3 text-small text-ash">
          <Phrase text="labels.tape-sentence" blanks={{ text: tapeText(labels[0].label, say) }} />
        </p>
      )}
    </Dialog>
  );
}

interface SentenceProps {
  readonly blanks: Blanks<Printing>;
  readonly only: readonly string[] | undefined;
  readonly isAsking: boolean;
}

function LabelSentence({ blanks, only, isAsking }: SentenceProps) {
  const say = useSay();
  const facts = useFacts();
  const { values, change, quantity, choice } = blanks;
  const these = only && {
    value: 'these' as const,
    label: say('labels.which.these', {
      ...{ count: only.length, code: facts.container[only[0] ?? '']?.code ?? '' },
    }),
  };
  return (
    <Sentence>
      <Phrase
        text={isAsking ? 'labels.sentence' : 'labels.sentence.here'}
        blanks={{
          which: choice('which', 'labels.which', [
            ...(these ? [these] : []),
            { value: 'changed', label: say('labels.which.changed') },
            { value: 'all', label: say('labels.which.all') },
          ]),
          sheet: choice('sheet', 'labels.sheet', labelSheetIds, sheet => `sheet-size.${sheet}`),
          first: quantity('first', 'labels.first-label', 'number', {
            ...{ least: 1, most: placesOn(values.sheet), wholeNumbers: true },
          }),
          address: (
            <TextBlank
              label={say('labels.address')}
              value={values.address}
              onValue={address => change({ address })}
              fault={isWeb(values.address) ? undefined : 'labels.no-address'}
            />
          ),
        }}
      />
    </Sentence>
  );
}
