import { type Reading } from '@undulan/core';
import { Link } from 'react-router';
import { fixed } from '../ui/index.ts';

/** Of a take that is a clip: what its reading allows for not being seen exactly, and what it does not say. */
export function ClipSureness({
  reading,
  anewAt,
}: {
  reading: Reading;
  /** Where it is followed anew. */ anewAt?: string;
}) {
  const { ofClip } = reading;
  if (!ofClip) return null;
  const { uncertainPercent, spacingPercent, leftOut } = ofClip;
  return (
    <p className="mb-2 text-xs text-faint">
      Read from a clip. Places are sure to {fixed(uncertainPercent, 1)} % of the way; spacing may be off by{' '}
      {fixed(spacingPercent, 1)} %.{' '}
      {leftOut === 1 && '1 finding is left out: it would rest on frames that are guessed.'}
      {leftOut > 1 && `${leftOut} findings are left out: they would rest on frames that are guessed.`}{' '}
      {anewAt && (
        <Link to={anewAt} className="rounded-sm text-accent underline">
          Follow it anew
        </Link>
      )}
    </p>
  );
}
