/** Made-up people of a made-up evening course. Their password is shown on the sign-in page. */
export const DEMO_PASSWORD = 'after-closing-time';

export const DEMO_COURSE = 'Kitchen in Motion';

export const DEMO_INSTRUCTOR = { name: 'Marta Olesen', email: 'marta.olesen@kitchen.example' };

export const DEMO_LEARNERS = {
  ines: { name: 'Ines Calado', email: 'ines.calado@kitchen.example' },
  jonah: { name: 'Jonah Whitby', email: 'jonah.whitby@kitchen.example' },
  leif: { name: 'Leif Arnesen', email: 'leif.arnesen@kitchen.example' },
  priya: { name: 'Priya Raman', email: 'priya.raman@kitchen.example' },
  sena: { name: 'Sena Aydin', email: 'sena.aydin@kitchen.example' },
  wout: { name: 'Wout Hendriks', email: 'wout.hendriks@kitchen.example' },
} as const;

export type DemoLearner = keyof typeof DEMO_LEARNERS;
