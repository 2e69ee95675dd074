import { useEffect, useRef, useState } from 'react';
import { Button, Dialog, Problem } from '../ui/index.ts';
import { standInCamera } from './stand-in-camera.ts';

interface CameraDialogProps {
  onTake: (file: File) => void;
  onClose: () => void;
}

/** Recording stops by itself after this long. */
const LONGEST_MS = 60_000;
const KINDS = ['video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'];

/** What a refused or missing camera is in words. */
function whyNot(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError') return 'This page may not use the camera: allow it in the browser, or choose a file.';
  if (name === 'NotFoundError') return 'There is no camera here.';
  return 'The camera cannot be used: another program may have it.';
}

async function openCamera(): Promise<MediaStream> {
  // Insecure pages have no such thing.
  const devices = navigator.mediaDevices as MediaDevices | undefined;
  if (!devices) throw new DOMException('', 'NotFoundError');
  return devices
    .getUserMedia({ video: true, audio: true })
    .catch((error: unknown) =>
      error instanceof DOMException && error.name === 'NotFoundError'
        ? devices.getUserMedia({ video: true })
        : Promise.reject(error as Error),
    );
}

/** Acting something out before the camera: recorded, looked at, and laid under the work or thrown away. */
export function CameraDialog({ onTake, onClose }: CameraDialogProps) {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [recorded, setRecorded] = useState<File | null>(null);
  const [recorder, setRecorder] = useState<MediaRecorder | null>(null);
  const screen = useRef<HTMLVideoElement>(null);

  useEffect(() => {
    let isLeft = false;
    openCamera().then(
      (opened) => {
        if (isLeft) for (const track of opened.getTracks()) track.stop();
        else setStream(opened);
      },
      (error: unknown) => !isLeft && setProblem(whyNot(error)),
    );
    return () => {
      isLeft = true;
    };
  }, []);
  useEffect(
    () => () => {
      for (const track of stream?.getTracks() ?? []) track.stop();
    },
    [stream],
  );
  useEffect(() => {
    const video = screen.current;
    if (!video || !recorded) {
      if (video) Object.assign(video, { srcObject: stream, muted: true });
      return undefined;
    }
    const url = URL.createObjectURL(recorded);
    Object.assign(video, { srcObject: null, src: url, muted: false });
    return () => URL.revokeObjectURL(url);
  }, [stream, recorded]);

  const record = (): void => {
    const mimeType = KINDS.find((kind) => MediaRecorder.isTypeSupported(kind));
    const made = new MediaRecorder(stream!, mimeType ? { mimeType } : {});
    const parts: Blob[] = [];
    const timer = setTimeout(() => made.stop(), LONGEST_MS);
    made.addEventListener('dataavailable', ({ data }) => parts.push(data));
    made.addEventListener('stop', () => {
      clearTimeout(timer);
      setRecorder(null);
      const type = made.mimeType.split(';')[0]!;
      setRecorded(new File(parts, `acted.${type.endsWith('mp4') ? 'mp4' : 'webm'}`, { type }));
    });
    made.start();
    setRecorder(made);
  };

  return (
    <Dialog
      open
      wide
      title="Act it out before the camera"
      onClose={onClose}
      actions={
        recorded ? (
          <>
            <Button onClick={() => setRecorded(null)}>Once more</Button>
            <Button
              kind="main"
              onClick={() => {
                onTake(recorded);
                onClose();
              }}
            >
              Lay it under the work
            </Button>
          </>
        ) : recorder ? (
          <Button kind="main" onClick={() => recorder.stop()}>
            Stop
          </Button>
        ) : (
          <>
            {problem && !stream && (
              <Button
                onClick={() => {
                  setProblem(null);
                  setStream(standInCamera());
                }}
              >
                Use a stand-in
              </Button>
            )}
            <Button
              kind="main"
              disabledReason={!stream && (problem ?? 'Waiting for the camera: the browser asks for your leave.')}
              onClick={record}
            >
              Record
            </Button>
          </>
        )
      }
    >
      <div className="grid gap-2 text-sm">
        <div className="grid h-80 place-items-center overflow-hidden rounded-lg bg-shade">
          {stream ? (
            <video
              ref={screen}
              autoPlay
              playsInline
              loop={recorded !== null}
              controls={recorded !== null}
              aria-label={recorded ? 'What was recorded' : 'The camera'}
              className="h-full"
            >
              <track kind="captions" />
            </video>
          ) : (
            <p className="px-6 text-center text-faint">
              {problem
                ? 'A stand-in, a hand that slides a glass, shows how it works.'
                : 'The browser asks for your leave to use the camera.'}
            </p>
          )}
        </div>
        <p className="text-faint" role="status">
          {recorder
            ? 'Recording, for a minute at most.'
            : recorded
              ? 'It is sent to the server only once you lay it under the work.'
              : 'Nothing is recorded before you press Record.'}
        </p>
        <Problem>{problem}</Problem>
      </div>
    </Dialog>
  );
}
