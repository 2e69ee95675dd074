export const MOTION_VERSION = 2;

type Data = Record<string, unknown>;

function isRecord(value: unknown): value is Data {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/**
 * What each older version lacks, from version to version; every step only adds, so that patches made on the older one
 * still apply.
 */
const STEPS: Record<number, (motion: Data) => Data> = {
  1: (motion) => ({
    ...motion,
    version: 2,
    workRange: null,
    restFrame: null,
    guides: [],
    cues: [],
    seed: 1,
    stage: isRecord(motion['stage']) ? { ...motion['stage'], pixelsPerMetre: 100 } : motion['stage'],
    subjects: Array.isArray(motion['subjects'])
      ? motion['subjects'].map((subject: unknown) =>
          isRecord(subject)
            ? { ...subject, visible: true, parentId: null, pivot: { x: 0, y: 0 }, positionJoined: true, guide: null }
            : subject,
        )
      : motion['subjects'],
  }),
};

/**
 * Brings a motion document of an older version up to this one. What is no such document is given back as it is, for the
 * schema to refuse.
 */
export function upgradeMotion(data: unknown): unknown {
  let motion = data;
  while (
    isRecord(motion) &&
    motion['format'] === 'undulan-motion' &&
    typeof motion['version'] === 'number' &&
    STEPS[motion['version']]
  ) {
    motion = STEPS[motion['version']]!(motion);
  }
  return motion;
}
