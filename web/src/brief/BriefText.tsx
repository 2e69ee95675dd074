import { useMemo } from 'react';
import { briefHtml } from './brief-html.ts';

/** A brief to be read, with its looks and pictures. */
export function BriefText({ brief }: { brief: string }) {
  const html = useMemo(() => briefHtml(brief), [brief]);
  if (html === '') return <p className="text-faint">There is no brief.</p>;
  return <div className="brief" dangerouslySetInnerHTML={{ __html: html }} />;
}
