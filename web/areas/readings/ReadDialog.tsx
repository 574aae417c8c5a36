import { useState } from 'react';
import { ReadingForm } from '../../acts/ReadingForm.tsx';
import { useSay } from '../../texts/texts.ts';
import { Sentence } from '../../ui/Blank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { SubjectBlank } from './SubjectBlank.tsx';
import type { Tested } from './subjects.ts';

/** Writes down a reading of whatever is named. */
export function ReadDialog({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const [subject, setSubject] = useState<Tested | undefined>();
  return (
    <Dialog title={say('tests.read')} open onClose={onClose}>
      <Sentence>
        <Phrase text="tests.of-sentence" blanks={{ subject: <SubjectBlank onSubject={setSubject} /> }} />
      </Sentence>
      {subject && (
        <div className="mt-3">
          <ReadingForm key={subject.id} subject={subject.id} name={subject.name} onDone={onClose} />
        </div>
      )}
    </Dialog>
  );
}
