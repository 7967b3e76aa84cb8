import { spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { FORMATS, holdsPictures } from '@/core/formats';
import { ENGINES, isInstalled } from './browsers';
import { visit } from './visit';
import { walk, type Step } from './walk';

const PORT = 8094;

interface Walked {
  readonly engine: string;
  readonly version: string;
  readonly steps: readonly Step[];
}

/** Walks through the app in every browser that is installed, and writes what works where. */
async function main(): Promise<void> {
  const server = spawn('node', ['--import', 'tsx', 'server/main.ts'], {
    env: { ...process.env, PORT: `${PORT}` },
  });
  await new Promise((resolve) => server.stdout.once('data', resolve));
  const walked: Walked[] = [];
  try {
    for (const engine of ENGINES.filter(isInstalled)) {
      const opened = await visit(engine, `http://127.0.0.1:${PORT}`);
      const formats = FORMATS.filter(holdsPictures).map(({ id }) => id);
      const steps = await walk(
        opened,
        formats.filter((id) => id !== 'png'),
        (step) => console.log(`${engine}: ${step.what}: ${cell(step)}`),
      );
      walked.push({ engine, version: opened.browser.version, steps });
      await opened.close();
    }
  } finally {
    server.kill();
  }
  const table = tableOf(walked);
  console.log(table);
  writeFileSync('docs/browsers.md', `${HEAD}\n${table}\n${FOOT}`);
}

function tableOf(walked: readonly Walked[]): string {
  const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
  const [first] = walked;
  return [
    row(['', ...walked.map(({ engine, version }) => `${engine} ${version}`)]),
    row(['---', ...walked.map(() => '---')]),
    ...first.steps.map(({ what }, i) => row([what, ...walked.map(({ steps }) => cell(steps[i]))])),
  ].join('\n');
}

const cell = ({ works, seen }: Step): string =>
  works ? ['yes', seen].filter(Boolean).join(', ') : `no: ${seen}`;

const HEAD = `# What works in which browser

Made by \`npm run engines\`, which uses the app in each of these browsers from the first visit to a
reload: by roles and names, with real clicks and keys. The files are read by ffmpeg, gifsicle,
webpinfo, apngdis and another drawing library, and one frame of each is held against the same frame
as a PNG of the same browser, over grey. What cannot be made is told by the app before it is chosen,
in the words of the table.
`;

const FOOT = `
WebKit is Debian's WebKitGTK; it has no private file system, so that a file is kept in memory while
it is made, up to 512 MB. Its video encoder, and Firefox's, cannot be told a quality, only a rate,
which costs the decibels that the table shows. Chromium's can.
It does not decode FLAC, which the demo kit's sounds are in: they have no picture there and are not heard.
`;

void main();
