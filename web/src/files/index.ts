// Files in the browser that know nothing of pages, so that workers may use them too.
export { packed, unpacked } from './zip.ts';
