import {
  actOut,
  addDrawing,
  addSubject,
  applyChanges,
  applyChart,
  applyEasing,
  bakeKeys,
  bendSegment,
  bringKeys,
  bringSubjects,
  bringWithin,
  type Change,
  changeLength,
  changeRate,
  type ChannelId,
  channelOf,
  type ChannelRef,
  clearChannel,
  closeLoop,
  deleteKeys,
  drawLine,
  drawSpacing,
  duplicateKeys,
  duplicateSubject,
  easeAtKeys,
  type Edit,
  evenKeys,
  exposeDrawings,
  freePoses,
  groupSubjects,
  type GuidePath,
  guideSubject,
  hangSubject,
  holdDrawing,
  holdPoses,
  insertTime,
  joinGuides,
  joinPosition,
  keepRestFrame,
  type KeyRef,
  type Look,
  makeHold,
  type MotionDocument,
  moveKeys,
  moveOffGuide,
  moveOntoGuide,
  offsetChannels,
  orderSubject,
  pasteKeys,
  pasteOnto,
  removeDrawing,
  removeGuide,
  removeSubject,
  removeTime,
  reverseKeys,
  rideGuide,
  rippleKeys,
  setBreakdown,
  setDrawing,
  setEase,
  setEaseAmount,
  setGuide,
  setHandle,
  setKeys,
  setLeave,
  setLine,
  setLink,
  setOutside,
  setPathSpeed,
  setPivot,
  setResting,
  setRole,
  setScene,
  setSpeed,
  setSubject,
  setTravel,
  setWobble,
  shapeBySpacing,
  shapeSegment,
  snapKeys,
  spaceDrawings,
  splitGuide,
  splitPosition,
  spreadOnGuide,
  stretchAbout,
  swapEases,
  thinChannels,
  travelByPoints,
  ungroupSubjects,
} from '@undulan/core';

/** Moves the named keys and all that come after the earliest of them; the named stay the ones selected. */
function rippleFrom(
  motion: MotionDocument,
  refs: readonly KeyRef[],
  by: number,
  channels: readonly ChannelRef[],
): Edit {
  const moved = rippleKeys(motion, Math.min(...refs.map((ref) => ref.frame)), by, channels);
  return { ...moved, keys: refs.map((ref) => ({ ...ref, frame: ref.frame + by })) };
}

/** Puts a suggested edit into the motion, or takes it out again; refused where what it speaks of is there no more. */
function tryEdit(motion: MotionDocument, changes: readonly Change[]): Edit {
  const applied = applyChanges(motion, changes);
  if (!applied.ok)
    return { motion, keys: [], gaveWay: [], refused: 'What this edit changes is not as it was handed in any more.' };
  const keys = changes.flatMap((change): KeyRef[] => {
    const [, subjectId, , channelId] = change.path;
    return change.kind === 'keys'
      ? change.in.map(({ frame }) => ({ subjectId: String(subjectId), channelId: channelId as ChannelId, frame }))
      : [];
  });
  return { motion: applied.value, keys, gaveWay: [] };
}

/** A guide path and, where one is named, the subject that goes onto it. */
function drawGuide(motion: MotionDocument, path: GuidePath, subjectId: string | null): Edit {
  const drawn = setGuide(motion, path);
  if (subjectId === null) return drawn;
  return rideGuide(drawn.motion, subjectId, { pathId: path.id, orient: false, angle: 0, lean: 0 });
}

/** Travel in two keys, from its first to its last as they are: the same way on every frame. */
function evenTravel(motion: MotionDocument, subjectId: string): Edit {
  const { keys } = channelOf(motion, subjectId, 'travel');
  const [first, last] = [keys[0], keys.at(-1)];
  if (!first || !last || first === last)
    return { motion, keys: [], gaveWay: [], refused: 'Its travel takes two keys.' };
  const straight = [first, last].map((key) => ({ ...key, leave: 'linear' as const, role: 'extreme' as const }));
  return setTravel(motion, subjectId, straight);
}

/** A look that becomes another, on its way at once: from the first frame to the last, unless that is keyed. */
function morphSubject(motion: MotionDocument, subjectId: string, look: Look): Edit {
  const set = setSubject(motion, subjectId, { look });
  const ref = { subjectId, channelId: 'morph' } as const;
  if (!look.morphTo || channelOf(set.motion, subjectId, 'morph').keys.length > 0) return set;
  const { first, last } = motion.range;
  const begun = setKeys(set.motion, first, [{ ...ref, value: 0 }]);
  return last > first ? setKeys(begun.motion, last, [{ ...ref, value: 1 }]) : begun;
}

/** Holds values on a frame until the next key of their channels. */
function holdStart(motion: MotionDocument, frame: number, values: Parameters<typeof setKeys>[2]): Edit {
  const set = setKeys(motion, frame, values);
  return { ...set, motion: setLeave(set.motion, set.keys, 'step').motion };
}

/** The core's editing operations under the names that undo shows. An edit of the document is always one of these. */
const OPERATIONS = {
  setKeys: { name: 'set key', run: setKeys },
  tryEdit: { name: 'suggested edit', run: tryEdit },
  clearChannel: { name: 'clear channel', run: clearChannel },
  deleteKeys: { name: 'delete keys', run: deleteKeys },
  moveKeys: { name: 'move keys', run: moveKeys },
  rippleFrom: { name: 'move keys and all after', run: rippleFrom },
  stretchAbout: { name: 'longer or shorter', run: stretchAbout },
  reverseKeys: { name: 'reverse keys', run: reverseKeys },
  snapKeys: { name: 'keys onto whole frames', run: snapKeys },
  evenKeys: { name: 'even out', run: evenKeys },
  insertTime: { name: 'insert time', run: insertTime },
  removeTime: { name: 'remove time', run: removeTime },
  makeHold: { name: 'hold', run: makeHold },
  holdPoses: { name: 'hold poses', run: holdPoses },
  freePoses: { name: 'poses back to curves', run: freePoses },
  thinChannels: { name: 'thin keys', run: thinChannels },
  cutKeys: { name: 'cut keys', run: deleteKeys },
  pasteKeys: { name: 'paste keys', run: pasteKeys },
  pasteOnto: { name: 'paste keys onto a channel', run: pasteOnto },
  duplicateKeys: { name: 'duplicate keys', run: duplicateKeys },
  changeLength: { name: 'another length', run: changeLength },
  setLeave: { name: 'how keys leave', run: setLeave },
  setEase: { name: 'ease', run: setEase },
  applyEasing: { name: 'ease of the palette', run: applyEasing },
  holdStart: { name: 'hold the starting pose', run: holdStart },
  easeAtKeys: { name: 'ease at keys', run: easeAtKeys },
  closeLoop: { name: 'close the loop', run: closeLoop },
  setEaseAmount: { name: 'amount of ease', run: setEaseAmount },
  swapEases: { name: 'ease turned about', run: swapEases },
  setRole: { name: 'role of keys', run: setRole },
  shapeSegment: { name: 'spacing of a segment', run: shapeSegment },
  bendSegment: { name: 'spacing of a segment', run: bendSegment },
  setBreakdown: { name: 'breakdown', run: setBreakdown },
  spaceDrawings: { name: 'drawings squeezed or spread', run: spaceDrawings },
  drawSpacing: { name: 'spacing as drawings', run: drawSpacing },
  shapeBySpacing: { name: 'shape segment', run: shapeBySpacing },
  setSpeed: { name: 'speed of a key', run: setSpeed },
  setPathSpeed: { name: 'speed along the way', run: setPathSpeed },
  setHandle: { name: 'handle', run: setHandle },
  setLink: { name: 'link of handles', run: setLink },
  setOutside: { name: 'beyond the keys', run: setOutside },
  setWobble: { name: 'wobble', run: setWobble },
  bakeKeys: { name: 'a key a drawing', run: bakeKeys },
  splitPosition: { name: 'x and y apart', run: splitPosition },
  joinPosition: { name: 'x and y together', run: joinPosition },
  moveOntoGuide: { name: 'move onto a path', run: moveOntoGuide },
  moveOffGuide: { name: 'move off its path', run: moveOffGuide },
  setResting: { name: 'resting value', run: setResting },
  offsetChannels: { name: 'move whole motion', run: offsetChannels },
  actOut: { name: 'acted out', run: actOut },
  setScene: { name: 'rate, range and stage', run: setScene },
  setWorkRange: { name: 'work range', run: setScene },
  setCues: { name: 'cue marks', run: setScene },
  changeRate: { name: 'another rate', run: changeRate },
  setSubject: { name: 'subject', run: setSubject },
  addSubject: { name: 'another subject', run: addSubject },
  removeSubject: { name: 'subject taken out', run: removeSubject },
  orderSubject: { name: 'order of subjects', run: orderSubject },
  duplicateSubject: { name: 'a copy of a subject', run: duplicateSubject },
  hangSubject: { name: 'what carries it', run: hangSubject },
  groupSubjects: { name: 'group', run: groupSubjects },
  ungroupSubjects: { name: 'group taken apart', run: ungroupSubjects },
  setPivot: { name: 'pivot', run: setPivot },
  morphSubject: { name: 'what it becomes', run: morphSubject },
  drawLine: { name: 'line drawn', run: drawLine },
  setLine: { name: 'drawn line', run: setLine },
  setDrawing: { name: 'drawing simplified', run: setDrawing },
  addDrawing: { name: 'another drawing', run: addDrawing },
  removeDrawing: { name: 'drawing taken out', run: removeDrawing },
  holdDrawing: { name: 'drawing held', run: holdDrawing },
  exposeDrawings: { name: 'exposure of drawings', run: exposeDrawings },
  setGuide: { name: 'guide path', run: setGuide },
  guideSubject: { name: 'how it goes along its path', run: guideSubject },
  rideGuide: { name: 'onto a path', run: rideGuide },
  setTravel: { name: 'marks on the path', run: setTravel },
  evenTravel: { name: 'even travel', run: evenTravel },
  travelByPoints: { name: 'travel by points', run: travelByPoints },
  spreadOnGuide: { name: 'spread along the path', run: spreadOnGuide },
  splitGuide: { name: 'path split', run: splitGuide },
  joinGuides: { name: 'paths joined', run: joinGuides },
  removeGuide: { name: 'path taken out', run: removeGuide },
  drawGuide: { name: 'path drawn', run: drawGuide },
  applyChart: { name: 'written chart', run: applyChart },
  bringKeys: { name: 'keys of a file', run: bringKeys },
  bringSubjects: { name: 'subjects of a file', run: bringSubjects },
  bringWithin: { name: 'back within the exercise', run: bringWithin },
  takeMotion: {
    name: 'another model',
    run: (_before: MotionDocument, motion: MotionDocument): Edit => ({ motion, keys: [], gaveWay: [] }),
  },
} as const;

type Operations = typeof OPERATIONS;
type AfterFirst<T extends readonly unknown[]> = T extends readonly [unknown, ...infer Rest] ? Rest : never;

/** An operation and its arguments after the document, as plain data. */
export type EditRequest = {
  [Name in keyof Operations]: { operation: Name; args: AfterFirst<Parameters<Operations[Name]['run']>> };
}[keyof Operations];

export function runEdit(motion: MotionDocument, { operation, args }: EditRequest): Edit {
  const run = OPERATIONS[operation].run as (motion: MotionDocument, ...args: unknown[]) => Edit;
  return keepRestFrame(motion, run(motion, ...args));
}

export function editName({ operation }: EditRequest): string {
  return OPERATIONS[operation].name;
}
