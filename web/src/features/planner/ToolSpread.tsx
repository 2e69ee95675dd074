import { Play, Square, Volume2, VolumeX } from 'lucide-react';
import type { ReactNode } from 'react';
import { Spread } from '../../spread/index.ts';
import { Button, Toggle, useStored } from '../../ui/index.ts';
import { type Stopwatch, useRunning } from './stopwatch.ts';

/** A calculator: what is typed and what comes out left, the time it makes right. */
export function ToolSpread({ left, right }: { left: ReactNode; right: ReactNode }) {
  return (
    <Spread
      name="planner"
      pages="both"
      picture={<div className="h-full overflow-y-auto px-4 py-3">{left}</div>}
      time={<div className="flex h-full flex-col gap-2 px-4 py-3">{right}</div>}
    />
  );
}

export function useSound(): [boolean, (on: boolean) => void] {
  return useStored('planner:sound', true);
}

interface PlayRowProps {
  watch: Stopwatch;
  what: string;
  disabledReason?: string | false;
  onPlay: () => void;
  sound?: [boolean, (on: boolean) => void];
  children?: ReactNode;
}

/** Plays and stops what the right page shows. */
export function PlayRow({ watch, what, disabledReason = false, onPlay, sound, children }: PlayRowProps) {
  const running = useRunning(watch);
  return (
    <div className="flex h-9 shrink-0 items-center gap-2">
      <Button kind="main" disabledReason={disabledReason} onClick={() => (running ? watch.stop() : onPlay())}>
        {running ? <Square size={12} fill="currentColor" /> : <Play size={13} fill="currentColor" />}
        {running ? 'Stop' : what}
      </Button>
      {sound && (
        <Toggle
          on={sound[0]}
          aria-label="Sound"
          square
          tip={sound[0] ? 'Heard and seen' : 'Seen only'}
          onClick={() => sound[1](!sound[0])}
        >
          {sound[0] ? <Volume2 size={15} /> : <VolumeX size={15} />}
        </Toggle>
      )}
      {children}
    </div>
  );
}

/** Where a calculator has nothing to show yet, why. */
export function NotYet({ children }: { children: ReactNode }) {
  return <p className="rounded-lg border border-dashed border-rule p-5 text-center text-sm text-faint">{children}</p>;
}

/** A heading with a sentence on what the calculator is for. */
export function ToolHeading({ title, children }: { title: string; children: ReactNode }) {
  return (
    <header className="mb-3">
      <h2 className="text-lg leading-tight">{title}</h2>
      <p className="text-sm text-faint">{children}</p>
    </header>
  );
}
