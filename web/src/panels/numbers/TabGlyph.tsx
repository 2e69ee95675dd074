/** How a channel stands on a frame; `changed` while a change of it is not keyed. */
export type TabState = 'never' | 'elsewhere' | 'here' | 'elsewhere-changed' | 'here-changed';

const WORDS: Record<TabState, string> = {
  never: 'never keyed',
  elsewhere: 'keyed on other frames',
  here: 'keyed on this frame',
  'elsewhere-changed': 'changed and not keyed',
  'here-changed': 'changed over the key on this frame',
};

/**
 * The keyed state by shape, like an index tab on a page: a dash, an empty tab, a full tab; with a pencil across it
 * while changed and not keyed.
 */
export function TabGlyph({ state }: { state: TabState }) {
  const full = state === 'here' || state === 'here-changed';
  return (
    <svg width={22} height={16} viewBox="0 -2 22 16" role="img" aria-label={WORDS[state]}>
      <title>{WORDS[state]}</title>
      {state === 'never' ? (
        <line x1={3} x2={13} y1={8} y2={8} stroke="var(--faint)" strokeWidth={2} />
      ) : (
        <path
          d="M2 13V3.5Q2 2 3.5 2H10L14 6.5V13Z"
          fill={full ? 'var(--ink)' : 'none'}
          stroke="var(--ink)"
          strokeWidth={1.6}
          strokeLinejoin="round"
        />
      )}
      {state.endsWith('changed') && (
        <path
          d="M11 10.5L18.5 1l2.2 1.8L13.3 12.2l-2.9.9z"
          fill="var(--page)"
          stroke="var(--take)"
          strokeWidth={1.5}
          strokeLinejoin="round"
        />
      )}
    </svg>
  );
}
