import { useEffect, useMemo, useState } from 'react';
import { type Climate, climateFactor } from '#core/planning/need/rates.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { previewed } from '../../session/previewSlice.ts';
import { useAppDispatch, useFacts, usePreviewReach, useWaterState } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Slider } from '../../ui/Slider.tsx';

const climates = Object.keys(climateFactor) as Climate[];
const MOST_MORE = 30;

/** Five more people come; it is hot: the reach moves under the hand, and nothing is kept until it is said. */
export function WhatIf() {
  const say = useSay();
  const { plan } = useFacts();
  const { reach } = useWaterState();
  const ahead = usePreviewReach();
  const dispatch = useAppDispatch();
  const { recordAndTell } = useRecord();
  const [more, setMore] = useState(0);
  const [climate, setClimate] = useState(climates.indexOf(plan.climate));
  const isSame = more === 0 && climates[climate] === plan.climate;
  const drafts = useMemo(
    () =>
      isSame
        ? null
        : [draft('plan.set', 'plan', { visitors: plan.visitors + more, climate: climates[climate]! })],
    [isSame, more, climate, plan.visitors],
  );
  useEffect(() => {
    dispatch(previewed(drafts));
    return () => void dispatch(previewed(null));
  }, [drafts, dispatch]);
  const back = () => {
    setMore(0);
    setClimate(climates.indexOf(plan.climate));
  };
  const keep = async () => {
    if (!drafts) return;
    await recordAndTell(drafts, say('plan.changed'));
    // what was tried meanwhile stays
    setMore(now => (now === more ? 0 : now));
  };
  return (
    <section aria-label={say('what-if.title')}>
      <h2 className="mb-1 text-base">{say('what-if.title')}</h2>
      <div className="flex flex-wrap items-center gap-x-8 gap-y-1">
        <div className="flex items-center gap-3 max-wide:w-full max-wide:flex-wrap">
          <span className="w-[150px]">{say('what-if.more', { count: more })}</span>
          <Slider
            label={say('what-if.more-label')}
            value={more}
            least={0}
            most={MOST_MORE}
            onValue={setMore}
            words={say('what-if.more', { count: more })}
          />
        </div>
        <div className="flex items-center gap-3 max-wide:w-full max-wide:flex-wrap">
          <span className="w-[150px]">{say(`climate.${climates[climate]!}`)}</span>
          <Slider
            label={say('plan.climate')}
            value={climate}
            least={0}
            most={climates.length - 1}
            onValue={setClimate}
            words={say(`climate.${climates[climate]!}`)}
          />
        </div>
      </div>
      <p role="status" className="min-h-[44px]" data-testid="what-if">
        {!isSame && ahead && ahead.days !== null && reach.days !== null ? (
          <>
            <strong>{say('what-if.answer', { days: ahead.days, perDay: ahead.drinkingNeedL })}</strong>{' '}
            {say('what-if.now', { days: reach.days })}{' '}
            <Button look="quiet" onClick={() => void keep()}>
              {say('what-if.keep')}
            </Button>
            <Button look="quiet" onClick={back}>
              {say('what-if.back')}
            </Button>
          </>
        ) : (
          <span className="text-ash">{say('what-if.hint')}</span>
        )}
      </p>
    </section>
  );
}
