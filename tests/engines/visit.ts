import { readFileSync, writeFileSync } from 'node:fs';
import { basename } from 'node:path';
import { build } from 'esbuild';
import { testFile } from '../support/media';
import { openBrowser, type Browser, type EngineName } from './browsers';
import type { InPage } from './inPage';

/** A page of the app in some engine, used by roles and accessible names. */
export interface Visit {
  readonly browser: Browser;
  readonly open: (path: string) => Promise<void>;
  readonly press: (role: string, name: string) => Promise<void>;
  readonly fill: (name: string, text: string) => Promise<void>;
  /** Waits until the page answers as it should. @returns the answer */
  readonly until: <T>(
    what: string,
    ask: () => Promise<T>,
    good?: (answer: T) => boolean,
  ) => Promise<T>;
  readonly ask: <Name extends keyof InPage>(
    name: Name,
    ...args: Parameters<InPage[Name]>
  ) => Promise<Awaited<ReturnType<InPage[Name]>>>;
  readonly chooseNext: (files: readonly string[]) => Promise<void>;
  /** What is downloaded after `act`, kept as a file. @param look throws where it will not come */
  readonly download: (act: () => Promise<void>, look: () => Promise<void>) => Promise<string>;
  readonly close: () => Promise<void>;
}

const PATIENCE = 120_000;
/** Base64 of so much goes through every driver at once. */
const PIECE = 3 << 20;

const bundled = build({
  entryPoints: [`${__dirname}/inPage.ts`],
  bundle: true,
  write: false,
  format: 'iife',
  define: { 'process.env.NODE_ENV': '"production"', 'process.env': '{}', process: 'undefined' },
}).then(({ outputFiles }) => outputFiles[0].text);

const TYPES: Readonly<Record<string, string>> = {
  mp4: 'video/mp4',
  webm: 'video/webm',
  png: 'image/png',
  wav: 'audio/wav',
};

export async function visit(engine: EngineName, base: string): Promise<Visit> {
  const browser = await openBrowser(engine);
  const script = await bundled;
  const ready = () => browser.evaluate(`(() => { ${script} })()`);
  const ask: Visit['ask'] = async (name, ...args) => {
    const call = `window.engineTests.${name}(...${JSON.stringify(args)})`;
    return (await browser.evaluate(call)) as never;
  };
  const until: Visit['until'] = async (what, askNow, good = Boolean) => {
    const end = Date.now() + PATIENCE;
    for (;;) {
      const answer = await askNow();
      if (good(answer)) return answer;
      if (Date.now() > end) throw new Error(`${engine} waited in vain for ${what}.`);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  const press: Visit['press'] = async (role, name) => {
    const at = await until(`the ${role} “${name}”`, () => ask('middle', role, name));
    await browser.click(at!.x, at!.y);
  };
  return {
    browser,
    open: async (path) => {
      await browser.goto(`${base}${path}`);
      await ready();
    },
    press,
    ask,
    until,
    fill: async (name, text) => {
      await until(`“${name}” to hold ${text}`, async () => {
        await press('textbox', name);
        await browser.typeOver(text);
        return (await ask('value', 'textbox', name)) === text;
      });
    },
    chooseNext: (files) =>
      ask(
        'choose',
        files.map((file) => ({
          name: basename(file),
          type: TYPES[file.split('.').at(-1)!] ?? '',
          base64: readFileSync(file).toString('base64'),
        })),
      ),
    download: async (act, look) => {
      const before = (await ask('downloads')).length;
      await act();
      const list = async () => {
        await look();
        return ask('downloads');
      };
      const all = await until('a download', list, (now) => now.length > before);
      const { name, bytes } = all[before];
      const pieces: Buffer[] = [];
      for (let from = 0; from < bytes; from += PIECE) {
        const piece = await ask('downloaded', before, from, Math.min(bytes, from + PIECE));
        pieces.push(Buffer.from(piece, 'base64'));
      }
      const file = testFile(`${engine}-${name}`);
      writeFileSync(file, Buffer.concat(pieces));
      return file;
    },
    close: () => browser.close(),
  };
}
