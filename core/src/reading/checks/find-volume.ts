import { CHANNELS } from '../../motion/document/channels.ts';
import { findChannel } from '../../motion/document/document.ts';
import type { Subject } from '../../motion/document/schema.ts';
import { sampleChannel } from '../../motion/sampling/sample.ts';
import type { Finding } from '../schema.ts';
import { severityOf } from '../severity.ts';
import { capital, roundTo, subjectDoes } from '../words.ts';
import type { BothRead, Found } from './check.ts';

/** How far `scale.x · scale.y` may be from 1 under squash and stretch. */
const VOLUME_TOLERANCE = 0.08;

/** The scale's product at a frame; 1 keeps the volume. */
function volumeAt(subject: Subject, frame: number): number {
  return (['scale.x', 'scale.y'] as const).reduce((product, id) => {
    const channel = findChannel(subject, id);
    return product * (channel ? sampleChannel(channel, frame) : CHANNELS[id].resting);
  }, 1);
}

/** Volume under squash and stretch, where the target keeps it: the frame on which the take loses or gains most. */
export function findVolume({ target, tracks }: BothRead): Found {
  const scaled = new Map(
    tracks
      .filter((read) => read.track.id === 'scale.x' || read.track.id === 'scale.y')
      .map((read) => [read.reading.subjectId, read]),
  );
  const { first, last } = target.motion.range;
  const findings: Finding[] = [];
  for (const [subjectId, read] of scaled) {
    // At the target's keys and the take's, mapped by time: both at the take's own frames.
    let worst = { frame: first, volume: 1 };
    let asked = 0;
    for (let frame = first; frame <= last; frame++) {
      asked = Math.max(asked, Math.abs(volumeAt(read.sides.target.subject, frame) - 1));
      const volume = volumeAt(read.sides.take.subject, read.toTake(frame));
      if (Math.abs(volume - 1) > Math.abs(worst.volume - 1)) worst = { frame, volume };
    }
    const severity = severityOf(worst.volume - 1, VOLUME_TOLERANCE);
    if (!severity || asked > VOLUME_TOLERANCE / 2) continue;
    const percent = roundTo(Math.abs(worst.volume - 1) * 100, 0);
    findings.push({
      subjectId,
      track: 'scale.y',
      kind: 'volume-off',
      firstFrame: worst.frame,
      lastFrame: worst.frame,
      measured: worst.volume,
      expected: 1,
      tolerance: VOLUME_TOLERANCE,
      unit: '× volume',
      severity,
      sentence: capital(
        `${subjectDoes(read.reading.subjectName, worst.volume < 1 ? 'lose' : 'gain')} ${percent} % of its ` +
          `volume at frame ${worst.frame}: what one side gives, the other has to take.`,
      ),
    });
  }
  return {
    findings,
    explains: (finding) =>
      finding.kind === 'pose-off' &&
      (finding.track === 'scale.x' || finding.track === 'scale.y') &&
      findings.some((volume) => volume.subjectId === finding.subjectId),
  };
}
