import DOMPurify from 'dompurify';

const ALLOWED_TAGS = [
  'p',
  'br',
  'strong',
  'em',
  'u',
  's',
  'h2',
  'h3',
  'ul',
  'ol',
  'li',
  'blockquote',
  'code',
  'pre',
  'hr',
  'a',
  'img',
];
const ALLOWED_ATTR = ['href', 'src', 'alt', 'title', 'start', 'rel', 'target'];
/** Pictures come from this server alone; links lead to pages or mail. */
const PICTURE = /^\/api\/pictures\/[0-9a-f-]{36}$/i;
const LINK = /^(https?:|mailto:)/i;

function isMarkup(brief: string): boolean {
  return /^\s*<(p|h2|h3|ul|ol|blockquote|pre|img|hr)\b/i.test(brief);
}

function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');
}

/** A brief as safe HTML: what the editor wrote, cleaned; plain text as paragraphs. */
export function briefHtml(brief: string): string {
  const html = isMarkup(brief)
    ? brief
    : brief
        .split(/\n{2,}/)
        .filter(Boolean)
        .map((part) => `<p>${escaped(part).replaceAll('\n', '<br>')}</p>`)
        .join('');
  const body = DOMPurify.sanitize(html, { ALLOWED_TAGS, ALLOWED_ATTR, RETURN_DOM_FRAGMENT: true });
  for (const picture of body.querySelectorAll('img'))
    if (!PICTURE.test(picture.getAttribute('src') ?? '')) picture.remove();
  for (const link of body.querySelectorAll('a'))
    if (!LINK.test(link.getAttribute('href') ?? '')) link.removeAttribute('href');
  const holder = document.createElement('div');
  holder.append(body);
  return holder.innerHTML;
}

/** The paragraphs and points of a brief, without their looks. */
export function briefParagraphs(brief: string): string[] {
  const holder = document.createElement('div');
  holder.innerHTML = briefHtml(brief);
  const blocks = [...holder.querySelectorAll(':scope > :not(ul, ol), li')];
  return blocks.map((block) => block.textContent.trim()).filter(Boolean);
}
