import { type ChildProcess, spawn } from 'node:child_process';
import { Builder, By, Capabilities, type WebDriver, type WebElement } from 'selenium-webdriver';

/* Debian's WebKit, in a window on a screen that is none: what the test runner does not drive is driven by the protocol that all browsers share. */

const BROWSER = process.env.WEBKIT_PATH ?? '/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser';
const DRIVER_PORT = 4577;
const SCREEN = ':77';
const SEEN_MS = 45_000;

/** A text as an XPath says it, whatever quotes it holds. */
const quoted = (text: string) => `concat("${text.replaceAll('"', `", '"', "`)}", "")`;
const named = (name: string) => `normalize-space(.)=${quoted(name)} or @aria-label=${quoted(name)}`;

export const button = (name: string): By => By.xpath(`//button[${named(name)}]`);
export const heading = (name: string): By => By.xpath(`//*[self::h1 or self::h2 or self::h3][normalize-space(.)=${quoted(name)}]`);
/** Something that says this, whatever else it says; the innermost. */
export const saying = (text: string): By =>
  By.xpath(`//*[contains(normalize-space(.), ${quoted(text)}) and not(*[contains(normalize-space(.), ${quoted(text)})])]`);
export const labelled = (label: string): By =>
  By.xpath(
    `//*[@id=//label[normalize-space(.)=${quoted(label)}]/@for] | //label[starts-with(normalize-space(.), ${quoted(label)})]//input | //input[@aria-label=${quoted(label)}]`,
  );

export interface WebKit {
  driver: WebDriver;
  /** Waits for what can be seen. */
  see(what: By): Promise<WebElement>;
  isSeen(what: By): Promise<boolean>;
  press(what: By): Promise<void>;
  type(what: By, text: string): Promise<void>;
  /** Opens a page and waits until it is awake. */
  open(address: string): Promise<void>;
  awake(): Promise<void>;
  close(): Promise<void>;
}

/** Waits until a program beside answers. */
async function answers(address: string): Promise<void> {
  for (let tried = 0; tried < 100; tried++) {
    const there = await fetch(address).then(
      () => true,
      () => false,
    );
    if (there) return;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error(`Nothing answers at ${address}.`);
}

/** Opens the browser with nothing kept of another time. @param size of its window */
export async function openWebKit(size: { width: number; height: number }): Promise<WebKit> {
  const beside: ChildProcess[] = [
    spawn('Xvfb', [SCREEN, '-screen', '0', '1400x1100x24'], { stdio: 'ignore' }),
    spawn('WebKitWebDriver', [`--port=${DRIVER_PORT}`, '--host=127.0.0.1'], {
      env: { ...process.env, DISPLAY: SCREEN, LIBGL_ALWAYS_SOFTWARE: '1', WEBKIT_DISABLE_COMPOSITING_MODE: '1' },
      stdio: 'ignore',
    }),
  ];
  const end = () => {
    for (const one of beside) one.kill();
  };
  try {
    await answers(`http://127.0.0.1:${DRIVER_PORT}/status`);
    const driver = await new Builder()
      .usingServer(`http://127.0.0.1:${DRIVER_PORT}`)
      .withCapabilities(
        new Capabilities({ browserName: 'MiniBrowser', 'webkitgtk:browserOptions': { binary: BROWSER, args: ['--automation'] } }),
      )
      .build();
    await driver
      .manage()
      .window()
      .setRect({ x: 0, y: 0, ...size });
    const shown = async (what: By) => {
      for (const one of await driver.findElements(what)) if (await one.isDisplayed().catch(() => false)) return one;
      return null;
    };
    const see = async (what: By) => (await driver.wait(() => shown(what), SEEN_MS, `not seen: ${what}`)) as WebElement;
    const awake = async () =>
      void (await driver.wait(
        () => driver.executeScript<boolean>("return document.readyState !== 'loading' && !document.querySelector('astro-island[ssr]')"),
        SEEN_MS,
      ));
    return {
      driver,
      see,
      awake,
      isSeen: async (what) => (await shown(what)) !== null,
      // What is drawn anew just then is looked for again.
      press: async (what) =>
        void (await driver.wait(
          async () => {
            const found = await shown(what);
            return found
              ? found.click().then(
                  () => true,
                  () => false,
                )
              : false;
          },
          SEEN_MS,
          `not pressed: ${what}`,
        )),
      type: async (what, text) => {
        const field = await see(what);
        await field.clear();
        await field.sendKeys(text);
      },
      open: async (address) => {
        await driver.get(address);
        await awake();
      },
      close: async () => {
        await driver.quit().catch(() => {});
        end();
      },
    };
  } catch (error) {
    end();
    throw error;
  }
}
