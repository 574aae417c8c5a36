import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { drawnSmall } from '../../app/photo.ts';
import { useFacts } from '../../session/state.ts';
import { type TextId, useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { type KeptWorker, keptWorker } from '../../workers/keptWorker.ts';
import type { QrWorker } from '../../workers/qrWorker.ts';

/** Side of the picture that is looked through (px): a label held before a camera is found, and quickly. */
const LOOK_PX = 900;
const LOOK_EVERY_MS = 300;

/** The container that a label's code leads to: the last part of its address. */
const containerOf = (code: string): string => decodeURIComponent(code.split('/').pop() ?? '');

/**
 * Reads codes from the camera or from a photo.
 * @param onCode called with each; whether it leads anywhere
 */
function useCodeReader(onCode: (code: string) => boolean) {
  const video = useRef<HTMLVideoElement>(null);
  const worker = useRef<KeptWorker<QrWorker> | null>(null);
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [fault, setFault] = useState<TextId | null>(null);

  useEffect(
    () => () => {
      worker.current?.end();
      worker.current = null;
    },
    [],
  );
  useEffect(() => () => stream?.getTracks().forEach(track => void track.stop()), [stream]);

  const read = async (canvas: HTMLCanvasElement): Promise<string | undefined> => {
    worker.current ??= keptWorker<QrWorker>(
      new Worker(new URL('../../workers/qrWorker.ts', import.meta.url), { type: 'module' }),
    );
    const { data, width, height } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
    return worker.current.remote.read(data, width, height);
  };
  const open = (code: string) => {
    if (!onCode(code)) setFault('reader.unknown');
  };
  const fromPhoto = async (file: File | undefined) => {
    if (!file) return;
    setFault(null);
    try {
      const code = await read(await drawnSmall(file, LOOK_PX));
      if (code) open(code);
      else setFault('reader.no-code');
    } catch {
      setFault('photo.fault');
    }
  };
  const startCamera = async () => {
    setFault(null);
    try {
      setStream(await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } }));
    } catch {
      setFault('reader.no-camera');
    }
  };

  // biome-ignore lint/correctness/useExhaustiveDependencies: looks again and again as long as this camera runs
  useEffect(() => {
    const seen = video.current;
    if (!stream || !seen) return;
    seen.srcObject = stream;
    void seen.play();
    let isOver = false;
    const look = async () => {
      if (isOver) return;
      if (seen.videoWidth > 0) {
        const code = await read(await drawnSmall(await frameOf(seen), LOOK_PX));
        if (code && !isOver) return open(code);
      }
      setTimeout(() => void look(), LOOK_EVERY_MS);
    };
    void look();
    return () => {
      isOver = true;
    };
  }, [stream]);
  return { video, stream, fault, startCamera, fromPhoto };
}

/** Opens a container by the code on its label: from the camera, or from a photo. */
export function LabelReader({ onClose }: { onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const open = (code: string): boolean => {
    const id = containerOf(code);
    if (!facts.container[id]) return false;
    onClose();
    void navigate(`/store/${id}`);
    return true;
  };
  const { video, stream, fault, startCamera, fromPhoto } = useCodeReader(open);
  return (
    <Dialog title={say('reader.title')} open onClose={onClose}>
      <p>{say('reader.lead')}</p>
      {stream && (
        <video ref={video} muted playsInline aria-label={say('reader.picture')} className="mt-3 w-full" />
      )}
      <input
        ref={input}
        type="file"
        accept="image/*"
        className="sr-only"
        tabIndex={-1}
        aria-label={say('reader.file')}
        onChange={e => void fromPhoto(e.target.files?.[0])}
      />
      {fault && (
        <p role="alert" className="mt-3 text-iron">
          {say(fault)}
        </p>
      )}
      <div className="mt-4 flex flex-wrap gap-2">
        {!stream && (
          <Button look="primary" onClick={() => void startCamera()}>
            {say('reader.camera')}
          </Button>
        )}
        <Button onClick={() => input.current?.click()}>{say('reader.photo')}</Button>
      </div>
    </Dialog>
  );
}

/** What a video shows now, as a picture. */
function frameOf(seen: HTMLVideoElement): Promise<Blob> {
  const canvas = document.createElement('canvas');
  canvas.width = seen.videoWidth;
  canvas.height = seen.videoHeight;
  canvas.getContext('2d')!.drawImage(seen, 0, 0);
  return new Promise((done, fail) =>
    canvas.toBlob(blob => (blob ? done(blob) : fail(new Error('no picture')))),
  );
}
