// Briefs of exercises: rich text, pictures, terms that change words with the rate.
export { BriefEditor } from './BriefEditor.tsx';
export { BriefText } from './BriefText.tsx';
export { briefParagraphs } from './brief-html.ts';
export { termsInWords } from './terms-in-words.ts';
