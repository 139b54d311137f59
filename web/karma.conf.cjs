const { accessSync } = require('node:fs');

if (!process.env.CHROME_BIN) {
  try {
    accessSync('/usr/bin/chromium');
    process.env.CHROME_BIN = '/usr/bin/chromium';
  } catch {
    // Karma looks for Chrome by itself.
  }
}

/** The order the specs run in: printed, and `JASMINE_SEED=...` runs them in it again. */
function seed() {
  const chosen = process.env.JASMINE_SEED ?? String(Math.floor(Math.random() * 100000));
  console.log(`Specs in the order of seed ${chosen}`);
  return { seed: chosen };
}

module.exports = function configure(config) {
  config.set({
    frameworks: ['jasmine'],
    plugins: [require('karma-jasmine'), require('karma-chrome-launcher')],
    client: { jasmine: { random: true, timeoutInterval: 30000, ...seed() }, clearContext: false },
    reporters: ['dots'],
    browsers: ['HeadlessChromium'],
    customLaunchers: {
      HeadlessChromium: {
        base: 'ChromeHeadless',
        flags: [
          '--no-sandbox',
          '--disable-gpu',
          '--no-first-run',
          '--disable-background-networking',
          '--disable-component-update',
          '--disable-sync',
        ],
      },
    },
    // A property test holds the page for seconds on a busy machine: it is not gone.
    pingTimeout: 60000,
    browserDisconnectTimeout: 20000,
    browserNoActivityTimeout: 120000,
    restartOnFileChange: false,
  });
};
