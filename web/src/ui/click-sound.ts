let context: AudioContext | null = null;

/**
 * Gets sound ready, at a press of the person's; a browser without sound stays silent: what is heard is always seen too.
 * Null without sound.
 */
export function readySound(): AudioContext | null {
  context ??= typeof AudioContext === 'undefined' ? null : new AudioContext();
  void context?.resume().catch(() => undefined);
  return context;
}

/** Sounds a short click in some seconds from now; a strong one is higher and louder. */
export function soundClick(inSeconds: number, strong: boolean): void {
  if (!context) return;
  const at = context.currentTime + Math.max(0, inSeconds);
  const oscillator = context.createOscillator();
  const gain = context.createGain();
  oscillator.frequency.value = strong ? 1320 : 880;
  gain.gain.setValueAtTime(strong ? 0.5 : 0.3, at);
  gain.gain.exponentialRampToValueAtTime(0.001, at + 0.06);
  oscillator.connect(gain).connect(context.destination);
  oscillator.start(at);
  oscillator.stop(at + 0.07);
}
