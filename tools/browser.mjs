// @ts-check
/** How Debian's Chromium is started everywhere: quiet, and with no look beyond this machine. */
export const browserArgs = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
