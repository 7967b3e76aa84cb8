import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { benchDrawing } from './drawing';
import { benchExports } from './exports';
import { benchKernels } from './keying/kernels';
import { benchKeyQuality } from './keying/quality';
import { benchLanding, benchLongLanding } from './landing';
import { benchLoading, benchMemory, benchPlaying } from './interface';
import { benchPainting } from './painting';
import { folder, startBrowser, startServer } from './support';

/** Prints every figure with what it is held against in the same run; run it on a quiet machine. */
async function main(): Promise<void> {
  execFileSync('node', ['scripts/build.mjs'], { stdio: 'inherit' });
  const server = await startServer();
  try {
    const browser = await startBrowser();
    await benchPainting(browser);
    await benchDrawing(browser);
    await benchLoading(browser);
    await benchPlaying(browser);
    await benchExports(browser);
    await benchLanding(browser);
    await browser.close();
    await benchMemory(startBrowser);
    await benchLongLanding(startBrowser);
    await benchKernels();
    benchKeyQuality();
  } finally {
    server.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
