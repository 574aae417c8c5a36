import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { type LabelSheetId, labelSheetIds, labelSheets } from '#contract/labels.ts';
import { labelOf, saysOf } from '#core/areas/store/label.ts';
import { download } from '../../app/download.ts';
import { askLabels } from '../../app/labelPdf.ts';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { type Draft, draft } from '../../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../../session/state.ts';
import { pageLanguage } from '../../texts/languages.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { tapeText } from '../../ui/tape.ts';
import { isOwn, isWeb } from './ownAddress.ts';

type Which = 'these' | 'changed' | 'all';

/** Label sheets as a PDF; only what changed since it was printed, unless all are asked for. */
export function LabelDialog({ only, onClose }: { only?: readonly string[]; onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { containers } = useWaterState();
  const { recordAndTell } = useRecord();
  const typed = 'labels';
  const [which, setWhich] = useTyped<Which>(typed, 'which', only ? 'these' : 'changed');
  const [sheet, setSheet] = useTyped<LabelSheetId>(typed, 'sheet', only?.length === 1 ? 'single' : 'a4-24');
  const [first, setFirst] = useTyped<number | undefined>(typed, 'first', 1);
  const [address, setAddress] = useTyped(typed, 'address', facts.group.address ?? location.origin);
  const labels = useMemo(() => {
    const all = Object.values(facts.container)
      .sort((a, b) => (a.code < b.code ? -1 : 1))
      .flatMap(c => {
        const state = containers[c.id];
        return state ? [{ container: c, label: labelOf(facts, c, state) }] : [];
      });
    if (which === 'these') return all.filter(l => only?.includes(l.container.id));
    return which === 'all' ? all : all.filter(l => saysOf(l.label) !== l.container.label?.says);
  }, [facts, containers, which, only]);
  const isAddress = isWeb(address);
  // a machine that only itself reaches prints labels that are read on it: where phones reach it is asked when a hand says they do
  const [isAsking, setAsking] = useState(() => !isOwn(address));
  const { across, down } = labelSheets[sheet];

  const make = async () => {
    const ids = labels.map(l => l.container.id);
    const skip = Math.min(across * down, first ?? 1) - 1;
    const made = await askLabels({
      containers: ids,
      sheet,
      skip,
      address,
      units,
      language: pageLanguage.tag,
    });
    if (typeof made === 'string') {
      toast.error(say('problem.not-recorded', { title: made }));
      return;
    }
    download(made, 'labels.pdf');
    const drafts: Draft[] = labels.map(l =>
      draft('label.printed', l.container.id, { says: saysOf(l.label) }),
    );
    // a machine's own address is nobody else's
    if (address !== facts.group.address && !isOwn(address))
      drafts.push(draft('group.set', 'group', { address }));
    await recordAndTell(drafts, say('labels.told'));
    onClose();
  };

  return (
    <Dialog title={say('labels.title')} open onClose={onClose} wide>
      <Sentence>
        <Phrase
          text={isAsking ? 'labels.sentence' : 'labels.sentence.here'}
          blanks={{
            which: (
              <ChoiceBlank<Which>
                label={say('labels.which')}
                value={which}
                onValue={setWhich}
                choices={[
                  ...(only
                    ? [
                        {
                          value: 'these' as const,
                          label: say('labels.which.these', {
                            count: only.length,
                            code: facts.container[only[0] ?? '']?.code ?? '',
                          }),
                        },
                      ]
                    : []),
                  { value: 'changed', label: say('labels.which.changed') },
                  { value: 'all', label: say('labels.which.all') },
                ]}
              />
            ),
            sheet: (
              <ChoiceBlank<LabelSheetId>
                label={say('labels.sheet')}
                value={sheet}
                onValue={setSheet}
                choices={labelSheetIds.map(value => ({ value, label: say(`sheet-size.${value}`) }))}
              />
            ),
            first: (
              <QuantityBlank
                label={say('labels.first-label')}
                dimension="number"
                value={first}
                onValue={setFirst}
                least={1}
                most={across * down}
                wholeNumbers
              />
            ),
            address: (
              <TextBlank
                label={say('labels.address')}
                value={address}
                onValue={setAddress}
                fault={isAddress ? undefined : 'labels.no-address'}
              />
            ),
          }}
        />
      </Sentence>
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
          <Button look="primary" disabled={!isAddress || first === undefined} onClick={() => void make()}>
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
