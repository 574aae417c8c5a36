import { Popover } from 'radix-ui';
import { group as groupFields } from '#core/areas/plan/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { toolCatalogue } from '#core/treatment/chlorine/measure.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { QuantityBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** The tools owned, as a blank that opens into a list: the answer is given in one of these. */
export function ToolsBlank() {
  const say = useSay();
  const { group } = useFacts();
  const { recordAndTell } = useRecord();
  const keep = (toolIds: readonly string[]) =>
    void recordAndTell([draft('group.set', 'group', { toolIds })], say('bench.tools-told'));
  const toggle = (id: string) =>
    keep(group.toolIds.includes(id) ? group.toolIds.filter(t => t !== id) : [...group.toolIds, id]);
  const owned = toolCatalogue.filter(t => group.toolIds.includes(t.id));
  const first = owned[0] ? say(`tool.${owned[0].id}`) : say('bench.no-tools');
  return (
    <Popover.Root>
      <Popover.Trigger className="blank text-left" aria-label={say('bench.tools-label')}>
        {owned.length > 1 ? say('bench.tools-more', { first, count: owned.length - 1 }) : first}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={2}
          className="z-30 w-[280px] border-[1.5px] border-slate bg-paper p-3 text-base"
        >
          <fieldset className="m-0 grid grid-cols-2 gap-1 border-0 p-0">
            <legend className="mb-1 font-semibold">{say('bench.tools-label')}</legend>
            {toolCatalogue.map(tool => (
              <label key={tool.id} className="flex min-h-8 cursor-pointer items-center gap-2">
                <input
                  type="checkbox"
                  className="h-4 w-4 accent-[var(--pool)]"
                  checked={group.toolIds.includes(tool.id)}
                  onChange={() => toggle(tool.id)}
                />
                {say(`tool.${tool.id}`)}
              </label>
            ))}
          </fieldset>
          {group.toolIds.includes('dropper') && (
            <p className="mt-2 border-t border-rule pt-2 text-small">
              <Phrase
                text="tools.dropper-sentence"
                blanks={{
                  dropper: (
                    <QuantityBlank
                      onLeave
                      label={say('bench.dropper-label')}
                      dimension="number"
                      value={group.dropsPerMl * 5}
                      {...boundsOf(groupFields, 'dropsPerMl', 5)}
                      onValue={drops => {
                        if (drops !== undefined && drops !== group.dropsPerMl * 5) {
                          void recordAndTell(
                            [draft('group.set', 'group', { dropsPerMl: drops / 5 })],
                            say('bench.tools-told'),
                          );
                        }
                      }}
                    />
                  ),
                }}
              />
            </p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
