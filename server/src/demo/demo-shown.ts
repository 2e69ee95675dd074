import type { ShowTake } from '@undulan/contract';
import type { DemoLearner } from './demo-people.ts';
import type { DemoExerciseName } from './kitchen-scenes.ts';

interface DemoShown extends ShowTake {
  learner: DemoLearner;
  /** Their last take of it. */
  exercise: DemoExerciseName;
  remarks: { by: DemoLearner; frame: number; text: string }[];
}

/** Returned takes that are in the gallery. */
export const DEMO_SHOWN: readonly DemoShown[] = [
  {
    learner: 'priya',
    exercise: 'drawerSlide',
    title: 'The cutlery drawer, all the way out',
    tags: ['slow finish'],
    note: 'The last eight frames took me the longest.',
    remarks: [{ by: 'ines', frame: 21, text: 'You can hear it stop here.' }],
  },
  {
    learner: 'jonah',
    exercise: 'toasterRack',
    title: 'Toast with one bounce',
    tags: ['settle', 'first try'],
    note: '',
    remarks: [
      { by: 'sena', frame: 17, text: 'It jumps higher than the toast would.' },
      { by: 'jonah', frame: 17, text: 'Yes: less in the next one.' },
    ],
  },
];
