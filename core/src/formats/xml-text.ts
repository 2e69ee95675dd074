const NAMED: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };

/** A text as XML takes it, in an element or an attribute; signs that XML cannot have are left out. */
export function escapeXml(text: string): string {
  return text.replace(/(?![\t\n\r])\p{Cc}|[\uFFFE\uFFFF]/gu, '').replace(/[&<>"]/g, (sign) => NAMED[sign]!);
}
