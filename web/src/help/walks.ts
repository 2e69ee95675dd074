/** One step of a walk through a screen: a part of it, and what is to be said of it. */
export interface WalkStep {
  /** The part, as a selector; parts that are not there are passed over. */
  at: string;
  title: string;
  says: string;
}

const region = (name: string): string => `[aria-label="${name}"]`;

const TIME: WalkStep[] = [
  {
    at: region('Transport'),
    title: 'Play, step, go to a frame',
    says: 'Space plays. Type a frame, 2s or +6 to go there. Rate and range stand at the right.',
  },
  {
    at: region('Keys strip'),
    title: 'When it happens',
    says: 'Keys on their frames. Drag one to move it in time; a right click offers all that can be done with it.',
  },
  {
    at: region('Curve strip'),
    title: 'How it gets there',
    says: 'The value over time: steep is fast. More strips (Speed, Loom, Film) open with the buttons at the foot.',
  },
];

/** By screen, in the order of the work. */
export const WALKS = {
  course: [
    {
      at: region('Exercises and learners'),
      title: 'Where everyone stands',
      says: 'A row an exercise, a column a learner. Press a title to set it, a take to review it.',
    },
    {
      at: 'header [data-walk="set"]',
      title: 'Set an exercise',
      says: 'From a ready model with its few numbers, a copy, a plan, or a blank stage.',
    },
    {
      at: 'header [aria-label="Find anything"]',
      title: 'Find anything',
      says: 'Every action, screen, exercise and learner by a few letters of its name.',
    },
  ],
  'own course': [
    { at: 'main ol', title: 'Your exercises', says: 'Start one, go on with it, or open a take that came back.' },
    {
      at: 'header [aria-label="Find anything"]',
      title: 'Find anything',
      says: 'Every action, exercise and take by a few letters of its name.',
    },
  ],
  setting: [
    {
      at: region('What to set'),
      title: 'What learners get',
      says: 'Title and brief, terms, what is judged and how strictly, rate, range and stage. All is kept as you type.',
    },
    {
      at: region('Picture'),
      title: 'The model',
      says:
        'With Record on, dragging the subject, or a handle about it, sets a key on this frame. Picture only, ' +
        'above, gives it the whole page and the tools to draw with.',
    },
    ...TIME,
    {
      at: 'header [data-walk="publish"]',
      title: 'Publish',
      says: 'You see what learners get before they do. A published exercise can be withdrawn.',
    },
  ],
  bench: [
    {
      at: region('Picture'),
      title: 'The picture',
      says: 'Go to a frame and drag the subject: with Record on that is a key. The outline is the target.',
    },
    { at: region('Numbers'), title: 'By numbers', says: 'The same, typed. Sums such as 12 + 4 are worked out.' },
    ...TIME,
    {
      at: 'header [data-walk="hand-in"]',
      title: 'Hand in',
      says: 'It is read against the target and goes to your instructor. The next take can start from it.',
    },
  ],
  desk: [
    {
      at: region('Words on the take'),
      title: 'What is said of it',
      says: 'Findings of the reading, your notes, grades, the takes before, the fewest edits that put it right.',
    },
    {
      at: region('Gap strip'),
      title: 'How far off',
      says: 'Take and target on one clock, frame by frame, in every strip.',
    },
    { at: 'header', title: 'Next take', says: 'Return it when it has a grade; what is written waits as a draft.' },
  ],
  review: [
    {
      at: region('Words on the take'),
      title: 'What came back',
      says: 'Notes one by one: each takes the playhead to its frame. Mark them done as you mend them.',
    },
    { at: 'header', title: 'The next take', says: 'It starts from this one, whenever you like.' },
  ],
  planner: [
    {
      at: region('Calculators'),
      title: 'From an idea to frames',
      says: 'Act it out, count it, or take distance and speed: each comes to frames at a rate.',
    },
    { at: region('The plan'), title: 'Send it on', says: 'Rate and range go into a new exercise or one there is.' },
  ],
} as const satisfies Record<string, readonly WalkStep[]>;
export type WalkName = keyof typeof WALKS;
