/** Debian's Chromium without a screen, as root in a container may run it; it asks nobody about anything. */
export const HEADLESS = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // Letters stand where they do on people's screens, not on whole pixels.
    '--font-render-hinting=none',
  ],
};
