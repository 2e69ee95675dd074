/** How a channel stands on a frame. */
export type TabState = 'never' | 'elsewhere' | 'here';

const WORDS: Record<TabState, string> = { never: 'never keyed', elsewhere: 'keyed on other frames', here: 'keyed on this frame' };

/** The keyed state by shape, like an index tab on a page: a dash, an empty tab, a full tab. */
export function TabGlyph({ state }: { state: TabState }) {
  return (
    <svg width={18} height={14} viewBox="0 0 18 14" role="img" aria-label={WORDS[state]}>
      <title>{WORDS[state]}</title>
      {state === 'never' ? (
        <line x1={3} x2={13} y1={8} y2={8} stroke="var(--faint)" strokeWidth={2} />
      ) : (
        <path d="M2 13V3.5Q2 2 3.5 2H10L14 6.5V13Z" fill={state === 'here' ? 'var(--ink)' : 'none'} stroke="var(--ink)" strokeWidth={1.6} strokeLinejoin="round" />
      )}
    </svg>
  );
}
