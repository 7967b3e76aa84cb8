import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import type { Browser } from '@playwright/test';
import { benchCopies } from './copies';
import { benchDrawing } from './drawing';
import { benchExports } from './exports';
import { benchKernels } from './keying/kernels';
import { benchKeyPhotographs, benchTwoBackdrops } from './keying/photographQuality';
import { benchKeyQuality } from './keying/quality';
import { benchLanding, benchLongLanding } from './landing';
import {
  benchCheck,
  benchLoading,
  benchMemory,
  benchPictureMemory,
  benchPlaying,
} from './interface';
import { benchKitFile } from './kitFile';
import { benchLargeFootage } from './largeFootage';
import { benchLargeKit } from './largeKit';
import { benchPainting } from './painting';
import { benchParts } from './parts';
import { benchSaving } from './saving';
import { folder, startBrowser, startServer } from './support';

const inBrowser = (bench: (browser: Browser) => Promise<void>) => async () => {
  const browser = await startBrowser();
  await bench(browser);
  await browser.close();
};

const BENCHES: Readonly<Record<string, () => Promise<void> | void>> = {
  painting: inBrowser(benchPainting),
  drawing: inBrowser(benchDrawing),
  saving: benchSaving,
  loading: inBrowser(benchLoading),
  playing: benchPlaying,
  parts: benchParts,
  exports: benchExports,
  check: benchCheck,
  'picture memory': benchPictureMemory,
  landing: benchLanding,
  memory: benchMemory,
  'long landing': benchLongLanding,
  'kit file': benchKitFile,
  'large footage': benchLargeFootage,
  'large kit': benchLargeKit,
  copies: benchCopies,
  kernels: benchKernels,
  'key quality': benchKeyQuality,
  'key photographs': benchKeyPhotographs,
  'two backdrops': benchTwoBackdrops,
};

/**
 * Prints every figure, or those of the benches that are named, with what it is held against in the
 * same run; run it on a quiet machine.
 */
async function main(names: readonly string[]): Promise<void> {
  const unknown = names.filter((name) => !(name in BENCHES));
  if (unknown.length > 0) {
    throw new Error(
      `There is no ${unknown.join(', ')}. Choose from: ${Object.keys(BENCHES).join(', ')}.`,
    );
  }
  execFileSync('node', ['scripts/build.mjs'], { stdio: 'inherit' });
  const server = await startServer();
  try {
    for (const [name, bench] of Object.entries(BENCHES)) {
      if (names.length === 0 || names.includes(name)) await bench();
    }
  } finally {
    server.kill();
    rmSync(folder, { recursive: true, force: true, maxRetries: 5, retryDelay: 500 });
  }
}

main(process.argv.slice(2)).catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
