const { mkdtempSync } = require('node:fs');
const { tmpdir } = require('node:os');
const path = require('node:path');

process.env.CHROME_BIN ??= '/usr/bin/chromium';

module.exports = (config) =>
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    client: { jasmine: { failSpecWithNoExpectations: true, random: true } },
    reporters: [process.stdout.isTTY ? 'progress' : 'dots'],
    hostname: '127.0.0.1',
    listenAddress: '127.0.0.1',
    browsers: ['Quiet'],
    customLaunchers: {
      Quiet: {
        base: 'ChromiumHeadless',
        flags: [
          '--headless',
          '--no-sandbox',
          '--disable-gpu',
          '--disable-quic',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
          `--user-data-dir=${mkdtempSync(path.join(tmpdir(), 'karma-'))}`,
        ],
      },
    },
    // A spec that weighs a thousand cases holds the page for seconds on two busy cores.
    pingTimeout: 60_000,
    browserDisconnectTimeout: 60_000,
    browserNoActivityTimeout: 180_000,
    restartOnFileChange: false,
  });
