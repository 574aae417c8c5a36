import { decodeList } from '#core/storage/containers/listText.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';

/** A field with more text than this takes longer to lay out than a hand notices (characters). */
const LONG_TEXT = 12_000;
/** So much of a long list is shown; it is mended row by row, or pasted anew. */
const LONG_SHOWN = 2_000;

interface Props {
  readonly text: string;
  /** Typed on in the list that is there. */
  readonly onType: (text: string) => void;
  /** Another list, from a file or pasted. */
  readonly onList: (text: string) => void;
}

/** Where a list comes from: a file, or a text that is pasted or typed. */
export function ListText({ text, onType, onList }: Props) {
  const say = useSay();
  const isLong = text.length > LONG_TEXT;
  return (
    <>
      <p className="my-2">
        <input
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          aria-label={say('take-in.file')}
          onChange={e =>
            void e.currentTarget.files?.[0]
              ?.arrayBuffer()
              .then(bytes => onList(decodeList(new Uint8Array(bytes))))
          }
        />
      </p>
      <textarea
        aria-label={say('take-in.text')}
        className="h-24 w-full border-[1.5px] border-slate bg-paper p-2 font-mono text-small"
        wrap="off"
        spellCheck={false}
        value={isLong ? text.slice(0, LONG_SHOWN) : text}
        readOnly={isLong}
        onChange={e => onType(e.currentTarget.value)}
        onPaste={e => {
          const { value, selectionStart, selectionEnd } = e.currentTarget;
          const pasted = e.clipboardData.getData('text');
          if (isLong) onList(pasted);
          else onList(value.slice(0, selectionStart) + pasted + value.slice(selectionEnd));
          e.preventDefault();
        }}
      />
      {isLong && (
        <p className="text-small text-ash">
          {say('take-in.long', { count: text.split('\n').length })}{' '}
          <Button look="quiet" onClick={() => onList('')}>
            {say('take-in.another')}
          </Button>
        </p>
      )}
    </>
  );
}
