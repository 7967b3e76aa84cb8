import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { chromium } from '@playwright/test';
import puppeteer from 'puppeteer-core';
import { Builder, Key, Origin, type WebDriver } from 'selenium-webdriver';

export const ENGINES = ['Chromium', 'Firefox', 'WebKit'] as const;
export type EngineName = (typeof ENGINES)[number];

/** The least that a browser has to do to be driven: everything else is asked of the page. */
export interface Browser {
  readonly name: EngineName;
  readonly version: string;
  readonly goto: (url: string) => Promise<void>;
  /** Evaluates an expression in the page and waits for its promise. */
  readonly evaluate: (expression: string) => Promise<unknown>;
  readonly click: (x: number, y: number) => Promise<void>;
  /** Types over all that the focused field holds. */
  readonly typeOver: (text: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

const SIZE = { width: 1280, height: 800 };

/** Where Debian's packages put what is driven. */
const CHROMIUM = process.env.CHROMIUM ?? '/usr/bin/chromium';
const FIREFOX = '/usr/bin/firefox-esr';
const WEBKIT_DRIVER = '/usr/bin/WebKitWebDriver';
const MINI_BROWSER = '/usr/lib/x86_64-linux-gnu/webkit2gtk-4.1/MiniBrowser';

const INSTALLED: Readonly<Record<EngineName, readonly string[]>> = {
  Chromium: [CHROMIUM],
  Firefox: [FIREFOX],
  WebKit: [WEBKIT_DRIVER, MINI_BROWSER, '/usr/bin/Xvfb'],
};

export const isInstalled = (engine: EngineName): boolean => INSTALLED[engine].every(existsSync);

const OPEN: Readonly<Record<EngineName, () => Promise<Browser>>> = {
  Chromium: openChromium,
  Firefox: openFirefox,
  WebKit: openWebKit,
};

export const openBrowser = (engine: EngineName): Promise<Browser> => OPEN[engine]();

async function openChromium(): Promise<Browser> {
  const browser = await chromium.launch({
    executablePath: CHROMIUM,
    args: ['--no-sandbox', '--disable-gpu', '--disable-dev-shm-usage'],
  });
  const page = await browser.newPage({ viewport: SIZE });
  return {
    name: 'Chromium',
    version: browser.version(),
    goto: async (url) => void (await page.goto(url)),
    evaluate: (expression) => page.evaluate(expression),
    click: (x, y) => page.mouse.click(x, y),
    typeOver: async (text) => {
      await page.keyboard.press('Control+a');
      await page.keyboard.type(text);
    },
    close: () => browser.close(),
  };
}

async function openFirefox(): Promise<Browser> {
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: FIREFOX,
    defaultViewport: SIZE,
    protocolTimeout: 60_000,
  });
  const page = await browser.newPage();
  return {
    name: 'Firefox',
    version: (await browser.version()).replace('firefox/', ''),
    goto: async (url) => void (await page.goto(url)),
    evaluate: (expression) => page.evaluate(expression),
    click: (x, y) => page.mouse.click(x, y),
    typeOver: async (text) => {
      await page.keyboard.down('Control');
      await page.keyboard.press('a');
      await page.keyboard.up('Control');
      await page.keyboard.type(text);
    },
    close: () => browser.close(),
  };
}

async function openWebKit(): Promise<Browser> {
  const screen = await openScreen();
  const port = await freePort();
  const service = spawn(WEBKIT_DRIVER, [`--port=${port}`], {
    stdio: 'ignore',
    env: { ...process.env, DISPLAY: screen.display, WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: '1' },
  });
  const driver = await sessionOf(port);
  const version = (await driver.getCapabilities()).get('browserVersion') as string;
  return {
    name: 'WebKit',
    version,
    goto: (url) => driver.get(url),
    evaluate: (expression) => settled(driver, expression),
    click: (x, y) =>
      driver
        .actions()
        .move({ x: Math.round(x), y: Math.round(y), origin: Origin.VIEWPORT })
        .click()
        .perform(),
    typeOver: async (text) => {
      await driver.actions().keyDown(Key.CONTROL).sendKeys('a').keyUp(Key.CONTROL).perform();
      await driver.actions().sendKeys(text).perform();
    },
    close: async () => {
      await driver.quit().catch(() => undefined);
      service.kill();
      screen.process.kill();
    },
  };
}

/** The driver does not listen at once. */
async function sessionOf(port: number): Promise<WebDriver> {
  for (let tries = 1; ; tries++) {
    try {
      const driver = await new Builder()
        .usingServer(`http://127.0.0.1:${port}`)
        .withCapabilities({
          browserName: 'MiniBrowser',
          'webkitgtk:browserOptions': { binary: MINI_BROWSER, args: ['--automation'] },
        })
        .build();
      await driver.manage().setTimeouts({ script: 60_000, pageLoad: 60_000 });
      await driver
        .manage()
        .window()
        .setRect({ x: 0, y: 0, ...SIZE });
      return driver;
    } catch (error) {
      if (tries === 40) throw error;
      await new Promise((resolve) => setTimeout(resolve, 250));
    }
  }
}

/** This driver waits for a callback, not for a promise. */
async function settled(driver: WebDriver, expression: string): Promise<unknown> {
  const [error, value] = (await driver.executeAsyncScript(
    `const done = arguments[arguments.length - 1];
     Promise.resolve(${expression}).then((value) => done([null, value ?? null]), (e) => done([String(e), null]));`,
  )) as [string | null, unknown];
  if (error !== null) throw new Error(error);
  return value;
}

async function openScreen(): Promise<{ readonly process: ChildProcess; readonly display: string }> {
  const process = spawn('Xvfb', ['-displayfd', '3', '-screen', '0', '1400x1000x24'], {
    stdio: ['ignore', 'ignore', 'ignore', 'pipe'],
  });
  const display = await new Promise<string>((resolve, reject) => {
    process.stdio[3]!.once('data', (number: Buffer) => resolve(`:${number.toString().trim()}`));
    process.once('error', reject);
  });
  return { process, display };
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
