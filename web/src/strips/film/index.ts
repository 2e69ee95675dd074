// The range in small pictures.
export { FilmStrip } from './FilmStrip.tsx';
