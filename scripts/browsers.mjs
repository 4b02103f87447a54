/** The browsers that the tests drive: Debian's own, installed where they are missing. */
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { giveUp, runQuietly } from './prepare.mjs';

/** Where each is, the variable that says otherwise, and the packages it comes in. Firefox plays MP4 by the libraries of ffmpeg; WebKit needs a screen, and plugins for each kind of clip. */
const BROWSERS = {
  Chromium: { path: process.env.CHROMIUM_PATH ?? '/usr/bin/chromium', variable: 'CHROMIUM_PATH', packages: ['chromium'] },
  WebKit: {
    path: process.env.WEBKIT_PATH ?? '/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser',
    variable: 'WEBKIT_PATH',
    packages: ['webkit2gtk-driver', 'xvfb', 'gstreamer1.0-libav', 'gstreamer1.0-plugins-good', 'gstreamer1.0-plugins-bad'],
  },
  Firefox: { path: process.env.FIREFOX_PATH ?? '/usr/bin/firefox-esr', variable: 'FIREFOX_PATH', packages: ['firefox-esr', 'ffmpeg'] },
};

/**
 * Installs a browser where it is missing, beside other work; resolves once it is there.
 * @param {keyof typeof BROWSERS} name
 */
export async function installBrowser(name) {
  const { path, variable, packages } = BROWSERS[name];
  if (existsSync(path)) return;
  const aptGet = spawnSync('apt-get', ['--version'], { stdio: 'ignore' }).status === 0;
  if (!aptGet) giveUp(`The browser tests need ${name}. Install it, or set ${variable} to it.`);
  console.log(`Installing ${name} for the browser tests…`);
  const both = `apt-get update -qq && apt-get install -y -qq --no-install-recommends ${packages.join(' ')}`;
  const { code, said } = await runQuietly('sh', ['-c', both], { DEBIAN_FRONTEND: 'noninteractive' });
  if (code === 0) return;
  giveUp(`${said}\n${name} could not be installed. Install it by hand (apt-get install -y ${packages.join(' ')}), or set ${variable}.`);
}
