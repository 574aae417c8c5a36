import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { sourcesOf } from '#core/areas/sources/known.ts';
import { SourcesHead } from '../../acts/SourcesHead.tsx';
import { useAsked } from '../../app/actAsked.ts';
import { useCalmWater, useFacts, useToday } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { LOAD_L } from './Haul.tsx';
import { NoticeForm } from './NoticeForm.tsx';
import { Notices } from './Notices.tsx';
import { SourceEditor } from './SourceEditor.tsx';
import { SourceLife } from './SourceLife.tsx';
import { standingOf } from './standing.ts';
import { Walk } from './Walk.tsx';

type Open = 'source' | 'notice';

/** Where water comes from: the walk to each source, what authorities say, and one source's life beside it. */
export function Sources() {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const navigate = useNavigate();
  const { need } = useCalmWater().state;
  const { source: id } = useParams();
  const [open, setOpen] = useState<Open | null>(null);
  useAsked('sources', { add: () => setOpen('source'), notice: () => setOpen('notice') });
  const sources = sourcesOf(facts).sort((a, b) => a.distanceM - b.distanceM || (a.name < b.name ? -1 : 1));
  const selected = sources.find(source => source.id === id);
  const drinkable = sources.filter(s => standingOf(facts, s, today).state === 'ready').length;
  return (
    <div className="flex h-full max-wide:block">
      <div
        className={`flex min-w-0 flex-1 flex-col gap-5 overflow-y-auto p-6 pt-4 max-wide:p-4 ${selected ? 'max-wide:hidden' : ''}`}
      >
        <div className="flex flex-wrap items-start justify-between gap-3">
          <div>
            <SourcesHead />
            <p className="text-large font-bold" data-testid="sources-answer">
              {sources.length === 0
                ? say('sources.answer.none')
                : say('sources.answer', { count: sources.length, drinkable })}
            </p>
          </div>
          <div className="flex flex-wrap gap-2">
            <Button look={sources.length === 0 ? 'primary' : 'plain'} onClick={() => setOpen('source')}>
              {say('sources.add')}
            </Button>
            <Button look="stop" onClick={() => setOpen('notice')}>
              {say('sources.notice')}
            </Button>
          </div>
        </div>
        {sources.length === 0 ? (
          <div className="max-w-[64ch]">
            <p className="text-large">{say('sources.empty')}</p>
            <p className="mt-4 text-ash">{say('empty.example')}</p>
          </div>
        ) : (
          <>
            <Notices />
            <Walk sources={sources} selected={selected?.id} trips={Math.ceil(need.drinkingL / LOAD_L)} />
            <p className="max-w-[80ch] border-l-4 border-clay py-1 pl-3 text-small">
              {say('sources.nobody-ill')} {say('caution.authority')}
            </p>
          </>
        )}
      </div>
      {selected && (
        <aside
          aria-label={selected.name}
          className="w-[420px] shrink-0 overflow-y-auto border-l border-slate bg-paper max-wide:w-full max-wide:border-0"
        >
          <SourceLife key={selected.id} source={selected} />
        </aside>
      )}
      {open === 'source' && (
        <SourceEditor
          source="new"
          onClose={kept => {
            setOpen(null);
            if (kept) void navigate(`/sources/${kept}`);
          }}
        />
      )}
      {open === 'notice' && <NoticeForm onClose={() => setOpen(null)} />}
    </div>
  );
}
