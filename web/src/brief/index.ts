export { BriefEditor } from './BriefEditor.tsx';
export { BriefText } from './BriefText.tsx';
export { briefParagraphs } from './brief-html.ts';
export { termsInWords } from './terms-in-words.ts';
