export { FilmStrip } from './FilmStrip.tsx';
